import { z } from "zod";
import { base, defineOutput, limitKb } from "./define";

export const output = defineOutput({
  schema: z
    .strictObject({ kind: z.literal("vp9-alpha"), ...base, limitKb })
    .describe("Transparent clip, VP9 WebM with straight alpha"),
  ending: "webm",
  mime: "video/webm",
  alpha: true,
  sound: false,
  seen: "video",
  purpose: "web",
  choices: { rate: true, scale: true },
  label: "Transparent clip (WebM)",
  technical: "WebM, VP9, straight alpha: for web pages and light editing",
  megapixelS: 0.03,
  weight: { megapixel: 600, lossless: { by: "changes", share: 0.32 } },
});
