"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { FactorStarted, SpareCodes } from "@/contract/members";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";

/** Codes of a device beside the password: set up, with spare ones for whoever loses it, and taken off again. */
export function SecondFactor(props: { on: boolean; spareCodes: number; onChanged: () => void }) {
  const { on, spareCodes, onChanged } = props;
  const [started, setStarted] = useState<FactorStarted>();
  const [codes, setCodes] = useState<readonly string[]>();
  const [typed, setTyped] = useState("");
  const [fault, setFault] = useState<string>();
  const doing = (work: () => Promise<void>) => {
    setFault(undefined);
    work().catch((error: Error) => setFault(error.message));
  };
  const confirm = () =>
    doing(async () => {
      const made = await call("/api/me/second-factor/confirm", SpareCodes, { sealed: started!.sealed, code: typed });
      setCodes(made.codes);
      setStarted(undefined);
      setTyped("");
      onChanged();
    });
  const takeOff = () =>
    doing(async () => {
      await call("/api/me/second-factor/off", z.null(), { password: typed });
      setTyped("");
      setCodes(undefined);
      onChanged();
    });
  return (
    <section aria-label="Second factor">
      <h2 className="rubric">Second factor</h2>
      <p className="fs-13">
        {on
          ? `Signing in asks for a code of your device, too. ${spareCodes} spare ${spareCodes === 1 ? "code is" : "codes are"} left.`
          : "A code of a device, new every half minute, beside your password. Any program for one-time codes will do."}
      </p>
      {codes && <SpareList codes={codes} />}
      {started && (
        <form
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            confirm();
          }}
        >
          <p className="fs-13">
            Let the device read this, or type the letters under it into the device; then type the code that it shows.
          </p>
          {/* eslint-disable-next-line @next/next/no-img-element -- made for this one sight */}
          <img
            src={started.picture}
            width={180}
            height={180}
            alt="What the device reads"
            className="people__code-picture"
          />
          <p>
            <code className="people__secret">{started.secret.replace(/(.{4})/g, "$1 ")}</code>
          </p>
          <Typed label="Its code" value={typed} onChange={setTyped} autoComplete="one-time-code" />
          <Button type="submit" size="sm">
            Switch it on
          </Button>
        </form>
      )}
      {!on && !started && (
        <Button
          variant="outline-secondary"
          size="sm"
          onClick={() => doing(async () => setStarted(await call("/api/me/second-factor/start", FactorStarted, {})))}
        >
          Set it up
        </Button>
      )}
      {on && (
        <form
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            takeOff();
          }}
        >
          <Typed
            label="Your password, to take it off"
            value={typed}
            onChange={setTyped}
            type="password"
            autoComplete="current-password"
          />
          <Button type="submit" variant="outline-secondary" size="sm" disabled={typed === ""}>
            Take it off
          </Button>
        </form>
      )}
      {fault && <Notice weight="stop">{fault}</Notice>}
    </section>
  );
}

function Typed(props: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type?: string;
  autoComplete: string;
}) {
  const { label, value, onChange, type = "text", autoComplete } = props;
  return (
    <label className="labelled d-block">
      <span className="form-label d-block">{label}</span>
      <input
        className="form-control"
        type={type}
        value={value}
        autoComplete={autoComplete}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}

/** Codes for whoever loses the device, shown once. */
function SpareList({ codes }: { codes: readonly string[] }) {
  return (
    <Notice weight="warn">
      Keep these spare codes where you find them without the device. Each is good once, and they are shown only now:
      <code className="people__codes d-grid mt-6">
        {codes.map((code) => (
          <span key={code}>{code}</span>
        ))}
      </code>
    </Notice>
  );
}
