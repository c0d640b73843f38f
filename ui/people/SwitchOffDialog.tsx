"use client";
import { useState } from "react";
import { Button, Modal } from "react-bootstrap";
import { z } from "zod";
import type { MemberCard } from "@/contract/members";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";

/** Switches a member off, with what they hold handed to somebody who stays. */
export function SwitchOffDialog(props: { member: MemberCard; others: readonly MemberCard[]; onClose: () => void }) {
  const { member, others, onClose } = props;
  const [heir, setHeir] = useState(others[0]?.id ?? "");
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const switchOff = async () => {
    setBusy(true);
    try {
      await call(`/api/members/${member.id}`, z.null(), { active: false, handTo: heir });
      onClose();
    } catch (error) {
      setFault((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <PaperDialog title={`Deactivate ${member.name}`} onClose={onClose}>
      <Modal.Body className="d-grid gap-12">
        <p className="m-0">
          {member.name} is signed out everywhere at once and can’t sign in again until reactivated. Nothing that was
          made is lost: finished clips, releases and versions keep the name of who made them.
        </p>
        <label>
          {member.holds === 0
            ? "Clips that wait"
            : `Sheets, running orders and links (${member.holds}), and clips that wait`}
          {" go to"}
          <select className="form-select" value={heir} onChange={(event) => setHeir(event.target.value)}>
            {others.map(({ id, name, role }) => (
              <option key={id} value={id}>
                {name}, {role}
              </option>
            ))}
          </select>
        </label>
        {others.length === 0 && <Notice weight="stop">There is no other member who can take over.</Notice>}
        {fault && <Notice weight="stop">{fault}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        <Button disabled={busy || heir === ""} onClick={() => void switchOff()}>
          Deactivate
        </Button>
      </Modal.Footer>
    </PaperDialog>
  );
}
