import { z } from "zod";
import { Vector } from "@/core/document/vector";
import { ApartError, runApart } from "@/server/apart";
import { Refusal } from "@/server/refusal";

/** A mark as it was read, and what is different from its file, in words. */
export interface TakenMark {
  readonly drawing: Vector;
  readonly note?: string;
}

const Answer = z.union([
  z.object({ refused: z.string() }),
  z.object({ drawing: Vector, lost: z.array(z.string()), difference: z.number().optional() }),
]);

/** More of its ink than this looks different: that is told. */
const mostDifferent = 0.03;

const limits = { timeMs: 12_000, memoryMb: 1200 };

/** Reads an SVG file into a mark. Refuses with the reason. */
export async function takeMark(path: string, signal?: AbortSignal): Promise<TakenMark> {
  const program = "server/files/parse/program.ts";
  const job = { program, args: ["mark", path], shape: Answer, ...limits, ...(signal && { signal }) };
  const answer = await runApart(job).catch((error: unknown) => {
    if (!(error instanceof ApartError)) throw error;
    throw new Refusal(422, "svg", "This SVG can’t be taken: it takes too long to read. Make it simpler.");
  });
  if ("refused" in answer) throw new Refusal(422, "svg", answer.refused);
  const { drawing, lost, difference } = answer;
  const note = noteOf(lost, difference);
  return note === undefined ? { drawing } : { drawing, note };
}

function noteOf(lost: readonly string[], difference: number | undefined): string | undefined {
  const why = lost.length > 0 ? `: ${lost.join("; ")}` : "";
  if (difference === undefined) return `It could not be compared with its file${why}. Look at it closely.`;
  if (difference > mostDifferent) {
    return `${Math.round(difference * 100)} % of it looks different from its file${why}. Look at it closely, or bring simpler outlines.`;
  }
  return undefined;
}
