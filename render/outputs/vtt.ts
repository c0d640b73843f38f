import { writeWebVtt } from "@/core/sound/write-captions";
import { encodeWords, proveWords } from "../caption-output";
import { defineEncoder } from "./define";

export const encoder = defineEncoder<"vtt">({
  settings: [],
  encode: (job) => encodeWords(job, writeWebVtt),
  prove: (job) => proveWords(job, "webvtt"),
});
