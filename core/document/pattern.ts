import { z } from "zod";

/**
 * What a line must look like, by example: `9` is a figure, `a` a letter, `x` either; `+` after one of them means one or
 * more, `?` that it may be missing; a backslash before a sign means the sign itself, any other sign stands for itself.
 * At most two `+`, so that no text takes long to be checked.
 */
export const Pattern = z
  .string()
  .min(1)
  .max(40)
  .refine((pattern) => (pattern.match(/\+/g) ?? []).length <= 2, "at most two +")
  .refine((pattern) => patternOf(pattern) !== undefined, "ends in the middle, or repeats nothing")
  .describe("What it must look like: 9 a figure, a a letter, x either, + one or more, ? may be missing");

const classes: Readonly<Record<string, string>> = {
  "9": "\\p{Nd}",
  a: "[\\p{L}\\p{M}]",
  x: "[\\p{L}\\p{M}\\p{Nd}]",
};

/** The expression for a pattern; undefined when it is not one. */
export function patternOf(pattern: string): RegExp | undefined {
  let source = "";
  let open = false;
  const signs = [...pattern];
  for (let i = 0; i < signs.length; i++) {
    const sign = signs[i]!;
    if (sign === "+" || sign === "?") {
      if (!open) return undefined;
      source += sign;
      open = false;
      continue;
    }
    const meant = sign === "\\" ? signs[++i] : sign;
    if (meant === undefined) return undefined;
    source += (sign !== "\\" && classes[meant]) || meant.replace(/[\\^$.*+?()[\]{}|/]/gu, "\\$&");
    open = true;
  }
  return new RegExp(`^${source}$`, "u");
}
