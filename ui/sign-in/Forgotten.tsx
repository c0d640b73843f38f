"use client";
import { useState } from "react";
import { z } from "zod";
import { ForgottenRequest, NewPasswordRequest } from "@/contract/members";
import { call } from "@/ui/parts/api";
import { Labelled } from "@/ui/parts/Labelled";
import { Door } from "./Door";
import { DoorForm } from "./DoorForm";
import { NewPassword } from "./NewPassword";

/** Where somebody asks for a new password. */
export function Forgotten() {
  const [asked, setAsked] = useState(false);
  const ask = async (request: ForgottenRequest) => {
    await call("/api/password/forgotten", z.null(), request);
    setAsked(true);
  };
  return (
    <Door about="You get a new password by e-mail.">
      {asked ? (
        <p role="status">
          If there is an account with this address, an e-mail is on its way. Its link works for an hour. Also look in
          your spam folder.
        </p>
      ) : (
        <DoorForm asks={ForgottenRequest} send={ask} press="Send e-mail">
          {(box, errors) => (
            <Labelled
              label="E-mail address"
              type="email"
              autoComplete="username"
              autoFocus
              box={box("email")}
              fault={errors.email?.message}
            />
          )}
        </DoorForm>
      )}
      <p className="fs-13 mt-16 mb-0">
        <a href="/sign-in">Back to sign in</a>
      </p>
    </Door>
  );
}

/** Where whoever got that letter chooses a password. */
export function ChoosePassword({ token }: { token: string }) {
  const choose = async (request: NewPasswordRequest) => {
    await call(`/api/links/${token}/password`, z.null(), request);
    location.assign("/sign-in");
  };
  return (
    <Door about="Choose a new password.">
      <DoorForm asks={NewPasswordRequest} send={choose} press="Set it, and sign in">
        {(box, errors) => <NewPassword box={box("password")} fault={errors.password?.message} />}
      </DoorForm>
    </Door>
  );
}
