import { z } from "zod";
import { base, defineOutput, repeats } from "./define";

export const output = defineOutput({
  schema: z
    .strictObject({ kind: z.literal("web-page"), ...base, repeats })
    .describe("A web page that plays the graphic"),
  ending: "html",
  mime: "text/html",
  alpha: true,
  sound: false,
  seen: "page",
  purpose: "web",
  choices: { rate: true, scale: false },
  single: true,
  label: "Web page (HTML)",
  technical: "One HTML file without a network: sharp at any size, transparent, to embed",
  megapixelS: 0,
  weight: { megapixel: 0, file: 3_300_000 },
});
