"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import Button from "react-bootstrap/Button";
import { useForm } from "react-hook-form";
import { JoinRequest, type Invitation } from "@/contract/links";
import { MemberView } from "@/contract/members";
import { call } from "@/ui/parts/api";
import { Labelled } from "@/ui/parts/Labelled";
import { Notice } from "@/ui/parts/Notice";
import { Door } from "./Door";

/** Where somebody who was invited says their name and chooses a password. */
export function Join({ token, invitation }: { token: string; invitation: Invitation }) {
  const { register, handleSubmit, setError, formState } = useForm({
    resolver: zodResolver(JoinRequest),
    defaultValues: { name: invitation.name, password: "" },
  });
  const { errors, isSubmitting, isSubmitSuccessful } = formState;
  const join = handleSubmit((request) =>
    call(`/api/links/${token}/invitation`, MemberView, request).then(
      () => location.assign("/"),
      (error: Error) => setError("root", { message: error.message }),
    ),
  );
  return (
    <Door about={`You are invited as ${invitation.role}, with the address ${invitation.email}.`}>
      <form method="post" noValidate onSubmit={(event) => void join(event)}>
        <Labelled label="Your name" autoComplete="name" box={register("name")} fault={errors.name?.message} />
        <Labelled
          label="Password, at least 12 letters"
          type="password"
          autoComplete="new-password"
          autoFocus
          box={register("password")}
          fault={errors.password?.message}
        />
        {errors.root && <Notice weight="stop">{errors.root.message}</Notice>}
        <Button type="submit" className="w-100" disabled={isSubmitting || isSubmitSuccessful}>
          Join
        </Button>
      </form>
    </Door>
  );
}

export const InvitationOver = () => (
  <Door about="This invitation has ended, or was used already.">
    <p>Ask whoever sent it for a new one, or sign in if it was you who used it.</p>
    <Button href="/sign-in" className="w-100">
      Go to sign in
    </Button>
  </Door>
);
