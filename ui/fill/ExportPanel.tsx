"use client";
import Link from "next/link";
import { Button, Form } from "react-bootstrap";
import type { Fact } from "@/core/facts/fact";
import { fillDeeds, fillFacts } from "@/core/facts/fill";
import type { FillDesk } from "@/contract/releases";
import { FindingLine } from "@/ui/parts/FindingLine";
import { useMember } from "@/ui/parts/member";
import { Notice } from "@/ui/parts/Notice";
import { Approval } from "./Approval";
import { OutputTicks } from "./OutputTicks";
import { useExporting } from "./use-exporting";
import type { Filling } from "./use-filling";
import { useKeptChoice } from "./use-kept-choice";

const bringIntoView = (element: HTMLElement | null) => element?.scrollIntoView({ block: "nearest" });

/** Which formats and outputs, and the one button that makes them. */
export function ExportPanel({ desk, filling }: { desk: FillDesk; filling: Filling }) {
  const { document: design, house } = desk;
  const outputs = desk.outputs.filter(({ id }) => design.outputs?.includes(id) ?? true);
  const formats = house.formats.filter((format) => design.formats.includes(format.id));
  const { id: member } = useMember();
  const kept = (what: string) => `rubrick ${what} ${member} ${desk.designId}`;
  const [chosenFormats, setFormats] = useKeptChoice(kept("formats"), design.formats, design.formats);
  const offered = outputs.map(({ id }) => id);
  const [chosenOutputs, setOutputs] = useKeptChoice(kept("outputs"), offered, offered.slice(0, 1));
  const { answer, busy, reasons, setReasons, stops, start } = useExporting(desk, filling);
  const count = chosenFormats.length * chosenOutputs.length;
  const go = (acceptOlder: boolean) => void start(chosenFormats, chosenOutputs, acceptOlder);
  return (
    <section className="export-panel d-grid mt-20 pt-12" aria-label="Export">
      <h2 className="rubric">Export</h2>
      <Ticks fact={fillFacts.formats} list={formats} chosen={chosenFormats} onChange={setFormats} />
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
              ask="Fix it above, or give a reason to export it anyway"
            />
          ))}
        </div>
      )}
      <Approval filling={filling} />
      <div className="export-panel__go text-end">
        <Button data-help={fillDeeds.export.help} disabled={busy || count === 0} onClick={() => go(false)}>
          {count === 0 ? "Choose a format and a kind of file" : `Export ${count} ${count === 1 ? "file" : "files"}`}
        </Button>
        {answer && "made" in answer && (
          <Notice weight="note">
            {answer.made} {answer.made === 1 ? "file is" : "files are"} on the way.{" "}
            {answer.skipped.length > 0 && `${answer.skipped.length} skipped: ${answer.skipped[0]} exists already. `}
            <Link href="/outbox">Open the outbox</Link>
          </Notice>
        )}
        {answer && "error" in answer && (
          <>
            <Notice weight="stop">{answer.error.message}</Notice>
            {answer.error.code === "release_stale" && (
              <Button
                data-help={fillDeeds.exportAnyway.help}
                variant="outline-secondary"
                size="sm"
                onClick={() => go(true)}
              >
                {fillDeeds.exportAnyway.label}
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
  fact: Fact;
  list: readonly { id: string; name: string }[];
  chosen: readonly string[];
  onChange: (chosen: readonly string[]) => void;
}) {
  const { fact, list, chosen, onChange } = props;
  const toggle = (id: string) =>
    onChange(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  return (
    <Form.Group as="fieldset" data-help={fact.help}>
      <legend>{fact.label}</legend>
      {list.map(({ id, name }) => (
        <label key={id} className="tick">
          <input type="checkbox" checked={chosen.includes(id)} onChange={() => toggle(id)} />
          {name}
        </label>
      ))}
    </Form.Group>
  );
}
