import { z } from "zod";
import { base, defineOutput, limitKb } from "./define";

export const output = defineOutput({
  schema: z
    .strictObject({ kind: z.literal("vp9-alpha"), ...base, limitKb })
    .describe("See-through clip, VP9 WebM with alpha"),
  ending: "webm",
  mime: "video/webm",
  alpha: true,
  sound: false,
  seen: "video",
  purpose: "web",
  choices: { rate: true, scale: true },
  label: "See-through, WebM",
  technical: "WebM, VP9 with alpha: for web pages and light editing",
  megapixelS: 0.03,
  weight: { megapixel: 600 },
});
