import { z } from "zod";
import { Framing, HousePicture, HouseVideo, Playback } from "../document/media";
import { Id, Name } from "../document/units";

/** A picture or video that a filler has brought, stored by the hash of its content. */
export const OwnMedia = z
  .union([HouseVideo.omit({ id: true, licence: true }), HousePicture.omit({ id: true, licence: true })])
  .describe("An uploaded picture or video");
export type OwnMedia = z.infer<typeof OwnMedia>;

/** What a filler may say of how a picture sits; what is not said stays as the design has it. */
const FramingPart = z.strictObject({
  fit: Framing.shape.fit.unwrap().optional(),
  focus: Framing.shape.focus.unwrap().optional(),
  scale: Framing.shape.scale.unwrap().optional(),
  turn: Framing.shape.turn.unwrap().optional(),
});
export type FramingPart = z.infer<typeof FramingPart>;

/** A picture or video, framed. */
export const MediaValue = z
  .strictObject({
    kind: z.literal("media"),
    /** One of those on offer, or one brought along. */
    source: z.union([z.strictObject({ house: Id }), z.strictObject({ own: OwnMedia })]),
    framing: FramingPart.default({}).describe("In all formats"),
    formats: z.record(Id, FramingPart).default({}).describe("In single formats, instead"),
    from: z.number().min(0).max(3600).optional().describe("Second of a video that comes first"),
    speed: z.number().min(0.1).max(10).optional(),
    atEnd: Playback.shape.atEnd.unwrap().optional().describe("What a video does when it is over"),
  })
  .describe("A picture or video with how it is framed");
export type MediaValue = z.infer<typeof MediaValue>;

/** An account that the house style has not, written out. */
export const AccountValue = z
  .strictObject({
    kind: z.literal("account"),
    network: Name,
    handle: Name,
    mark: Id,
    ground: Id.describe("House colour"),
    ink: Id.describe("House colour"),
  })
  .describe("An account written out");
export type AccountValue = z.infer<typeof AccountValue>;

/** One of several accounts in turn: its id, or written out. */
export const AccountTurn = z.strictObject({
  account: z.union([Id, AccountValue]),
  share: z.number().min(0.05).max(20).optional().describe("Of the stay, beside the others; all alike unless given"),
});
export type AccountTurn = z.infer<typeof AccountTurn>;

/** Accounts that follow one another within one graphic. */
export const AccountsValue = z
  .strictObject({ kind: z.literal("accounts"), list: z.array(AccountTurn).min(1).max(8) })
  .describe("Accounts in turn");
export type AccountsValue = z.infer<typeof AccountsValue>;

/** What was entered for one field: each kind says which of these it takes. */
export const FieldValue = z.union([
  z.string().max(2000),
  z.number(),
  z.boolean(),
  z.discriminatedUnion("kind", [MediaValue, AccountValue, AccountsValue]),
]);
export type FieldValue = z.infer<typeof FieldValue>;
