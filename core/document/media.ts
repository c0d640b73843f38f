import { z } from "zod";
import { Fps } from "./fps";
import { KeyTime } from "./keys";
import { prefixed, spelled } from "./references";
import { Anchor, Degrees, Id, Licence, Name } from "./units";

/** A picture to show: a mark, a picture or a video of the house style, or nothing yet. */
export const MediaRef = spelled(
  z
    .string()
    .regex(/^(|(mark|picture|video):[a-z0-9][a-z0-9-]{0,39})$/, "mark:<id>, picture:<id>, video:<id> or nothing")
    .describe("mark:<id>, picture:<id>, video:<id>, or nothing yet"),
  prefixed({ mark: "mark", picture: "picture", video: "video" }, ""),
);

/** A photograph or drawing in the house style, stored by the hash of its content. */
export const HousePicture = z.strictObject({
  id: Id,
  name: Name,
  hash: z.string().regex(/^[0-9a-f]{64}$/, "SHA-256"),
  width: z.number().int().min(1).max(16384).describe("Pixels"),
  height: z.number().int().min(1).max(16384).describe("Pixels"),
  licence: Licence,
});
export type HousePicture = z.infer<typeof HousePicture>;

/**
 * A clip in the house style. It is kept as single frames, which every side shows alike, by the hash of all of them
 * together.
 */
export const HouseVideo = z.strictObject({
  ...HousePicture.shape,
  fps: Fps,
  frames: z.number().int().min(1).max(100000),
});
export type HouseVideo = z.infer<typeof HouseVideo>;

export const Playback = z
  .strictObject({
    from: z.number().min(0).max(3600).default(0).describe("Second of the video that comes first"),
    speed: z.number().min(0.1).max(10).default(1),
    start: KeyTime.default({ anchor: "start", gap: 0 }).describe("When it begins to play; until then it stands still"),
    atEnd: z.enum(["hold", "again"]).default("hold").describe("Stands at its last frame, or plays again"),
  })
  .describe("How a video plays in its slot");
export type Playback = z.infer<typeof Playback>;

export const Framing = z
  .strictObject({
    fit: z.enum(["contain", "cover"]).default("contain"),
    focus: Anchor.default({ x: 0.5, y: 0.5 }).describe("The point of the picture that stays in view, in shares"),
    scale: z.number().min(0.1).max(20).default(1).describe("Times the size that fits"),
    turn: Degrees.default(0),
  })
  .describe("How a picture sits in its box");
export type Framing = z.infer<typeof Framing>;
