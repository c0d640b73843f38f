"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { useForm } from "react-hook-form";
import { MemberView, SignInRequest } from "@/contract/members";
import { ApiError, call } from "@/ui/parts/api";
import { Labelled } from "@/ui/parts/Labelled";
import { Notice } from "@/ui/parts/Notice";
import { Door } from "./Door";

export function SignIn({ to }: { to: string }) {
  const { register, handleSubmit, setError, formState } = useForm({ resolver: zodResolver(SignInRequest) });
  const { errors, isSubmitting, isSubmitSuccessful } = formState;
  const [needsCode, setNeedsCode] = useState(false);
  const signIn = handleSubmit((request) =>
    call("/api/sign-in", MemberView, request).then(
      () => location.assign(to),
      (error: Error) => {
        if (error instanceof ApiError && error.code === "code_needed") setNeedsCode(true);
        setError("root", { message: error.message });
      },
    ),
  );
  return (
    <Door about="Design an overlay once. Fill it in a hundred times, right every time.">
      <form method="post" noValidate onSubmit={(event) => void signIn(event)}>
        <Labelled
          label="E-mail address"
          type="email"
          autoComplete="username"
          autoFocus
          box={register("email")}
          fault={errors.email && "Type the address that you were invited with."}
        />
        <Labelled
          label="Password"
          type="password"
          autoComplete="current-password"
          box={register("password")}
          fault={errors.password && "Type your password."}
        />
        {needsCode && (
          <Labelled
            label="Code of your device, or a spare one"
            autoComplete="one-time-code"
            autoFocus
            box={register("code")}
            fault={errors.code?.message}
          />
        )}
        {errors.root && <Notice weight="stop">{errors.root.message}</Notice>}
        <Button type="submit" className="w-100" disabled={isSubmitting || isSubmitSuccessful}>
          {isSubmitting || isSubmitSuccessful ? "Signing in …" : "Sign in"}
        </Button>
      </form>
      <p className="fs-13 mt-16 mb-0">
        <a href="/forgotten">Forgotten your password?</a>
      </p>
    </Door>
  );
}
