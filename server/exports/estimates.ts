import { LRUCache } from "lru-cache";
import { frameCount } from "@/core/document/fps";
import { losslessBytes, type Complexity } from "@/core/outputs/complexity";
import { scaleOf, type MadeOutput, type Output } from "@/core/outputs/output";
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
  /** How much there is to its picture, where that was measured. */
  readonly complexity?: Complexity | undefined;
}

/** Exports looked back on; older ones say less about the designs and machines of today. */
const mostMeasured = 400;
/** So many of the same design and kind are enough to go by. */
const enough = 2;

/** Factor by which other designs correct an estimate at most: beyond, they are too unlike it. */
const mostOff = 4;

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

/** Bytes that a clip of this picture takes without loss, times the share that its kind needs; undefined where unknown. */
function byComplexity(
  kind: Output["kind"],
  complexity: Complexity | undefined,
  frames: number,
  megapixels: number,
): number | undefined {
  const { lossless } = outputKinds[kind].weight;
  if (!lossless || !complexity) return undefined;
  return lossless.share * megapixels * losslessBytes(complexity, lossless.by, frames);
}

/** What others of a design and kind, or of the kind, took. */
interface Learnt {
  readonly basis: Expected["basis"];
  /** Bytes of a file, and of a megapixel and frame of it; seconds likewise. */
  readonly bytes: number;
  readonly seconds: number;
  readonly bytesPer: number;
  readonly secondsPer: number;
  /** Factor by which estimates that follow from the picture were off. */
  readonly off: number;
}

function learn(known: readonly MeasuredExport[], kind: Output["kind"], designId: string): Learnt {
  const ofKind = known.filter((one) => one.kind === kind);
  const ofDesign = ofKind.filter((one) => one.designId === designId);
  const [like, basis] =
    ofDesign.length >= enough
      ? [ofDesign, "design" as const]
      : ([ofKind, ofKind.length > 0 ? "kind" : "plain"] as const);
  const most = basis === "design" ? Infinity : mostOff;
  const off = like.flatMap((one) => {
    const { frames, width, height, complexity } = one;
    const guess = byComplexity(kind, complexity, frames, amount(frames, width, height));
    return guess ? [Math.min(most, Math.max(1 / most, one.bytes / guess))] : [];
  });
  const per = (of: (one: MeasuredExport) => number) =>
    median(like.map((one) => of(one) / amount(one.frames, one.width, one.height)));
  return {
    basis,
    ...{ bytes: median(like.map((one) => one.bytes)), seconds: median(like.map((one) => one.seconds)) },
    ...{ bytesPer: per((one) => one.bytes), secondsPer: per((one) => one.seconds) },
    off: off.length > 0 ? median(off) : 1,
  };
}

/**
 * Size and time that clips are expected to take: as those of the same design and kind took, else those of the kind, else
 * as it was measured with the demo designs. Where it is known how much of the picture there is and how much of it moves,
 * the size follows from that, corrected by how far such estimates were off. What is learnt of a design and kind is learnt
 * once, however many clips are asked about.
 */
export function estimator(known: readonly MeasuredExport[]): (output: MadeOutput, subject: Subject) => Expected {
  const learnt = new Map<string, Learnt>();
  return (output, subject) => {
    const { kind } = output;
    const key = `${kind} ${subject.designId}`;
    const from = learnt.get(key) ?? learn(known, kind, subject.designId);
    learnt.set(key, from);
    return expectedFrom(from, output, subject);
  };
}

function expectedFrom(from: Learnt, output: MadeOutput, subject: Subject): Expected {
  const { basis } = from;
  const facts = outputKinds[output.kind];
  const { megapixel, second, file = 0 } = facts.weight;
  const scale = scaleOf(output);
  const frames = facts.choices.rate ? frameCount(subject.lengthS, output.fps) : 1;
  const size = amount(frames, subject.width * scale, subject.height * scale);
  const limit = "limitKb" in output && output.limitKb !== undefined ? output.limitKb * 1000 : Infinity;
  const fitted = (bytes: number) => Math.round(Math.min(limit, bytes));
  const own = byComplexity(output.kind, subject.complexity, frames, size);
  const measured = own === undefined ? undefined : own * from.off;
  if (basis === "plain") {
    const bytes = fitted(measured ?? file + (second ?? 0) * subject.lengthS + megapixel * size);
    return { bytes, seconds: 1 + size * facts.megapixelS, basis };
  }
  // Pages and words are what they are, whatever the size of the picture; sound is as long as the clip.
  if (!facts.choices.scale) {
    const bytes = second === undefined ? from.bytes : second * subject.lengthS;
    return { bytes: fitted(bytes), seconds: from.seconds, basis };
  }
  return { bytes: fitted(measured ?? from.bytesPer * size), seconds: from.secondsPer * size, basis };
}
