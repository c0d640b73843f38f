// Written by `npm run kinds` from the files of this folder.
import { output as h264 } from "./h264";
import { output as pngMov } from "./png-mov";
import { output as prores4444 } from "./prores-4444";
import { output as vp9Alpha } from "./vp9-alpha";

export const outputKinds = {
  h264: h264,
  "png-mov": pngMov,
  "prores-4444": prores4444,
  "vp9-alpha": vp9Alpha,
} as const;

export const outputSchemas = [h264.schema, pngMov.schema, prores4444.schema, vp9Alpha.schema] as const;
