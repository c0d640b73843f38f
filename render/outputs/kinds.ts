// Written by `npm run kinds` from the files of this folder.
import type { EncoderOf } from "./define";
import { encoder as apng } from "./apng";
import { encoder as gif } from "./gif";
import { encoder as h264 } from "./h264";
import { encoder as keyColour } from "./key-colour";
import { encoder as pngMov } from "./png-mov";
import { encoder as pngSequence } from "./png-sequence";
import { encoder as prores4444 } from "./prores-4444";
import { encoder as srt } from "./srt";
import { encoder as still } from "./still";
import { encoder as vp9Alpha } from "./vp9-alpha";
import { encoder as vtt } from "./vtt";
import { encoder as wav } from "./wav";
import { encoder as webPage } from "./web-page";
import { encoder as webp } from "./webp";

export const encoders = {
  apng: apng,
  gif: gif,
  h264: h264,
  "key-colour": keyColour,
  "png-mov": pngMov,
  "png-sequence": pngSequence,
  "prores-4444": prores4444,
  srt: srt,
  still: still,
  "vp9-alpha": vp9Alpha,
  vtt: vtt,
  wav: wav,
  "web-page": webPage,
  webp: webp,
} satisfies EncoderOf;
