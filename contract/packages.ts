import { z } from "zod";
import { Id } from "@/core/document/units";

/** Designs that go into a package, each as its newest release or as its draft is now. */
export const PackRequest = z
  .strictObject({
    designs: z.array(Id).max(64),
    from: z.enum(["release", "draft"]).default("release"),
    whole: z.boolean().default(false),
    /** Rows of a sheet go along, filled in; of as many designs as are packed it is the one that the sheet is of. */
    sheet: z.string().max(20).optional(),
    notes: z.string().trim().max(2000).default(""),
  })
  .refine(({ designs, whole }) => whole || designs.length > 0, "Choose a design, or the whole house style.");
export type PackRequest = z.infer<typeof PackRequest>;

/** Name of the file that was brought. */
export const PackageQuery = z.strictObject({ name: z.string().trim().min(1).max(200) });

/** What a package turned out to be: its document is kept as the file of the job that looked at it. */
export const PackageRead = z.object({ hash: z.string(), bytes: z.number(), mime: z.string(), name: z.string() });

/** What becomes of each part, by `kind:id`; its own comes along unless said otherwise. */
export const PartChoices = z.record(
  z.string().max(60),
  z.union([z.literal("own"), z.literal("leave"), z.strictObject({ ours: z.string().min(1).max(80) })]),
);

export const TakeRequest = z.strictObject({
  choices: PartChoices,
  /** What becomes of each design, by its id: one of its own, the next state of the draft that is called so, or nothing. */
  designs: z.record(Id, z.enum(["new", "update", "leave"])),
});
export type TakeRequest = z.infer<typeof TakeRequest>;

/** What was made of a package. */
export const PackageTaken = z.object({
  designs: z.array(z.object({ id: z.string(), name: z.string(), updated: z.boolean() })),
  /** Parts of the house style that have come along. */
  parts: z.number(),
});
export type PackageTaken = z.infer<typeof PackageTaken>;
