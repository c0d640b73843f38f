// Written by `npm run kinds` from the files of this folder.
import { job as check } from "./check";
import { job as ingest } from "./ingest";
import { job as render } from "./render";

export const jobKinds = {
  check: check,
  ingest: ingest,
  render: render,
} as const;
