"use client";
import Link from "next/link";
import { useState } from "react";
import { z } from "zod";
import type { FillDesk } from "@/contract/releases";
import type { NewExportRequest } from "@/contract/exports";
import { factsOf } from "@/core/outputs/output";
import type { ValueFault, Values } from "@/core/document/values";
import { findingsOf, openStops, type Finding } from "@/core/checks/findings";
import { ApiError, call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import type { StagePlayer } from "@/ui/stage/player";

const bringIntoView = (element: HTMLElement | null) => element?.scrollIntoView({ block: "nearest" });

/** Which formats and outputs, and the one button that makes them. */
export function ExportPanel({
  desk,
  values,
  faults,
  player,
  onStopped,
}: {
  desk: FillDesk;
  values: Values;
  faults: readonly ValueFault[];
  player: StagePlayer;
  onStopped: (fields: readonly string[]) => void;
}) {
  const { document: design, house } = desk;
  const outputs = desk.outputs.filter(({ id }) => design.outputs?.includes(id) ?? true);
  const formats = house.formats.filter((format) => design.formats.includes(format.id));
  const [chosenFormats, setFormats] = useState<readonly string[]>(design.formats);
  const [chosenOutputs, setOutputs] = useState<readonly string[]>(outputs.slice(0, 1).map((output) => output.id));
  const [answer, setAnswer] = useState<{ made: number } | { error: ApiError } | undefined>();
  const [busy, setBusy] = useState(false);
  // What stopped one set of values says nothing about the next.
  const [stopped, setStopped] = useState<{ readonly values: Values; readonly findings: readonly Finding[] }>();
  const stops = stopped?.values === values ? stopped.findings : [];
  const [reasons, setReasons] = useState<Readonly<Record<string, string>>>({});
  const count = chosenFormats.length * chosenOutputs.length;
  const toggle = (list: readonly string[], id: string) =>
    list.includes(id) ? list.filter((other) => other !== id) : [...list, id];

  const start = async (acceptOlder: boolean) => {
    onStopped(faults.map((fault) => fault.field));
    if (faults.length > 0) {
      setAnswer({ error: new ApiError(422, "values", faults[0]!.message) });
      return;
    }
    setBusy(true);
    setAnswer(undefined);
    // Looked at again: the last key may have been pressed a moment ago.
    const found = (await player.check("row")).filter(({ format }) => chosenFormats.includes(format));
    const known = findingsOf(design, found);
    const accepted = known
      .map(({ id }) => ({ check: id, reason: (reasons[id] ?? "").trim() }))
      .filter(({ reason }) => reason.length >= 3);
    const all = openStops(known, desk.accepted);
    setStopped({ values, findings: all });
    if (openStops(all, accepted).length > 0) {
      setBusy(false);
      return;
    }
    const request: NewExportRequest = {
      releaseId: desk.id,
      values,
      formats: [...chosenFormats],
      outputs: [...chosenOutputs],
      acceptOlder,
      accepted,
    };
    try {
      const { ids } = await call("/api/exports", z.object({ ids: z.array(z.string()) }), request);
      setAnswer({ made: ids.length });
      setStopped(undefined);
    } catch (error) {
      setAnswer({ error: error as ApiError });
    }
    setBusy(false);
  };

  return (
    <section className="export-panel" aria-label="Export">
      <h2 className="rubric">Export</h2>
      <fieldset>
        <legend>Formats</legend>
        {formats.map((format) => (
          <label key={format.id} className="tick">
            <input
              type="checkbox"
              checked={chosenFormats.includes(format.id)}
              onChange={() => setFormats(toggle(chosenFormats, format.id))}
            />
            {format.name}
          </label>
        ))}
      </fieldset>
      <fieldset>
        <legend>Kinds of file</legend>
        {outputs.map((output) => (
          <label key={output.id} className="tick">
            <input
              type="checkbox"
              checked={chosenOutputs.includes(output.id)}
              onChange={() => setOutputs(toggle(chosenOutputs, output.id))}
            />
            {output.name} <small>{factsOf(output).technical}</small>
          </label>
        ))}
      </fieldset>
      {stops.length > 0 && (
        <div ref={bringIntoView} className="export-panel__stops">
          {stops.map((finding) => (
            <div key={finding.id} className="finding">
              <Notice weight="stop">
                {finding.message}{" "}
                <small>
                  {formats
                    .filter(({ id }) => finding.formats.includes(id))
                    .map(({ name }) => name)
                    .join(", ")}
                </small>
              </Notice>
              {!finding.broken && (
                <input
                  type="text"
                  className="form-control form-control-sm"
                  aria-label={`Why this may go out: ${finding.message}`}
                  placeholder="Mend it above, or say why it may go out like this"
                  maxLength={300}
                  value={reasons[finding.id] ?? ""}
                  onChange={(event) => setReasons({ ...reasons, [finding.id]: event.target.value })}
                />
              )}
            </div>
          ))}
        </div>
      )}
      <div className="export-panel__go">
        <button type="button" className="btn btn-primary" disabled={busy || count === 0} onClick={() => start(false)}>
          {count === 0 ? "Choose a format and a kind" : `Export ${count} ${count === 1 ? "clip" : "clips"}`}
        </button>
        {answer && "made" in answer && (
          <Notice weight="note">
            {answer.made} {answer.made === 1 ? "clip is" : "clips are"} on the way.{" "}
            <Link href="/outbox">See the outbox</Link>
          </Notice>
        )}
        {answer && "error" in answer && (
          <>
            <Notice weight="stop">{answer.error.message}</Notice>
            {answer.error.code === "release_stale" && (
              <button type="button" className="btn btn-outline-secondary btn-sm" onClick={() => start(true)}>
                Export this release all the same
              </button>
            )}
          </>
        )}
      </div>
    </section>
  );
}
