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
          ? `Signing in also asks for a code from your device. ${spareCodes} spare ${spareCodes === 1 ? "code is" : "codes are"} left.`
          : "A one-time code from your device, beside your password. Any authenticator app works."}
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
            Scan this with your device, or type the key below it. Then enter the code that it shows.
          </p>
          {/* eslint-disable-next-line @next/next/no-img-element -- made for this one sight */}
          <img src={started.picture} width={180} height={180} alt="QR code" className="people__code-picture" />
          <p>
            <code className="people__secret">{started.secret.replace(/(.{4})/g, "$1 ")}</code>
          </p>
          <Typed label="Code" value={typed} onChange={setTyped} autoComplete="one-time-code" />
          <Button type="submit" size="sm">
            Turn on
          </Button>
        </form>
      )}
      {!on && !started && (
        <Button
          variant="outline-secondary"
          size="sm"
          onClick={() => doing(async () => setStarted(await call("/api/me/second-factor/start", FactorStarted, {})))}
        >
          Set up
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
            label="Your password, to turn it off"
            value={typed}
            onChange={setTyped}
            type="password"
            autoComplete="current-password"
          />
          <Button type="submit" variant="outline-secondary" size="sm" disabled={typed === ""}>
            Remove
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
      Save these spare codes somewhere safe. Each works once, and they are shown only now:
      <code className="people__codes d-grid mt-6">
        {codes.map((code) => (
          <span key={code}>{code}</span>
        ))}
      </code>
    </Notice>
  );
}
