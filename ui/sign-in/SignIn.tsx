"use client";
import { useState, type FormEvent } from "react";
import { MemberView } from "@/contract/members";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";

export function SignIn({ to }: { to: string }) {
  const [error, setError] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    setError(undefined);
    try {
      await call("/api/sign-in", MemberView, { email: form.get("email"), password: form.get("password") });
      location.assign(to);
    } catch (failure) {
      setError((failure as Error).message);
      setBusy(false);
    }
  };
  return (
    <main className="sign-in">
      <div className="sign-in__sheet">
        <p className="sign-in__mark" aria-hidden>
          ¶
        </p>
        <h1>Rubrick</h1>
        <p className="sign-in__about">Design an overlay once. Fill it in a hundred times, right every time.</p>
        <form method="post" onSubmit={submit}>
          <label className="form-label" htmlFor="email">
            E-mail address
          </label>
          <input
            id="email"
            name="email"
            type="email"
            className="form-control"
            autoComplete="username"
            required
            autoFocus
          />
          <label className="form-label" htmlFor="password">
            Password
          </label>
          <input
            id="password"
            name="password"
            type="password"
            className="form-control"
            autoComplete="current-password"
            required
          />
          {error && <Notice weight="stop">{error}</Notice>}
          <button className="btn btn-primary w-100" disabled={busy}>
            {busy ? "Signing in …" : "Sign in"}
          </button>
        </form>
      </div>
    </main>
  );
}
