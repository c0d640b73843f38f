import { LRUCache } from "lru-cache";
import { frameCount } from "@/core/document/fps";
import { scaleOf, type MadeOutput } from "@/core/outputs/output";
import { outputKinds } from "@/core/outputs/kinds";
import type { Expected } from "@/contract/exports";
import type { Db } from "@/server/db/connection";
import { listMeasured, type MeasuredExport } from "@/server/db/exports";

/** What an estimate is about. */
export interface Subject {
  readonly designId: string;
  readonly width: number;
  readonly height: number;
  readonly lengthS: number;
}

/** Exports looked back on; older ones say less about the designs and machines of today. */
const mostMeasured = 400;
/** So many of the same design and kind are enough to go by. */
const enough = 2;

const remembered = new LRUCache<string, readonly MeasuredExport[]>({ max: 1, ttl: 20_000 });

/** What this installation has made lately, and what it took. */
export async function readMeasures(db: Db): Promise<readonly MeasuredExport[]> {
  const known = remembered.get("all");
  if (known) return known;
  const measured = await listMeasured(db, mostMeasured);
  remembered.set("all", measured);
  return measured;
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

/** Megapixels of all frames; files that have none count as one. */
const amount = (frames: number, width: number, height: number): number =>
  Math.max(1e-6, (Math.max(1, frames) * Math.max(1, width * height)) / 1e6);

/**
 * Size and time that a clip is expected to take: as those of the same design and kind took, else those of the kind, else
 * as it was measured with the demo designs.
 */
export function expectedOf(known: readonly MeasuredExport[], output: MadeOutput, subject: Subject): Expected {
  const facts = outputKinds[output.kind];
  const scale = scaleOf(output);
  const frames = facts.choices.rate ? frameCount(subject.lengthS, output.fps) : 1;
  const size = amount(frames, subject.width * scale, subject.height * scale);
  const ofKind = known.filter(({ kind }) => kind === output.kind);
  const ofDesign = ofKind.filter(({ designId }) => designId === subject.designId);
  const [like, basis] =
    ofDesign.length >= enough
      ? [ofDesign, "design" as const]
      : ([ofKind, ofKind.length > 0 ? "kind" : "plain"] as const);
  const limit = "limitKb" in output && output.limitKb !== undefined ? output.limitKb * 1000 : Infinity;
  if (like.length === 0) {
    const seconds = 1 + size * facts.megapixelS;
    return { bytes: Math.round(Math.min(limit, size * facts.megapixelBytes)), seconds, basis };
  }
  const per = (of: (one: MeasuredExport) => number) =>
    median(like.map((one) => of(one) / amount(one.frames, one.width, one.height)));
  // Pages, words and sound are what they are, whatever the size.
  const plain = facts.choices.scale ? undefined : median(like.map(({ bytes }) => bytes));
  const bytes = Math.round(Math.min(limit, plain ?? per((one) => one.bytes) * size));
  return {
    bytes,
    seconds: plain === undefined ? per((one) => one.seconds) * size : median(like.map((o) => o.seconds)),
    basis,
  };
}
