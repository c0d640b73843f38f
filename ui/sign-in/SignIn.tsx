"use client";
import { useState } from "react";
import { MemberView, SignInRequest } from "@/contract/members";
import { ApiError, call } from "@/ui/parts/api";
import { Labelled } from "@/ui/parts/Labelled";
import { Door } from "./Door";
import { DoorForm } from "./DoorForm";

export function SignIn({ to }: { to: string }) {
  const [needsCode, setNeedsCode] = useState(false);
  const signIn = async (request: SignInRequest) => {
    try {
      await call("/api/sign-in", MemberView, request);
      location.assign(to);
    } catch (error) {
      if (error instanceof ApiError && error.code === "code_needed") setNeedsCode(true);
      throw error;
    }
  };
  return (
    <Door about="Design an overlay once. Fill it in a hundred times, right every time.">
      <DoorForm asks={SignInRequest} send={signIn} press="Sign in" pressed="Signing in …">
        {(box, errors) => (
          <>
            <Labelled
              label="E-mail address"
              type="email"
              autoComplete="username"
              autoFocus
              box={box("email")}
              fault={errors.email && "Type the address that you were invited with."}
            />
            <Labelled
              label="Password"
              type="password"
              autoComplete="current-password"
              box={box("password")}
              fault={errors.password && "Type your password."}
            />
            {needsCode && (
              <Labelled
                label="Code from your device, or a spare code"
                autoComplete="one-time-code"
                autoFocus
                box={box("code")}
                fault={errors.code?.message}
              />
            )}
          </>
        )}
      </DoorForm>
      <p className="fs-13 mt-16 mb-0">
        <a href="/forgotten">Forgotten your password?</a>
      </p>
    </Door>
  );
}
