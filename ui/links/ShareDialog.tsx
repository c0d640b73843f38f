"use client";
import { useState } from "react";
import { Button, Modal } from "react-bootstrap";
import { LinkMade, type NewLink } from "@/contract/links";
import { call } from "@/ui/parts/api";
import { CopyAddress } from "@/ui/parts/CopyAddress";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { Segments } from "@/ui/parts/Segments";

/** What a link is to open. */
export type Shared =
  | { readonly kind: "fill"; readonly sheet: string; readonly row: string }
  | { readonly kind: "watch"; readonly of: { readonly request: string } | { readonly exports: readonly string[] } };

const says = [
  { id: "proof", label: "Watch, approve and comment" },
  { id: "view", label: "Watch only" },
] as const;

/** Makes a link for somebody without an account, limited in time and use; its address is shown once. */
export function ShareDialog({ shared, about, onClose }: { shared: Shared; about: string; onClose: () => void }) {
  const [kind, setKind] = useState<"proof" | "view">("proof");
  const [name, setName] = useState("");
  const [days, setDays] = useState(14);
  const [uses, setUses] = useState("");
  const [email, setEmail] = useState("");
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const [address, setAddress] = useState<string>();
  const make = async () => {
    setBusy(true);
    setFault(undefined);
    const limits = { name, days, ...(uses ? { uses: Number(uses) } : {}), ...(email ? { email } : {}) };
    const wanted =
      shared.kind === "fill" ? { ...shared, ...limits } : { kind, of: shared.of as { request: string }, ...limits };
    try {
      const { path } = await call("/api/made-links", LinkMade, wanted satisfies NewLink);
      setAddress(new URL(path, location.href).href);
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <PaperDialog title={`Share ${about}`} onClose={onClose}>
      {address !== undefined ? (
        <MadeAddress address={address} />
      ) : (
        <>
          <Modal.Body className="d-grid gap-12">
            <p className="m-0">
              {shared.kind === "fill"
                ? "Anyone with the link can fill in this row, also on a phone, and sees it in all formats. They see nothing else."
                : "Anyone with the link can watch these clips, and nothing else."}
            </p>
            {shared.kind === "watch" && (
              <Segments label="What they can do" value={kind} options={says} onChange={setKind} />
            )}
            <label>
              Name (who or what it is for)
              <input
                className="form-control"
                maxLength={120}
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
            </label>
            <Limits {...{ days, setDays, uses, setUses }} />
            <label>
              Send by e-mail to (optional)
              <input
                type="email"
                className="form-control"
                maxLength={190}
                value={email}
                onChange={(event) => setEmail(event.target.value)}
              />
            </label>
            {fault && <Notice weight="stop">{fault}</Notice>}
          </Modal.Body>
          <Modal.Footer>
            <Button disabled={busy} onClick={() => void make()}>
              Create link
            </Button>
          </Modal.Footer>
        </>
      )}
    </PaperDialog>
  );
}

/** The address, once, and a press that copies it. */
function MadeAddress({ address }: { address: string }) {
  return (
    <Modal.Body className="d-grid gap-12">
      <p className="m-0" role="status">
        This address is shown once. It is listed under <i>Links</i>, where you can end it.
      </p>
      <CopyAddress address={address} label="Address of the link" />
    </Modal.Body>
  );
}

/** How long a link lasts, and how many may open it. */
function Limits(props: {
  days: number;
  setDays: (days: number) => void;
  uses: string;
  setUses: (uses: string) => void;
}) {
  const { days, setDays, uses, setUses } = props;
  return (
    <div className="d-flex gap-12">
      <label>
        Days
        <input
          type="number"
          className="form-control"
          min={1}
          max={90}
          value={days}
          onChange={(event) => setDays(Number(event.target.value))}
        />
      </label>
      <label>
        How many people may open it
        <input
          type="number"
          className="form-control"
          min={1}
          max={1000}
          placeholder="any number"
          value={uses}
          onChange={(event) => setUses(event.target.value)}
        />
      </label>
    </div>
  );
}
