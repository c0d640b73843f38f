import { z } from "zod";
import { Design } from "@/core/document/design";
import { Format } from "@/core/document/format";
import { House } from "@/core/document/house";
import { Output } from "@/core/outputs/output";
import { OutputSet } from "@/core/outputs/set";
import { Accepted } from "./accepted";

/** A release as a plate on the shelf. */
export const ReleaseCard = z.object({
  id: z.string(),
  designId: z.string(),
  number: z.number(),
  clips: z.number(),
  publishedAt: z.string(),
  name: z.string(),
  about: z.string(),
  formats: z.array(Format),
  tags: z.array(z.string()),
  /** Whether its picture is made already. */
  poster: z.boolean(),
});
export type ReleaseCard = z.infer<typeof ReleaseCard>;

export const ShelfQuery = z.strictObject({
  page: z.coerce.number().int().min(1).max(100000).default(1),
  search: z.string().max(80).default(""),
  tag: z.string().max(30).default(""),
  /** What one made lately first, what was published last, or by name. */
  order: z.enum(["mine", "newest", "name"]).default("mine"),
});

export const Shelf = z.object({
  releases: z.array(ReleaseCard),
  tags: z.array(z.string()),
  page: z.number(),
  more: z.boolean(),
});
export type Shelf = z.infer<typeof Shelf>;

export const FootageView = z.object({ hash: z.string(), name: z.string() });
export type FootageView = z.infer<typeof FootageView>;

/** What a release shows: it never changes, so browsers keep it. */
export const ReleaseScene = z.object({ document: Design, house: House });
export type ReleaseScene = z.infer<typeof ReleaseScene>;

/** Everything the fill desk needs of one release. */
export const FillDesk = z.object({
  id: z.string(),
  designId: z.string(),
  number: z.number(),
  /** The newest release's id and number when this one has been replaced. */
  newer: z.object({ id: z.string(), number: z.number() }).nullable(),
  document: Design,
  house: House,
  outputs: z.array(Output),
  sets: z.array(OutputSet),
  footage: z.array(FootageView),
  /** What was known to be wrong when it was published, and why it may go out. */
  accepted: z.array(Accepted),
});
export type FillDesk = z.infer<typeof FillDesk>;
