import { frameToS } from "@/core/document/fps";
import type { Proof } from "@/core/document/proof";
import { factsOf } from "@/core/outputs/output";
import type { ProofJob } from "../outputs/define";
import type { PaintedFrames } from "../painted";
import { runsOf } from "../runs";
import type { Book } from "./books";
import { compareFrames, sizeOf, tellingFrames, type Expected, type Grounds } from "./compare";
import type { Tolerance } from "./tolerances";

export interface MovingProof {
  readonly read: (job: ProofJob) => Promise<Book>;
  readonly tolerance: Tolerance;
  /** Seconds by which an instant may be off. */
  readonly tickS: number;
  readonly repeats: number;
  /** Pictures that look alike may be one; a long one may be several. */
  readonly merges?: boolean;
  readonly splits?: boolean;
  readonly changed?: (expected: Expected) => Expected;
  readonly grounds?: Grounds;
}

/** Frames of the clip that begin another picture; every so many where frames were left out. */
function turnsOf({ plan, made }: ProofJob): number[] {
  const every = made?.every ?? 1;
  const shown = plan.frames.filter((_, frame) => frame % every === 0);
  return runsOf(shown).map(({ start }) => start * every);
}

/** Reads a finished moving picture, and compares its pictures, when they come and how often, with what was asked. */
export async function proveMoving(job: ProofJob, frames: PaintedFrames, kind: MovingProof): Promise<Proof> {
  const { plan } = job;
  const book = await kind.read(job);
  const faults: string[] = [];
  const expect = (good: boolean, fault: string) => {
    if (!good) faults.push(fault);
  };
  const size = sizeOf(job);
  const sized = book.width === size.width && book.height === size.height;
  expect(sized, `${book.width} × ${book.height} instead of ${size.width} × ${size.height}`);
  expect(book.repeats === kind.repeats, `shown ${book.repeats} times instead of ${kind.repeats} (0 is without end)`);
  const startsS: number[] = [];
  let durationS = 0;
  for (const lengthS of book.lengthsS) {
    startsS.push(durationS);
    durationS += lengthS;
  }
  const wantedS = frameToS(plan.frames.length, plan.fps);
  const near = (a: number, b: number) => Math.abs(a - b) <= kind.tickS + 1e-9;
  expect(near(durationS, wantedS), `${durationS.toFixed(3)} s instead of ${wantedS.toFixed(3)} s`);
  const turnsS = turnsOf(job).map((frame) => frameToS(frame, plan.fps));
  const stray = startsS.find((startS) => !turnsS.some((turnS) => near(startS, turnS)));
  if (!kind.splits) expect(stray === undefined, `a picture begins at ${stray?.toFixed(3)} s, where none should`);
  // Pictures that became alike by the kind's coarse colours may have become one.
  const missing = turnsS.find((turnS) => !startsS.some((startS) => near(startS, turnS)));
  if (!kind.merges) expect(missing === undefined, `no picture begins at ${missing?.toFixed(3)} s`);

  const chosen = tellingFrames(job);
  // In the middle of the frame, where a clock's rounding can't put it next door.
  const placeOf = (frame: number) => {
    const timeS = frameToS(frame + 0.5, plan.fps);
    return Math.max(
      0,
      startsS.findLastIndex((startS) => startS <= timeS),
    );
  };
  const places = chosen.map(placeOf);
  const pictures = sized ? await book.pictures([...new Set(places)]) : new Map<number, Uint8Array>();
  const pictureAt = async (i: number) => pictures.get(places[i]!);
  const { tolerance, changed, grounds } = kind;
  const reading = { chosen, pictureAt, tolerance, grounds, ...(changed && { changed }) };
  const compared = await compareFrames(job, frames, reading);
  expect(!sized || compared.instants.length === chosen.length, "some of its pictures can’t be read");
  faults.push(...compared.faults);
  return {
    ...{ width: book.width, height: book.height, rate: `${plan.fps.num}/${plan.fps.den}`, durationS, sound: false },
    frames: Math.round((durationS * plan.fps.num) / plan.fps.den),
    alpha: factsOf(job.output).alpha ? compared.alpha : null,
    ...{ instants: [...compared.instants], passed: faults.length === 0, faults, notes: [...(job.made?.notes ?? [])] },
  };
}
