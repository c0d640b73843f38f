// Written by `npm run kinds` from the files of this folder.
import { output as apng } from "./apng";
import { output as gif } from "./gif";
import { output as h264 } from "./h264";
import { output as keyColour } from "./key-colour";
import { output as pngMov } from "./png-mov";
import { output as pngSequence } from "./png-sequence";
import { output as prores4444 } from "./prores-4444";
import { output as srt } from "./srt";
import { output as still } from "./still";
import { output as vp9Alpha } from "./vp9-alpha";
import { output as vtt } from "./vtt";
import { output as wav } from "./wav";
import { output as webPage } from "./web-page";
import { output as webp } from "./webp";

export const outputKinds = {
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
} as const;

export const outputSchemas = [
  apng.schema,
  gif.schema,
  h264.schema,
  keyColour.schema,
  pngMov.schema,
  pngSequence.schema,
  prores4444.schema,
  srt.schema,
  still.schema,
  vp9Alpha.schema,
  vtt.schema,
  wav.schema,
  webPage.schema,
  webp.schema,
] as const;
