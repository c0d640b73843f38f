import { z } from "zod";
import { Fps } from "./fps";
import { Id, Name } from "./units";

/** What an export is laid over. */
export const Backing = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("colour"), colour: z.string().regex(/^#[0-9a-f]{6}$/) }),
  z.strictObject({ kind: z.literal("footage"), media: z.string().regex(/^media:[0-9a-f]{64}$/) }),
]);
export type Backing = z.infer<typeof Backing>;

const base = { id: Id, name: Name, fps: Fps };

/** A named set of export settings. */
export const Output = z
  .discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("vp9-alpha"), ...base }).describe("See-through clip, VP9 WebM with alpha"),
    z.strictObject({ kind: z.literal("prores-4444"), ...base }).describe("See-through master, ProRes 4444 MOV"),
    z.strictObject({ kind: z.literal("h264"), ...base, backing: Backing }).describe("Finished clip, H.264 MP4"),
  ])
  .describe("Output");
export type Output = z.infer<typeof Output>;
export type OutputKind = Output["kind"];

/** File ending of each kind. */
export const fileEnding: Readonly<Record<OutputKind, string>> = {
  "vp9-alpha": "webm",
  "prores-4444": "mov",
  h264: "mp4",
};

export const mimeType: Readonly<Record<OutputKind, string>> = {
  "vp9-alpha": "video/webm",
  "prores-4444": "video/quicktime",
  h264: "video/mp4",
};
