import { z } from "zod";
import { beginningIds } from "@/core/beginnings/beginnings";
import { Design } from "@/core/document/design";
import { Accepted } from "./accepted";
import { House } from "@/core/document/house";
import { Id, Name } from "@/core/document/units";
import { Nonce, Revision } from "./patch";

/** A design that whoever receives it reads by itself, a part at a time: it may be large. */
const AnyDesign = z.unknown();

const Tags = z.array(z.string().trim().min(1).max(30)).max(12);

/** A draft as a plate on the designers' shelf. */
export const DraftCard = z.object({
  id: z.string(),
  revision: Revision,
  document: Design,
  tags: Tags,
  archived: z.boolean(),
  changedAt: z.string(),
  changedBy: z.string().nullable(),
  /** Its newest release. */
  release: z.object({ id: z.string(), number: z.number(), poster: z.boolean() }).nullable(),
  clips: z.number(),
});
export type DraftCard = z.infer<typeof DraftCard>;

export const DraftShelf = z.object({
  drafts: z.array(DraftCard),
  tags: z.array(z.string()),
  house: House,
  page: z.number(),
  more: z.boolean(),
});
export type DraftShelf = z.infer<typeof DraftShelf>;

export const DraftQuery = z.strictObject({
  page: z.coerce.number().int().min(1).max(100000).default(1),
  search: z.string().max(80).default(""),
  tag: z.string().max(30).default(""),
  archived: z.enum(["yes", "no"]).default("no"),
});

/** Starts a design: empty, as one of the graphics to begin with, or as a copy of another one's draft. */
export const NewDesignRequest = z
  .strictObject({ name: Name, copyOf: Id.optional(), begins: z.enum(beginningIds).optional() })
  .refine(({ copyOf, begins }) => copyOf === undefined || begins === undefined, {
    path: ["begins"],
    message: "a copy begins as what it is a copy of",
  });
export const NewDesign = z.object({ id: z.string() });

export const DesignAboutRequest = z.strictObject({ tags: Tags.optional(), archived: z.boolean().optional() });

/** Says that a page has a draft open, and which layers are chosen on it; again and again, for as long as it has. */
export const HereRequest = z.strictObject({
  page: z.string().regex(/^[0-9a-f]{20}$/, "20 hexadecimal figures"),
  holding: z.array(Id).max(50),
  gone: z.boolean().default(false),
});
/** The same as others are told of it. */
export const SomebodyHere = z.object({
  page: z.string(),
  name: z.string(),
  holding: z.array(z.string()),
  gone: z.boolean(),
});
export type SomebodyHere = z.infer<typeof SomebodyHere>;

/** Everything the bench needs of one draft. */
export const BenchView = z.object({
  id: z.string(),
  revision: Revision,
  document: Design,
  changedBy: z.string().nullable(),
  changedAt: z.string(),
  house: House,
  release: z.object({ id: z.string(), number: z.number(), document: Design }).nullable(),
  footage: z.array(z.object({ hash: z.string(), name: z.string() })),
  outputs: z.array(z.object({ id: z.string(), name: z.string() })),
});
export type BenchView = z.infer<typeof BenchView>;

/** Puts a whole document in the place of the draft's; what was there is kept as a version. */
export const ReplaceRequest = z.strictObject({ revision: Revision, document: AnyDesign });

export const VersionView = z.object({ id: z.string(), name: z.string(), by: z.string().nullable(), at: z.string() });
export type VersionView = z.infer<typeof VersionView>;
/** Named states of a draft and its releases, the newest first. */
export const Versions = z.object({
  versions: z.array(VersionView),
  releases: z.array(z.object({ id: z.string(), number: z.number(), by: z.string().nullable(), at: z.string() })),
});
export type Versions = z.infer<typeof Versions>;
export const NewVersionRequest = z.strictObject({ name: Name, document: AnyDesign });
export const VersionDocument = z.object({ document: Design });

export const PublishRequest = z.strictObject({ revision: Revision, accepted: z.array(Accepted).max(200).default([]) });
export const Published = z.object({ id: z.string(), number: z.number() });

/** What a refused change is told: the document as it is now, and which request had arrived whose answer was lost. */
export const Conflict = z.object({
  revision: Revision,
  document: Design,
  by: z.string().nullable(),
  at: z.string(),
  arrived: Nonce.optional(),
});
export type Conflict = z.infer<typeof Conflict>;
