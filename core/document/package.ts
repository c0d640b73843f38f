import { z } from "zod";
import { Design } from "./design";
import { House } from "./house";
import { SavedMove } from "./saved-move";
import { Id, Name } from "./units";
import { Values } from "./values";

/*
 * What one installation hands to another: designs, the part of the house style that they show, and the files of it.
 */

export const packageVersion = 1;
export const packageKind = "rubrick package";

const hash = z.string().regex(/^[0-9a-f]{64}$/, "SHA-256");
const pixels = z.number().int().min(1).max(16384).nullable();

/** A file of the house style, which lies in the package under `media/` by its hash. */
export const PackagedFile = z.strictObject({
  hash,
  kind: z.enum(["picture", "frames", "sound", "font"]).describe("frames: a video as single pictures"),
  mime: z.string().regex(/^[a-z0-9.+-]{1,40}\/[a-z0-9.+-]{1,60}$/),
  name: Name,
  bytes: z
    .number()
    .int()
    .min(1)
    .max(700 * 1024 * 1024),
  width: pixels.describe("Pixels"),
  height: pixels.describe("Pixels"),
  durationS: z.number().min(0).max(3600).nullable(),
});
export type PackagedFile = z.infer<typeof PackagedFile>;

/** A font that ships with Rubrick and that a design is set in; its file lies under `fonts/`. */
export const ShippedFont = z.strictObject({
  file: z.string().regex(/^[A-Za-z0-9_]{1,80}\.ttf$/),
  family: z.string().min(1).max(80),
  hash,
});

export const PackagedDesign = z.strictObject({
  document: Design,
  release: z.number().int().min(1).optional().describe("Its number where it was packed; none for a draft"),
  rows: z.array(Values).max(1000).default([]).describe("Fill-ins that came along"),
});
export type PackagedDesign = z.infer<typeof PackagedDesign>;

export const Package = z
  .strictObject({
    kind: z.literal(packageKind),
    version: z.literal(packageVersion),
    name: Name,
    notes: z.string().max(2000).default(""),
    whole: z.boolean().default(false).describe("All of the house style is in it, not only what the designs show"),
    house: House,
    designs: z.array(PackagedDesign).max(64),
    moves: z
      .array(z.strictObject({ id: Id, document: SavedMove }))
      .max(500)
      .default([])
      .describe("Saved moves that its layers wear"),
    files: z.array(PackagedFile).max(3000).default([]),
    shipped: z.array(ShippedFont).max(64).default([]),
  })
  .refine(
    ({ designs, whole }) => whole || designs.length > 0,
    "there is neither a design nor a whole house style in it",
  )
  .describe("Design package");
export type Package = z.infer<typeof Package>;
