"use client";
import Button from "react-bootstrap/Button";
import { JoinRequest, type Invitation } from "@/contract/links";
import { MemberView } from "@/contract/members";
import { call } from "@/ui/parts/api";
import { Labelled } from "@/ui/parts/Labelled";
import { Door } from "./Door";
import { DoorForm } from "./DoorForm";
import { NewPassword } from "./NewPassword";

/** Where somebody who was invited says their name and chooses a password. */
export function Join({ token, invitation }: { token: string; invitation: Invitation }) {
  const join = async (request: JoinRequest) => {
    await call(`/api/links/${token}/invitation`, MemberView, request);
    location.assign("/");
  };
  return (
    <Door about={`You are invited as ${invitation.role}, with the address ${invitation.email}.`}>
      <DoorForm asks={JoinRequest} start={{ name: invitation.name, password: "" }} send={join} press="Join">
        {(box, errors) => (
          <>
            <Labelled label="Your name" autoComplete="name" box={box("name")} fault={errors.name?.message} />
            <NewPassword box={box("password")} fault={errors.password?.message} />
          </>
        )}
      </DoorForm>
    </Door>
  );
}

export const InvitationOver = () => (
  <Door about="This invitation has ended, or was used already.">
    <p>Ask the sender for a new one, or sign in if you have already used it.</p>
    <Button href="/sign-in" className="w-100">
      Go to sign in
    </Button>
  </Door>
);
