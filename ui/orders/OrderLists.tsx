"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { OrderFiles } from "@/contract/orders";
import type { Format } from "@/core/document/format";
import { frameRates, type Fps } from "@/core/document/fps";
import { frameOfHour, mayDrop } from "@/core/document/timecode";
import { orderDeeds } from "@/core/facts/order";
import { slug } from "@/core/naming/slug";
import { decisionList } from "@/core/order/decision-list";
import { editList } from "@/core/order/edit-list";
import { lanesOf, listedClips } from "@/core/order/listed";
import { timingSheet } from "@/core/order/timing-sheet";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { useEvents } from "@/ui/parts/events";
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
  { id: "otio", label: "OpenTimelineIO", about: "for editing programs" },
  { id: "edl", label: "Edit decision list", about: "EDL, one for each track" },
];

type FileSet = OrderFiles["sets"][number];

/** Places of the order at a rate, as the painting worker gives them. */
async function placedAt({ document: order, releases }: OrderState, format: string, fps: Fps) {
  const request = { order, desks: desksOf(releases) };
  const answer = await stageClient().call({ kind: "prepare-order", stage: "lists", request, formats: [format], fps });
  void stageClient().call({ kind: "drop", stage: "lists" });
  const placed = answer.kind === "prepared" ? answer.formats[0]?.order : undefined;
  if (!placed) throw new Error("The timing can’t be worked out just now. See the message above.");
  const entries = new Map(order.entries.map((entry) => [entry.id, entry]));
  return { ...placed, issues: [], parts: placed.parts.map((part) => ({ ...part, entry: entries.get(part.id)! })) };
}

/** Each list as a file: name and text. */
async function written(
  state: OrderState,
  kind: ListKind,
  wanted: { readonly format: string; readonly rate: Rate; readonly hours: number; readonly set: FileSet | undefined },
) {
  const { fps, drop } = wanted.rate;
  const timed = await placedAt(state, wanted.format, fps);
  const files = new Map(wanted.set?.files.map(({ entry, fileName }) => [entry, fileName]));
  const clips = listedClips(timed, (part) => {
    const { entry } = timed.parts[part]!;
    return { name: nameOfEntry(entry, state.releases), file: files.get(entry.id) };
  });
  const fromFrame = frameOfHour(wanted.hours, fps, drop);
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

/** What of an order a set of files has not, or no longer as it is now. */
async function gapsOf(state: OrderState, set: FileSet): Promise<string | undefined> {
  const { parts, fps } = await placedAt(state, set.format, set.output.fps);
  const files = new Map(set.files.map(({ entry, lengthS }) => [entry, lengthS]));
  const missing = parts.filter(({ id }) => !files.has(id)).length;
  const frameS = fps.den / fps.num;
  const other = parts.filter(({ id, frames }) => {
    const lengthS = files.get(id);
    return typeof lengthS === "number" && Math.abs(lengthS - frames * frameS) > frameS;
  }).length;
  const count = (n: number, what: string) => `${n} ${n === 1 ? "graphic" : "graphics"} ${what}`;
  const said = [
    ...(missing > 0 ? [count(missing, missing === 1 ? "has no file in this set" : "have no file in this set")] : []),
    ...(other > 0 ? [count(other, other === 1 ? "has another length now" : "have another length now")] : []),
  ];
  return said.length > 0 ? `${said.join(", ")}. Make the files again.` : undefined;
}

function save({ name, text }: { name: string; text: string }): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([text], { type: "application/octet-stream" }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** The sets of files that were made of this order's graphics, and what the chosen one lacks. */
function useFileSets() {
  const store = useOrderStore();
  const id = useOrder((state) => state.id);
  const queries = useQueryClient();
  const found = useQuery({
    queryKey: ["order-files", id],
    queryFn: () => call(`/api/orders/${id}/files`, OrderFiles),
  });
  useEvents(["exports"], () => void queries.invalidateQueries({ queryKey: ["order-files", id] }));
  const sets = found.data?.sets ?? [];
  const [wanted, setWanted] = useState<string>();
  const set = wanted === "" ? undefined : (sets.find((one) => one.id === wanted) ?? sets[0]);
  const document = useOrder((state) => state.document);
  const gaps = useQuery({
    queryKey: ["order-files", id, "gaps", set?.id, set?.files.length, document],
    queryFn: async () => (set ? ((await gapsOf(store.getState(), set)) ?? null) : null),
    enabled: set !== undefined,
    staleTime: Infinity,
    gcTime: 0,
  });
  return { sets, set, setWanted, gaps: gaps.data ?? undefined };
}

/** The rate of timecodes for files of a rate: without dropping, where both are possible. */
const rateFor = (fps: Fps | undefined): string =>
  rates.find((rate) => fps && !rate.drop && rate.fps.num * fps.den === fps.num * rate.fps.den)?.id ?? "25";

/** Lists of what comes when, for those who edit: of a set of files that was made, or of times alone. */
export function OrderLists({ formats }: { formats: readonly Format[] }) {
  const store = useOrderStore();
  const empty = useOrder((state) => state.document.entries.every(({ on }) => !on));
  const { sets, set, setWanted, gaps } = useFileSets();
  const [wantedRate, setRate] = useState<string>();
  const [hours, setHours] = useState(0);
  const [fault, setFault] = useState<string>();
  const rate = wantedRate ?? rateFor(set?.output.fps);
  const chosen = rates.find(({ id }) => id === rate)!;
  const format = set?.format ?? formats[0]?.id;
  const nameOf = (id: string) => formats.find((one) => one.id === id)?.name ?? id;
  const take = async (kind: ListKind) => {
    setFault(undefined);
    try {
      for (const list of await written(store.getState(), kind, { format: format!, rate: chosen, hours, set }))
        save(list);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <section className="mt-16" aria-label="Lists">
      <h3 className="rubric">Timing lists</h3>
      <label className="d-block" data-help={orderDeeds.timingFiles.help}>
        Files
        <Form.Select size="sm" value={set?.id ?? ""} onChange={(event) => setWanted(event.target.value)}>
          {sets.map(({ id, askedAt, format: own, output, files }) => (
            <option key={id} value={id}>
              {writeDate(askedAt)} · {nameOf(own)} · {output.name} · {files.length}{" "}
              {files.length === 1 ? "file" : "files"}
            </option>
          ))}
          <option value="">No files, times only</option>
        </Form.Select>
      </label>
      {sets.length === 0 && (
        <p className="quiet fs-13 m-0">
          Lists name the files of an order once each graphic has been made as its own file, above.
        </p>
      )}
      {gaps && <Notice weight="warn">{gaps}</Notice>}
      <div className="align-items-center d-flex flex-wrap gap-8 mt-8">
        <label className="align-items-center d-flex gap-6" data-help={orderDeeds.timingRate.help}>
          Frames a second
          <Form.Select size="sm" className="w-auto" value={rate} onChange={(event) => setRate(event.target.value)}>
            {rates.map(({ id, label }) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </Form.Select>
        </label>
        <label className="align-items-center d-flex gap-6" data-help={orderDeeds.timingStart.help}>
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
              title={empty ? "All graphics of this order are left out." : undefined}
              onClick={() => void take(id)}
            >
              {label}
            </button>{" "}
            <small className="quiet">{about}</small>
          </li>
        ))}
      </ul>
      <p className="quiet fs-13 m-0">Captions (WebVTT or SRT) are a kind of file, above.</p>
      {fault && <Notice weight="stop">{fault}</Notice>}
    </section>
  );
}
