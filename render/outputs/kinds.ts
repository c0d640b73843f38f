// Written by `npm run kinds` from the files of this folder.
import type { EncoderOf } from "./define";
import { encoder as h264 } from "./h264";
import { encoder as pngMov } from "./png-mov";
import { encoder as prores4444 } from "./prores-4444";
import { encoder as vp9Alpha } from "./vp9-alpha";

export const encoders = {
  h264: h264,
  "png-mov": pngMov,
  "prores-4444": prores4444,
  "vp9-alpha": vp9Alpha,
} satisfies EncoderOf;
