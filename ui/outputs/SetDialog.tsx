"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import type { OutputView } from "@/contract/outputs";
import { outputDeeds } from "@/core/facts/output";
import { factsOf } from "@/core/outputs/output";
import { OutputSet } from "@/core/outputs/set";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";

/** Several outputs under one name. */
export function SetDialog(props: {
  set: OutputSet | undefined;
  views: readonly OutputView[];
  fault: string | undefined;
  busy: boolean;
  onPut: (set: OutputSet) => void;
  onClose: () => void;
}) {
  const { set, views, fault, busy, onPut, onClose } = props;
  const [name, setName] = useState(set?.name ?? "");
  const [outputs, setOutputs] = useState<readonly string[]>(set?.outputs ?? []);
  const read = OutputSet.safeParse({ id: set?.id ?? "new", name, outputs: [...outputs] });
  const toggle = (id: string) =>
    setOutputs(outputs.includes(id) ? outputs.filter((other) => other !== id) : [...outputs, id]);
  return (
    <PaperDialog title={set ? `Change ${set.name}` : "New set"} onClose={onClose}>
      <Modal.Body>
        <Form.Group className="mb-12" controlId="set-name" data-help={outputDeeds.setName.help}>
          <Form.Label>{outputDeeds.setName.label}</Form.Label>
          <Form.Control
            autoFocus
            maxLength={80}
            placeholder="Everything for the Thursday film"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </Form.Group>
        <fieldset data-help={outputDeeds.setOutputs.help}>
          <legend>{outputDeeds.setOutputs.label}</legend>
          {views.map(({ output }) => (
            <label key={output.id} className="tick">
              <input type="checkbox" checked={outputs.includes(output.id)} onChange={() => toggle(output.id)} />{" "}
              {output.name} <small>{factsOf(output).technical}</small>
            </label>
          ))}
        </fieldset>
        {fault && <Notice weight="stop">{fault}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        <Button disabled={busy || !read.success || name.trim() === ""} onClick={() => read.success && onPut(read.data)}>
          {set ? "Save" : "Create"}
        </Button>
      </Modal.Footer>
    </PaperDialog>
  );
}
