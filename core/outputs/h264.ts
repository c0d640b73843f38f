import { z } from "zod";
import { base, defineOutput, limitKb } from "./define";

/** What an export is laid over. */
export const Backing = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("colour"), colour: z.string().regex(/^#[0-9a-f]{6}$/) }),
  z.strictObject({ kind: z.literal("footage"), media: z.string().regex(/^media:[0-9a-f]{64}$/) }),
  z.strictObject({ kind: z.literal("own") }).describe("The footage that was uploaded with the row"),
]);
export type Backing = z.infer<typeof Backing>;

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("h264"), ...base, backing: Backing, limitKb }).describe("Video, H.264 MP4"),
  ending: "mp4",
  mime: "video/mp4",
  alpha: false,
  sound: true,
  seen: "video",
  purpose: "post",
  choices: { rate: true, scale: true },
  label: "Video (MP4)",
  technical: "MP4, H.264, no alpha, with sound: ready to post",
  megapixelS: 0.025,
  weight: { megapixel: 4_000, second: 24_000 },
});
