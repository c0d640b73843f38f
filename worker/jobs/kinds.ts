// Written by `npm run kinds` from the files of this folder.
import { job as adopt } from "./adopt";
import { job as air } from "./air";
import { job as check } from "./check";
import { job as drifts } from "./drifts";
import { job as ingest } from "./ingest";
import { job as letter } from "./letter";
import { job as look } from "./look";
import { job as mark } from "./mark";
import { job as order } from "./order";
import { job as pack } from "./pack";
import { job as part } from "./part";
import { job as poster } from "./poster";
import { job as render } from "./render";
import { job as republish } from "./republish";
import { job as rows } from "./rows";
import { job as unpack } from "./unpack";
import { job as zip } from "./zip";

export const jobKinds = {
  adopt: adopt,
  air: air,
  check: check,
  drifts: drifts,
  ingest: ingest,
  letter: letter,
  look: look,
  mark: mark,
  order: order,
  pack: pack,
  part: part,
  poster: poster,
  render: render,
  republish: republish,
  rows: rows,
  unpack: unpack,
  zip: zip,
} as const;
