"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { Account as AccountShape, NameRequest, PasswordRequest, type Device } from "@/contract/members";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { Labelled } from "@/ui/parts/Labelled";
import { Notice } from "@/ui/parts/Notice";
import { SecondFactor } from "./SecondFactor";

/** One's own name, password, second factor, and where one is signed in. */
export function Account() {
  const client = useQueryClient();
  const account = useQuery({ queryKey: ["account"], queryFn: () => call("/api/me/account", AccountShape) });
  const changed = () => void client.invalidateQueries({ queryKey: ["account"] });
  const { data } = account;
  return (
    <main className="page people">
      <div className="page__head">
        <h1>Your account</h1>
        {data && (
          <p>
            {data.member.email}, {data.member.role}. Your role is changed by an owner.
          </p>
        )}
      </div>
      {account.error && <Notice weight="stop">{account.error.message}</Notice>}
      {account.isPending && <p className="quiet">Loading your account …</p>}
      {data && (
        <div className="people__account d-grid">
          <OwnName name={data.member.name} onChanged={changed} />
          <Password onChanged={changed} />
          <SecondFactor on={data.secondFactor} spareCodes={data.spareCodes} onChanged={changed} />
          <Devices devices={data.devices} onChanged={changed} />
        </div>
      )}
    </main>
  );
}

function OwnName({ name, onChanged }: { name: string; onChanged: () => void }) {
  const { register, handleSubmit, setError, formState } = useForm({
    resolver: zodResolver(NameRequest),
    defaultValues: { name },
  });
  const { errors, isSubmitting, isSubmitSuccessful } = formState;
  const save = handleSubmit((request) =>
    call("/api/me/name", z.null(), request).then(onChanged, (error: Error) =>
      setError("root", { message: error.message }),
    ),
  );
  return (
    <section aria-label="Name">
      <h2 className="rubric">Name</h2>
      <form noValidate onSubmit={(event) => void save(event)}>
        <Labelled label="Shown to others" autoComplete="name" box={register("name")} fault={errors.name?.message} />
        {errors.root && <Notice weight="stop">{errors.root.message}</Notice>}
        <Button type="submit" variant="outline-secondary" size="sm" disabled={isSubmitting}>
          Save name
        </Button>
        {isSubmitSuccessful && !errors.root && <Notice weight="note">Saved.</Notice>}
      </form>
    </section>
  );
}

function Password({ onChanged }: { onChanged: () => void }) {
  const { register, handleSubmit, setError, reset, formState } = useForm({
    resolver: zodResolver(PasswordRequest),
    defaultValues: { password: "", next: "" },
  });
  const { errors, isSubmitting } = formState;
  const [done, setDone] = useState(false);
  const save = handleSubmit(async (request) => {
    setDone(false);
    try {
      await call("/api/me/password", z.null(), request);
      reset();
      setDone(true);
      onChanged();
    } catch (error) {
      setError("root", { message: (error as Error).message });
    }
  });
  return (
    <section aria-label="Password">
      <h2 className="rubric">Password</h2>
      <form noValidate onSubmit={(event) => void save(event)}>
        <Labelled
          label="Current password"
          type="password"
          autoComplete="current-password"
          box={register("password")}
          fault={errors.password?.message}
        />
        <Labelled
          label="New password, at least 12 characters"
          type="password"
          autoComplete="new-password"
          box={register("next")}
          fault={errors.next?.message}
        />
        {errors.root && <Notice weight="stop">{errors.root.message}</Notice>}
        <Button type="submit" variant="outline-secondary" size="sm" disabled={isSubmitting}>
          Change password
        </Button>
        {done && <Notice weight="note">Changed. Your other devices are signed out.</Notice>}
      </form>
    </section>
  );
}

function Devices({ devices, onChanged }: { devices: readonly Device[]; onChanged: () => void }) {
  const end = useMutation({
    mutationFn: (which: string) => call(`/api/me/devices/${which}/end`, z.null(), {}),
    onSettled: onChanged,
  });
  return (
    <section aria-label="Devices">
      <h2 className="rubric">Where you are signed in</h2>
      <ul className="list-none p-0">
        {devices.map(({ id, device, address, seenAt, here }) => (
          <li key={id} className="align-items-baseline border-bottom-dotted d-flex gap-8 py-4">
            <span className="me-auto">
              {device || "A browser"} <small className="text-secondary">{address}</small>
              <br />
              <small className="text-secondary figures">{here ? "this one" : `last seen ${writeDate(seenAt)}`}</small>
            </span>
            {!here && (
              <Button variant="link" size="sm" disabled={end.isPending} onClick={() => end.mutate(id)}>
                Sign out
              </Button>
            )}
          </li>
        ))}
      </ul>
      {end.error && <Notice weight="stop">{end.error.message}</Notice>}
      {devices.length > 1 && (
        <Button variant="outline-secondary" size="sm" disabled={end.isPending} onClick={() => end.mutate("others")}>
          Sign out everywhere else
        </Button>
      )}
    </section>
  );
}
