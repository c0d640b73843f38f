import { frameAt } from "@/ui/parts/files-at";
import { unpackFrames } from "@/core/media/frame-block";

/*
 * Small frames of videos for looking at them while they run: fetched a dozen at a time, kept coded.
 */

const together = 12;
/** About 80 MB of coded frames. */
const mostBlocks = 240;

const blocks = new Map<string, Promise<readonly Blob[]>>();

async function fetchBlock(hash: string, from: number): Promise<readonly Blob[]> {
  const answer = await fetch(`${frameAt(hash, from)}?small=${together}`);
  if (!answer.ok) throw new Error(`frames of ${hash} could not be loaded (${answer.status})`);
  return unpackFrames(await answer.arrayBuffer()).map((bytes) => new Blob([bytes]));
}

function blockFrom(hash: string, from: number): Promise<readonly Blob[]> {
  const key = `${hash}/${from}`;
  let block = blocks.get(key);
  blocks.delete(key);
  if (!block) {
    block = fetchBlock(hash, from);
    // What failed is asked for again the next time.
    block.catch(() => blocks.delete(key));
  }
  blocks.set(key, block);
  if (blocks.size > mostBlocks) blocks.delete(blocks.keys().next().value!);
  return block;
}

/** One small frame of a video of `frames`; those around it come along, and those that come next are asked for. */
export async function fetchSmallFrame(hash: string, frame: number, frames: number): Promise<Blob> {
  const from = frame - (frame % together);
  for (const near of [from + together, from - together]) {
    // Soon needed, whichever way it is pulled; what fails is told of when it is shown.
    if (near >= 0 && near < frames && Math.abs(near - frame) <= together * 0.75) {
      blockFrom(hash, near).catch(() => undefined);
    }
  }
  const blob = (await blockFrom(hash, from))[frame - from];
  if (!blob) throw new Error(`frame ${frame} of ${hash} is not there`);
  return blob;
}
