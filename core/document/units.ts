import { z } from "zod";

/** Short identifier, unique in its document. */
export const Id = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{0,39}$/, "lower-case letters, figures and hyphens, at most 40")
  .describe("Identifier: lower-case letters, figures and hyphens");

/** Words that name a box which is no layer. */
export const boxNames = ["format", "action-safe", "title-safe", "clear", "group"] as const;
export const boxWords: ReadonlySet<string> = new Set(boxNames);

/** The id of a layer: none of the words that mean something else where a layer may be named. */
export const LayerId = Id.refine((id) => !boxWords.has(id) && id !== "phase", "this word is taken; call it otherwise");

/** A length in u: 1 u is a hundredth of the format's short side. */
export const LengthU = z.number().min(-1000).max(1000).describe("Length in u");
export const PositiveU = z.number().min(0).max(1000).describe("Length in u, not negative");
export const Share = z.number().min(0).max(1).describe("Share from 0 to 1");
export const Degrees = z.number().min(-3600).max(3600).describe("Degrees, clockwise");
export const Seconds = z.number().min(0).max(3600).describe("Seconds");
export const SignedSeconds = z.number().min(-3600).max(3600).describe("Seconds, negative is earlier");
/** Nothing that anybody would see: spaces, and signs of no width. */
export const isBlank = (text: string): boolean => /^[\s\p{Default_Ignorable_Code_Point}\u2800]*$/u.test(text);

// Control characters, and those that turn neighbouring text round: nothing a name needs.
const unseen = /[\u0000-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069\ufeff\ufff9-\uffff]/gu;

export const hasUnseen = (text: string): boolean => text.search(unseen) >= 0;

/** The same without what can't be seen, line breaks apart. */
export const withoutUnseen = (text: string): string =>
  text.replace(unseen, (sign) => (sign === "\n" ? sign : /[\t\r]/.test(sign) ? " " : ""));

/** A name without signs that can't be seen; names kept from before are mended as they are read. */
const seenName = (text: string): string => {
  const seen = text.replace(unseen, "").trim();
  return seen !== "" && isBlank(seen) ? "Untitled" : seen;
};

/** Who made a file, and what it may be used for, in words. */
export const Licence = z.string().max(300).optional().describe("Who made it, and how it may be used");

export const Name = z.string().overwrite(seenName).min(1).max(80).describe("What people see");

/** A pair of shares of a box: {0,0} is its top left, {1,1} its bottom right; outside 0..1 lies outside the box. */
export const Anchor = z.strictObject({ x: z.number().min(-10).max(10), y: z.number().min(-10).max(10) });

/** What a number is shown in. */
export type Unit = "u" | "%" | "°" | "s" | "×" | "";
