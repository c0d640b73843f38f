"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { FillDesk } from "@/contract/releases";
import { FindingLine } from "@/ui/parts/FindingLine";
import { Notice } from "@/ui/parts/Notice";
import { Approval } from "./Approval";
import { OutputTicks } from "./OutputTicks";
import { useExporting } from "./use-exporting";
import type { Filling } from "./use-filling";

const bringIntoView = (element: HTMLElement | null) => element?.scrollIntoView({ block: "nearest" });

/** Which formats and outputs, and the one button that makes them. */
export function ExportPanel({ desk, filling }: { desk: FillDesk; filling: Filling }) {
  const { document: design, house } = desk;
  const outputs = desk.outputs.filter(({ id }) => design.outputs?.includes(id) ?? true);
  const formats = house.formats.filter((format) => design.formats.includes(format.id));
  const [chosenFormats, setFormats] = useState<readonly string[]>(design.formats);
  const [chosenOutputs, setOutputs] = useState<readonly string[]>(outputs.slice(0, 1).map(({ id }) => id));
  const { answer, busy, reasons, setReasons, stops, start } = useExporting(desk, filling);
  const count = chosenFormats.length * chosenOutputs.length;
  const go = (acceptOlder: boolean) => void start(chosenFormats, chosenOutputs, acceptOlder);
  return (
    <section className="export-panel d-grid mt-20 pt-12" aria-label="Export">
      <h2 className="rubric">Export</h2>
      <Ticks legend="Formats" list={formats} chosen={chosenFormats} onChange={setFormats} />
      <OutputTicks
        desk={desk}
        outputs={outputs}
        chosen={chosenOutputs}
        formats={chosenFormats}
        lengthS={filling.values.lengthS}
        onChange={setOutputs}
      />
      {stops.length > 0 && (
        <div ref={bringIntoView} className="export-panel__stops">
          {stops.map((finding) => (
            <FindingLine
              key={finding.id}
              finding={finding}
              formats={formats}
              reasons={reasons}
              onReasons={setReasons}
              ask="Mend it above, or say why it may go out like this"
            />
          ))}
        </div>
      )}
      <Approval filling={filling} />
      <div className="export-panel__go text-end">
        <Button disabled={busy || count === 0} onClick={() => go(false)}>
          {count === 0 ? "Choose a format and a kind" : `Export ${count} ${count === 1 ? "file" : "files"}`}
        </Button>
        {answer && "made" in answer && (
          <Notice weight="note">
            {answer.made} {answer.made === 1 ? "file is" : "files are"} on the way.{" "}
            {answer.skipped.length > 0 &&
              `${answer.skipped.length} left as ${answer.skipped.length === 1 ? "it is" : "they are"}: ${answer.skipped[0]} is there already. `}
            <Link href="/outbox">See the outbox</Link>
          </Notice>
        )}
        {answer && "error" in answer && (
          <>
            <Notice weight="stop">{answer.error.message}</Notice>
            {answer.error.code === "release_stale" && (
              <Button variant="outline-secondary" size="sm" onClick={() => go(true)}>
                Export this release all the same
              </Button>
            )}
          </>
        )}
      </div>
    </section>
  );
}

/** Some of a list, each ticked or not. */
function Ticks(props: {
  legend: string;
  list: readonly { id: string; name: string }[];
  chosen: readonly string[];
  onChange: (chosen: readonly string[]) => void;
}) {
  const { legend, list, chosen, onChange } = props;
  const toggle = (id: string) =>
    onChange(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  return (
    <Form.Group as="fieldset">
      <legend>{legend}</legend>
      {list.map(({ id, name }) => (
        <label key={id} className="tick">
          <input type="checkbox" checked={chosen.includes(id)} onChange={() => toggle(id)} />
          {name}
        </label>
      ))}
    </Form.Group>
  );
}
