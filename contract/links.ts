import { z } from "zod";
import { Design } from "@/core/document/design";
import { House } from "@/core/document/house";
import { Opening } from "@/core/outputs/opening";
import { CellChange } from "@/core/sheets/changes";
import { Cell, Cells } from "@/core/sheets/row";
import { NewPassword, Role } from "./members";

/** What somebody may do with a link and without an account. */
export const linkKinds = ["invitation", "password", "live", "remote", "fill", "proof", "view"] as const;
export const LinkKind = z.enum(linkKinds);
export type LinkKind = z.infer<typeof LinkKind>;

/** What an invitation says of itself. */
export const Invitation = z.object({ role: Role, email: z.string(), name: z.string() });
export type Invitation = z.infer<typeof Invitation>;

export const JoinRequest = z.strictObject({
  name: z.string().trim().min(1, "Say your name.").max(120, "A name has at most 120 letters."),
  password: NewPassword,
});
export type JoinRequest = z.infer<typeof JoinRequest>;

const Hex20 = z.string().regex(/^[0-9a-f]{20}$/);
const LinkName = z.string().trim().max(120).default("");

/** How long a link lasts, in days, and how many may open it. */
const limits = {
  name: LinkName,
  days: z.number().int().min(1).max(90).default(14),
  uses: z.number().int().min(1).max(1000).optional(),
  /** Somebody whom it is sent to by letter. */
  email: z.email("This is no e-mail address.").max(190).optional(),
};

/** A link for filling in one row, or for watching clips, with or without a say in them. */
export const NewLink = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("fill"), sheet: Hex20, row: Hex20, ...limits }),
  z.strictObject({
    kind: z.enum(["proof", "view"]),
    /** All that is finished of a request, or these clips. */
    of: z.union([z.strictObject({ request: Hex20 }), z.strictObject({ exports: z.array(Hex20).min(1).max(200) })]),
    ...limits,
  }),
]);
export type NewLink = z.infer<typeof NewLink>;
/** Its path, told once. */
export const LinkMade = z.object({ id: z.string(), path: z.string() });

export const LinkCard = z.object({
  id: z.string(),
  kind: LinkKind,
  name: z.string(),
  /** What it opens, in words. */
  about: z.string(),
  by: z.string().nullable(),
  madeAt: z.string(),
  endsAt: z.string(),
  usesLeft: z.number().nullable(),
  used: z.number(),
  usedAt: z.string().nullable(),
  state: z.enum(["open", "over", "revoked"]),
  comments: z.number(),
});
export type LinkCard = z.infer<typeof LinkCard>;
export const LinkList = z.object({ links: z.array(LinkCard), next: z.string().nullable() });
export const LinkListQuery = z.strictObject({
  before: z.iso.datetime().optional(),
  whose: z.enum(["mine", "all"]).default("mine"),
});

/** What holders of a proof link may say of a clip. */
export const CommentRequest = z
  .strictObject({
    export: Hex20,
    who: z.string().trim().min(1, "Say who you are.").max(80),
    atS: z.number().min(0).max(14_400).nullable().default(null),
    text: z.string().trim().max(1000).default(""),
    verdict: z.enum(["approve", "change"]).nullable().default(null),
  })
  .refine(({ text, verdict }) => text !== "" || verdict !== null, "Write a comment, or approve it.");
export type CommentRequest = z.infer<typeof CommentRequest>;

/** What a member answers to a comment; whoever holds its link reads it there. */
export const ReplyRequest = z.strictObject({
  to: Hex20,
  text: z.string().trim().min(1, "Write the reply first.").max(1000),
});
export type ReplyRequest = z.infer<typeof ReplyRequest>;

export const CommentView = z.object({
  id: z.string(),
  export: z.string(),
  who: z.string(),
  atS: z.number().nullable(),
  text: z.string(),
  verdict: z.enum(["approve", "change"]).nullable(),
  /** The comment that this is a member’s reply to. */
  replyTo: z.string().nullable(),
  saidAt: z.string(),
});
export type CommentView = z.infer<typeof CommentView>;
export const CommentList = z.object({ comments: z.array(CommentView) });

/** A clip as whoever holds a link sees it. */
export const ProofClip = z.object({
  id: z.string(),
  title: z.string(),
  fileName: z.string(),
  design: z.string(),
  format: z.string(),
  output: z.string(),
  /** How a browser shows it; a copy is on its way where nothing does. */
  seen: z.enum(["video", "picture", "sound", "words", "page", "nothing"]),
  width: z.number().nullable(),
  height: z.number().nullable(),
  /** Seconds of one frame. */
  frameS: z.number().nullable(),
  sound: z.boolean(),
  alpha: z.boolean(),
  /** Unknown of files of older versions. */
  opening: Opening.nullable(),
});
export type ProofClip = z.infer<typeof ProofClip>;
export const ProofView = z.object({
  name: z.string(),
  house: z.string(),
  by: z.string().nullable(),
  mayJudge: z.boolean(),
  endsAt: z.string(),
  clips: z.array(ProofClip),
  comments: z.array(CommentView),
});
export type ProofView = z.infer<typeof ProofView>;

/** One row, as whoever fills it in by a link sees it. */
export const LinkFill = z.object({
  name: z.string(),
  by: z.string().nullable(),
  endsAt: z.string(),
  row: z.string(),
  state: z.enum(["draft", "ready", "approved"]),
  formats: z.array(z.string()),
  document: Design,
  house: House,
  cells: Cells,
});
export type LinkFill = z.infer<typeof LinkFill>;

/** Changes of the link's own row; `ready` says that it is done. */
export const LinkFillRequest = z.strictObject({
  cells: z
    .array(CellChange.omit({ row: true }))
    .max(200)
    .default([]),
  ready: z.boolean().default(false),
});
export const LinkFillAnswer = z.object({
  conflicts: z.array(z.object({ column: z.string(), theirs: Cell.optional() })),
  state: z.enum(["draft", "ready", "approved"]),
});
export type LinkFillAnswer = z.infer<typeof LinkFillAnswer>;
