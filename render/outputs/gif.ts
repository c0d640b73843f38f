import { rename, stat } from "node:fs/promises";
import { join } from "node:path";
import { IssueError } from "@/core/issue";
import { matted } from "@/core/media/matte";
import { fitToLimit } from "../fit";
import { leastKbOf } from "../fitted-video";
import { encodeGif, leastEvery, type GifOutput, type GifThrift } from "../gif";
import type { PictureSource } from "../painted";
import { readBySharp } from "../proof/books";
import { proveMoving } from "../proof/moving";
import { tickS, tolerances } from "../proof/tolerances";
import { withSpool } from "../spool";
import { defineEncoder, type EncodeJob, type Made } from "./define";

type Job = EncodeJob<GifOutput>;

/** Below this share of the size nobody can read anything. */
const leastScale = 0.12;
const mostLossy = 90;
/** Share of thrift that coding with loss and fewer colours take up; then the picture becomes smaller too. */
const losses = 0.2;
/** Pictures that were made a little smaller are larger as files: their flat parts have got soft edges. */
const firstScale = 0.85;

function thriftAt(thrift: number, from: Pick<GifThrift, "colours" | "every">): GifThrift {
  const lost = Math.min(1, thrift / losses);
  const smaller = (thrift - losses) / (1 - losses);
  return {
    ...{ every: from.every, lossy: lost * mostLossy },
    colours: Math.max(48, Math.round(from.colours * (1 - 0.6 * lost))),
    scale: smaller <= 0 ? 1 : firstScale - (firstScale - leastScale) * smaller,
  };
}

/**
 * How much must go at once, by how many times too large the whole is; the rest is found by trying. It never goes so far
 * that more than that would be given up.
 */
function rungFor(times: number, every: number): Pick<GifThrift, "colours" | "every"> {
  if (times < 4) return { colours: 256, every };
  if (times < 10) return { colours: 128, every: every * 2 };
  return { colours: 64, every: every * 3 };
}

async function fitted(job: Job, pictures: PictureSource, limitKb: number): Promise<Made> {
  const every = leastEvery(job.plan.fps);
  const plain: GifThrift = { colours: 256, lossy: 0, every, scale: 1 };
  const made = new Map<number, { readonly thrift: GifThrift; readonly file: string }>();
  let rung: Pick<GifThrift, "colours" | "every"> = plain;
  const { best, tries } = await fitToLimit(limitKb * 1000, 0.25, async (share) => {
    const file = join(job.folder, `fit-${made.size}.gif`);
    const thrift = share === 0 ? plain : thriftAt(share, rung);
    made.set(share, { thrift, file });
    await encodeGif(job, pictures, thrift, file);
    const bytes = (await stat(file)).size;
    if (share === 0) rung = rungFor(bytes / (limitKb * 1000), every);
    return bytes;
  });
  if (!best) throw new IssueError({ code: "limit_unreachable", limitKb, leastKb: leastKbOf(tries) });
  const { thrift, file } = made.get(best.thrift)!;
  await rename(file, job.file);
  return { ...madeWith(job, thrift), ...(best.thrift > 0 && { fitted: true, notes: [givenUp(job, thrift, limitKb)] }) };
}

function madeWith({ format }: Job, { every, scale }: GifThrift): Made {
  const size = { width: Math.round(format.width * scale), height: Math.round(format.height * scale) };
  return { ...(every > 1 && { every }), ...(scale < 1 && { size }) };
}

function givenUp(job: Job, { colours, lossy, every, scale }: GifThrift, limitKb: number): string {
  const { width, height } = job.format;
  const parts = [
    colours < 256 && `${colours} colours`,
    every > leastEvery(job.plan.fps) && `every ${every === 2 ? "second" : "third"} picture`,
    scale < 1 && `${Math.round(width * scale)} × ${Math.round(height * scale)} instead of ${width} × ${height}`,
    lossy > 0 && "coded with loss",
  ].filter((part) => part !== false);
  return `Fitted into ${limitKb} kB: ${parts.join(", ")}.`;
}

/** Said of rates that GIF can't keep. */
const thinned = (every: number): string[] =>
  every > 1 ? ["GIF shows 50 pictures a second at most: every second one was left out."] : [];

export const encoder = defineEncoder<"gif">({
  settings: [],
  encode: async (job, pictures) => {
    const { limitKb } = job.output;
    const every = leastEvery(job.plan.fps);
    const notes = thinned(every);
    const made = await withSpool(job, pictures, async (spool) => {
      if (limitKb !== undefined) return fitted(job, spool, limitKb);
      const thrift = { colours: 256, lossy: 0, every, scale: 1 };
      await encodeGif(job, spool, thrift, job.file);
      return madeWith(job, thrift);
    });
    job.progress(job.plan.frames.length);
    return { ...made, notes: [...notes, ...(made.notes ?? [])] };
  },
  prove: (job, frames) => {
    const { matte, ground, repeats } = job.output;
    return proveMoving(job, frames, {
      ...{ read: readBySharp, tolerance: tolerances.gif, tickS: tickS.gif, repeats, merges: true },
      changed: ({ painted, bounds }) => ({ painted: matted(painted, matte, ground), bounds }),
      grounds: ground ? () => groundOf(job.made?.size ?? job.playable.format, matte) : undefined,
    });
  },
});

const groundOf = ({ width, height }: { readonly width: number; readonly height: number }, colour: string) =>
  Buffer.alloc(width * height * 4, `${colour.slice(1)}ff`, "hex");
