import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("vp9-alpha"), ...base }).describe("See-through clip, VP9 WebM with alpha"),
  ending: "webm",
  mime: "video/webm",
  alpha: true,
  sound: false,
  plays: true,
  label: "See-through, WebM",
  technical: "WebM, VP9 with alpha: for web pages and light editing",
  megapixelS: 0.03,
});
