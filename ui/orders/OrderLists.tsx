"use client";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { frameRates, type Fps } from "@/core/document/fps";
import { mayDrop } from "@/core/document/timecode";
import { nameFactsOf } from "@/core/naming/facts";
import { fileStem } from "@/core/naming/file-name";
import { slug } from "@/core/naming/slug";
import { decisionList } from "@/core/order/decision-list";
import { editList } from "@/core/order/edit-list";
import { lanesOf, listedClips } from "@/core/order/listed";
import { timingSheet } from "@/core/order/timing-sheet";
import { factsOf, madeOutput } from "@/core/outputs/output";
import { Notice } from "@/ui/parts/Notice";
import { stageClient } from "@/ui/stage/client";
import { desksOf, nameOfEntry } from "./names";
import { useOrder, useOrderStore, type OrderState } from "./store";

/** Rates as people name them; those of broadcast count timecodes with and without dropping. */
const rates = Object.entries(frameRates).flatMap(([name, fps]) =>
  mayDrop(fps)
    ? [
        { id: `${name} drop`, label: `${name}, drop-frame`, fps, drop: true },
        { id: name, label: `${name}, non-drop`, fps, drop: false },
      ]
    : [{ id: name, label: name, fps, drop: false }],
);
type Rate = (typeof rates)[number];

type ListKind = "csv" | "otio" | "edl";
const kinds: readonly { readonly id: ListKind; readonly label: string; readonly about: string }[] = [
  { id: "csv", label: "Timing sheet", about: "CSV with timecodes" },
  { id: "otio", label: "Open edit list", about: "OpenTimelineIO, for editing programs" },
  { id: "edl", label: "Decision list", about: "EDL, one for each track" },
];

/** Places of the order at a rate, as the painting worker gives them. */
async function placedAt({ document: order, releases }: OrderState, format: string, fps: Fps) {
  const request = { order, desks: desksOf(releases) };
  const answer = await stageClient().call({ kind: "prepare-order", stage: "lists", request, formats: [format], fps });
  void stageClient().call({ kind: "drop", stage: "lists" });
  const placed = answer.kind === "prepared" ? answer.formats[0]?.order : undefined;
  if (!placed) throw new Error("The order can’t be placed just now. Look at what is said above.");
  return placed;
}

/** Each list as a file: name and text. */
async function written(state: OrderState, kind: ListKind, format: string, { fps, drop }: Rate, hours: number) {
  const placed = await placedAt(state, format, fps);
  const entries = new Map(state.document.entries.map((entry) => [entry.id, entry]));
  const timed = {
    ...placed,
    issues: [],
    parts: placed.parts.map((part) => ({ ...part, entry: entries.get(part.id)! })),
  };
  const date = new Date().toISOString().slice(0, 10);
  const first = state.outputs[0]!;
  const clips = listedClips(timed, (part) => {
    const { entry } = timed.parts[part]!;
    const { document, house, number } = state.releases[entry.release]!;
    const output = madeOutput(first, document);
    const facts = { ...nameFactsOf(document, house, entry.values), release: number, format, output, date };
    const file = `${fileStem({ ...facts, counter: part + 1 })}.${factsOf(first).ending}`;
    return { name: nameOfEntry(entry, state.releases), file };
  });
  const fromFrame = Math.round((hours * 3600 * fps.num) / fps.den);
  const { name } = state.document;
  const stem = slug(name, 80) || "order";
  if (kind === "csv") return [{ name: `${stem}.csv`, text: timingSheet(clips, { fps, drop, fromFrame }) }];
  if (kind === "otio") {
    const text = JSON.stringify(editList(clips, { name, fps, fromFrame }), null, 2);
    return [{ name: `${stem}.otio`, text }];
  }
  return lanesOf(clips).map((lane, i, all) => ({
    name: `${stem}${all.length > 1 ? `_${i + 1}` : ""}.edl`,
    text: decisionList(lane, { title: name, fps, drop, fromFrame }),
  }));
}

function save({ name, text }: { name: string; text: string }): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([text], { type: "application/octet-stream" }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** Lists of what comes when, for those who edit. */
export function OrderLists({ format }: { format: string | undefined }) {
  const store = useOrderStore();
  const empty = useOrder((state) => state.document.entries.every(({ on }) => !on));
  const [rate, setRate] = useState("25");
  const [hours, setHours] = useState(0);
  const [fault, setFault] = useState<string>();
  const chosen = rates.find(({ id }) => id === rate)!;
  const take = async (kind: ListKind) => {
    setFault(undefined);
    try {
      for (const list of await written(store.getState(), kind, format!, chosen, hours)) save(list);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <section className="mt-16" aria-label="Lists">
      <h3 className="rubric">Lists of what comes when</h3>
      <div className="align-items-center d-flex flex-wrap gap-8">
        <label className="align-items-center d-flex gap-6">
          Frames a second
          <Form.Select size="sm" className="w-auto" value={rate} onChange={(event) => setRate(event.target.value)}>
            {rates.map(({ id, label }) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </Form.Select>
        </label>
        <label className="align-items-center d-flex gap-6">
          from
          <Form.Select
            size="sm"
            className="w-auto figures"
            value={hours}
            onChange={(event) => setHours(Number(event.target.value))}
          >
            {[0, 1, 10].map((hour) => (
              <option key={hour} value={hour}>
                {String(hour).padStart(2, "0")}:00:00:00
              </option>
            ))}
          </Form.Select>
        </label>
      </div>
      <ul className="order-lists">
        {kinds.map(({ id, label, about }) => (
          <li key={id}>
            <button
              type="button"
              className="chip"
              disabled={empty || format === undefined}
              onClick={() => void take(id)}
            >
              {label}
            </button>{" "}
            <small className="quiet">{about}</small>
          </li>
        ))}
      </ul>
      <p className="quiet fs-13 m-0">Its words as WebVTT or SRT are a kind of file, above.</p>
      {fault && <Notice weight="stop">{fault}</Notice>}
    </section>
  );
}
