"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { ForgottenRequest, NewPasswordRequest } from "@/contract/members";
import { call } from "@/ui/parts/api";
import { Labelled } from "@/ui/parts/Labelled";
import { Notice } from "@/ui/parts/Notice";
import { Door } from "./Door";

/** Where somebody asks for a new password. */
export function Forgotten() {
  const { register, handleSubmit, setError, formState } = useForm({ resolver: zodResolver(ForgottenRequest) });
  const { errors, isSubmitting } = formState;
  const [asked, setAsked] = useState(false);
  const ask = handleSubmit((request) =>
    call("/api/password/forgotten", z.null(), request).then(
      () => setAsked(true),
      (error: Error) => setError("root", { message: error.message }),
    ),
  );
  return (
    <Door about="A new password comes by letter.">
      {asked ? (
        <p role="status">
          If somebody with this address may sign in, a letter is on its way; its link is good for an hour. Look among
          what your mailbox holds back, too.
        </p>
      ) : (
        <form method="post" noValidate onSubmit={(event) => void ask(event)}>
          <Labelled
            label="E-mail address"
            type="email"
            autoComplete="username"
            autoFocus
            box={register("email")}
            fault={errors.email?.message}
          />
          {errors.root && <Notice weight="stop">{errors.root.message}</Notice>}
          <Button type="submit" className="w-100" disabled={isSubmitting}>
            Write to me
          </Button>
        </form>
      )}
      <p className="fs-13 mt-16 mb-0">
        <a href="/sign-in">Back to sign in</a>
      </p>
    </Door>
  );
}

/** Where whoever got that letter chooses a password. */
export function ChoosePassword({ token }: { token: string }) {
  const { register, handleSubmit, setError, formState } = useForm({ resolver: zodResolver(NewPasswordRequest) });
  const { errors, isSubmitting, isSubmitSuccessful } = formState;
  const choose = handleSubmit((request) =>
    call(`/api/links/${token}/password`, z.null(), request).then(
      () => location.assign("/sign-in"),
      (error: Error) => setError("root", { message: error.message }),
    ),
  );
  return (
    <Door about="Choose a new password.">
      <form method="post" noValidate onSubmit={(event) => void choose(event)}>
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
          Set it, and sign in
        </Button>
      </form>
    </Door>
  );
}
