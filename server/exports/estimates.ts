import { LRUCache } from "lru-cache";
import { frameCount } from "@/core/document/fps";
import { scaleOf, type MadeOutput } from "@/core/outputs/output";
import { outputKinds } from "@/core/outputs/kinds";
import type { Expected } from "@/contract/exports";
import type { Db } from "@/server/db/connection";
import { listMeasured, type MeasuredExport } from "@/server/db/measured";

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
  const fitted = (bytes: number) => Math.round(Math.min(limit, bytes));
  if (like.length === 0) {
    const { megapixel, second = 0, file = 0 } = facts.weight;
    const bytes = fitted(file + second * subject.lengthS + megapixel * size);
    return { bytes, seconds: 1 + size * facts.megapixelS, basis };
  }
  // Pages and words are what they are, whatever the size of the picture; sound is as long as the clip.
  if (!facts.choices.scale) {
    const { second } = facts.weight;
    const bytes = second === undefined ? median(like.map((one) => one.bytes)) : second * subject.lengthS;
    return { bytes: fitted(bytes), seconds: median(like.map(({ seconds }) => seconds)), basis };
  }
  const per = (of: (one: MeasuredExport) => number) =>
    median(like.map((one) => of(one) / amount(one.frames, one.width, one.height)));
  return { bytes: fitted(per(({ bytes }) => bytes) * size), seconds: per(({ seconds }) => seconds) * size, basis };
}
