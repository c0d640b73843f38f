import { z } from "zod";
import { Vector } from "@/core/document/vector";
import { ApartError, isItsOwn, runApart, whyApart } from "@/server/apart";
import { Refusal } from "@/server/refusal";
import { parseLimits, parseProgram } from "./parse-limits";

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

/** Reads an SVG file into a mark. Refuses with the reason. */
export async function takeMark(path: string, signal?: AbortSignal): Promise<TakenMark> {
  const job = { program: parseProgram, args: ["mark"], input: [path], warm: true, shape: Answer, ...parseLimits };
  const answer = await runApart({ ...job, ...(signal && { signal }) }).catch((error: unknown) => {
    if (!(error instanceof ApartError)) throw error;
    const asked = { what: "This SVG", verb: "read", cure: "Make it simpler: fewer points, no filters." } as const;
    const message = whyApart(error, asked);
    throw new Refusal(isItsOwn(error) ? 422 : 503, "svg", message);
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
    return `${Math.round(difference * 100)} % of it looks different from its file${why}. Look at it closely, or upload simpler outlines.`;
  }
  return undefined;
}
