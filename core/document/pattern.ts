import { z } from "zod";

/** What a line must look like, by an example and what may be otherwise. */
export const Pattern = z
  .strictObject({
    example: z
      .string()
      .trim()
      .min(1)
      .max(40)
      .describe("Figures stand for figures, letters for letters, all other signs for themselves"),
    lengths: z
      .enum(["same", "any"])
      .default("same")
      .describe("Whether words and numbers must be as long as the example's"),
    letters: z.enum(["any", "same"]).default("any").describe("Whether they must be the example's very letters"),
    mixed: z.boolean().default(false).describe("Letters and figures may stand for each other"),
  })
  .describe("What a line must look like");
export type Pattern = z.infer<typeof Pattern>;

interface Run {
  /** Letters, figures, either where they may be mixed, or a sign. */
  readonly kind: "letters" | "figures" | "either" | "sign";
  readonly text: string;
}

const isLetter = (sign: string): boolean => /^[\p{L}\p{M}]$/u.test(sign);
const isFigure = (sign: string): boolean => /^\p{Nd}$/u.test(sign);

/** A text as runs of letters, runs of figures, and single signs. */
function runsOf(text: string, mixed: boolean): Run[] {
  const runs: { kind: Run["kind"]; text: string }[] = [];
  for (const sign of text) {
    const plain = isLetter(sign) ? "letters" : isFigure(sign) ? "figures" : "sign";
    const kind = mixed && plain !== "sign" ? "either" : plain;
    const last = runs[runs.length - 1];
    if (kind !== "sign" && last?.kind === kind) last.text += sign;
    else runs.push({ kind, text: sign });
  }
  return runs;
}

/** Whether a text looks like the example. One pass over it, so that no text takes long. */
export function looksLike({ example, lengths, letters, mixed }: Pattern, text: string): boolean {
  const [wanted, found] = [runsOf(example.normalize("NFC"), mixed), runsOf(text.normalize("NFC"), mixed)];
  return (
    wanted.length === found.length &&
    wanted.every((run, i) => {
      const other = found[i]!;
      if (run.kind !== other.kind) return false;
      if (run.kind === "sign" || (letters === "same" && run.kind === "letters")) return run.text === other.text;
      return lengths === "any" || [...run.text].length === [...other.text].length;
    })
  );
}
