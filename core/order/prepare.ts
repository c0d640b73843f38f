import type { Design } from "../document/design";
import { standardFormats, type Format } from "../document/format";
import type { Fps } from "../document/fps";
import { frameToS } from "../document/fps";
import type { House } from "../document/house";
import type { LivePart } from "../document/live";
import type { OrderEntry, RunningOrder } from "../document/order";
import { checkValues } from "../document/values";
import type { Playable } from "../sample/playable";
import type { Scene, SceneRequest } from "../scene";
import { squeezeOf } from "../schedule/squeeze";
import type { OrderIssue } from "./issues";
import { orderPlayable } from "./playable";
import { timeOrder, type PartFacts, type TimedOrder } from "./time-order";

/** What an entry is filled in. */
export interface OrderDesk {
  readonly design: Design;
  readonly house: House;
}

export interface OrderRequest {
  readonly order: RunningOrder;
  /** By the id of the release. */
  readonly desks: Readonly<Record<string, OrderDesk>>;
  /** Id of the format. */
  readonly format: string;
  readonly fps: Fps;
  /** While it is being arranged, what is not filled in yet shows its samples. */
  readonly samples?: boolean;
}

/** How long an entry arrives and leaves as designed, in seconds, and what it must stay at least. */
export interface Phases {
  readonly arriveS: number;
  readonly leaveS: number;
  readonly minStay: number;
}

/** An order whose entries have their places, in one format. */
export interface PlacedOrder {
  readonly format: Format;
  readonly timed: TimedOrder;
  /** Of the places, and of the entries that can't be shown. */
  readonly issues: readonly OrderIssue[];
  /** What shows a part of it: as long as its place. */
  readonly requestOf: (part: number) => SceneRequest;
  /** Known for those whose leaving decides when the next comes; for all where they were asked for. */
  readonly phases: ReadonlyMap<string, Phases>;
}

export const phasesOf = ({ table }: Scene, { minStay }: Design): Phases => ({
  arriveS: table.arriveS,
  leaveS: table.leaveS,
  minStay,
});

/** Why an entry can't be shown in a format, whatever it says; undefined where it can. */
function hindered(entry: OrderEntry, { desks, format }: OrderRequest, shown: Format | undefined) {
  const desk = desks[entry.release];
  if (!desk) return "gone" as const;
  const own = desk.house.formats.find(({ id }) => id === format);
  if (!own || !desk.design.formats.includes(format)) return "format" as const;
  if (shown && (own.width !== shown.width || own.height !== shown.height)) return "size" as const;
  return undefined;
}

const requestFor = (
  { desks, format, fps, samples = false }: OrderRequest,
  { release, values }: OrderEntry,
  lengthS?: number,
) => {
  const { design, house } = desks[release]!;
  return { design, house, format, fps, samples, values: lengthS === undefined ? values : { ...values, lengthS } };
};

/**
 * Gives every entry its place. Those whose leaving decides when the next comes are looked at, as long as they were
 * filled in, by `phasesFor`; with `all`, every one. Entries that can't be shown take no time and are told.
 */
export async function placeOrder(
  request: OrderRequest,
  phasesFor: (request: SceneRequest, entry: OrderEntry) => Promise<Phases>,
  all = false,
): Promise<PlacedOrder> {
  const { order, desks, format, fps } = request;
  const issues: OrderIssue[] = [];
  const usable = new Set<string>();
  let shown: Format | undefined;
  for (const entry of order.entries) {
    if (!entry.on) continue;
    const reason = hindered(entry, request, shown);
    if (reason) {
      issues.push({ code: "order_entry", entry: entry.id, reason });
      continue;
    }
    const [fault] = checkValues(desks[entry.release]!.design, entry.values);
    if (fault) issues.push({ code: "order_entry", entry: entry.id, reason: "values", said: fault.message });
    if (!fault || request.samples) {
      usable.add(entry.id);
      shown ??= desks[entry.release]!.house.formats.find(({ id }) => id === format);
    }
  }
  const phases = new Map<string, Phases>();
  for (const entry of order.entries) {
    const decides = order.by === "sequence" && (entry.handOver ?? order.handOver).kind === "leaving";
    if (!usable.has(entry.id) || !(all || decides)) continue;
    phases.set(entry.id, await phasesFor(requestFor(request, entry), entry));
  }
  const factsOf = (entry: OrderEntry): PartFacts | undefined => {
    if (!usable.has(entry.id)) return undefined;
    const { length } = desks[entry.release]!.design;
    const lengthS = entry.values.lengthS ?? length.default;
    const leaveS = (seconds: number) => timesIn(phases.get(entry.id), seconds).leaveS;
    return { lengthS, minS: length.min, maxS: length.max, leaveS };
  };
  const timed = timeOrder(order, factsOf, fps);
  return {
    format: shown ?? noFormat(request),
    timed,
    issues: [...issues, ...timed.issues],
    requestOf: (part) => {
      const { entry, frames } = timed.parts[part]!;
      return requestFor(request, entry, frameToS(frames, fps));
    },
    phases,
  };
}

/** An order that shows nothing is as large as the format that was asked for is anywhere. */
const noFormat = ({ desks, format }: OrderRequest): Format =>
  [...Object.values(desks).flatMap(({ house }) => house.formats), ...standardFormats].find(({ id }) => id === format) ??
  standardFormats[0]!;

/** Arriving and leaving in a clip of so many seconds. */
const timesIn = (phases: Phases | undefined, lengthS: number) => {
  const { arriveS, leaveS, minStay } = phases ?? { arriveS: 0, leaveS: 0, minStay: 0 };
  const squeeze = squeezeOf(arriveS + leaveS, minStay, lengthS);
  return { arriveS: arriveS * squeeze, leaveS: leaveS * squeeze };
};

/** The whole order as one thing to be played, each part prepared as long as its place. */
export async function preparedOrder(
  placed: PlacedOrder,
  prepare: (request: SceneRequest, entry: OrderEntry) => Promise<Scene>,
): Promise<Playable> {
  const scenes: Scene[] = [];
  for (const [part, { entry }] of placed.timed.parts.entries())
    scenes.push(await prepare(placed.requestOf(part), entry));
  return orderPlayable(placed.format, placed.timed, scenes);
}

/** Parts of an order that was placed with all phases, as a live page goes through them; whole milliseconds. */
export function livePartsOf({ timed, phases }: PlacedOrder): LivePart[] {
  const msOf = (frames: number): number => Math.round(frameToS(frames, timed.fps) * 1000);
  return timed.parts.map(({ entry, startFrame, frames }, i) => {
    const lengthMs = msOf(frames);
    const { arriveS, leaveS } = timesIn(phases.get(entry.id), lengthMs / 1000);
    const leaveMs = Math.min(lengthMs, Math.round(leaveS * 1000));
    const leaveAtMs = lengthMs - leaveMs;
    const next = timed.parts[i + 1];
    const nextMs = next ? msOf(next.startFrame - startFrame) - leaveAtMs : 0;
    return { arriveMs: Math.min(leaveAtMs, Math.round(arriveS * 1000)), leaveAtMs, leaveMs, nextMs };
  });
}
