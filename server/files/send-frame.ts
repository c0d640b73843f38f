import { readMediaFrame, readSmallFrames } from "./media";
import { lasting } from "./send";

/** One frame of a stored video as it is; with `small` so many small ones from it on, as a pack. */
export async function sendFrame(hash: string, frame: number, small?: number): Promise<Response> {
  if (small !== undefined) {
    const pack = await readSmallFrames(hash, frame, small);
    return new Response(pack, { headers: lasting("application/octet-stream") });
  }
  const { bytes, mime } = await readMediaFrame(hash, frame);
  return new Response(bytes, { headers: lasting(mime) });
}
