import { writeSrt } from "@/core/sound/write-captions";
import { encodeWords, proveWords } from "../caption-output";
import { defineEncoder } from "./define";

export const encoder = defineEncoder<"srt">({
  settings: [],
  encode: (job) => encodeWords(job, writeSrt),
  prove: (job) => proveWords(job, "srt"),
});
