import { isEmptyBox, type Box } from "@/core/geometry/box";
import { IssueError } from "@/core/issue";
import { paint } from "@/core/paint/paint";
import { opsBounds, pixelBounds } from "@/core/sample/bounds";
import { rastersOf } from "@/core/sample/rasters";
import type { Picture } from "@/core/sample/types";
import { smallerRequest, type Scene } from "@/core/scene";
import { BrowserHost } from "./browser-host";
import { fetchRaster, loadedScene } from "./loading";
import type { Side, Thumb, ThumbDesk, Thumbs, ThumbWish, ToWorker } from "./protocol";

/** Prepared fill-ins that are kept, as many as may be in view at once; the one asked for longest ago goes. */
const mostKept = 240;
const blurSamples = 3;
/** Times that a graphic is enlarged at most, and how much is left around it. */
const mostZoom = 6;
const around = 1.12;

const host = new BrowserHost();
const kept = new Map<string, Promise<Take>>();

/** A fill-in that is painted, and the part of its format that is shown. */
interface Take {
  readonly scene: Scene;
  readonly part: Box;
}

const desks = new Map<string, ThumbDesk>();

/** Paints small pictures of many fill-ins, all at one instant; undefined for the one that each shows best at. */
export async function paintThumbs(message: Extract<ToWorker, { kind: "thumbs" }>): Promise<Thumbs> {
  for (const [id, desk] of Object.entries(message.desks ?? {})) desks.set(id, desk);
  if (message.items.some(({ desk }) => !desks.has(desk))) return { kind: "thumbs", thumbs: [], unknown: true };
  const thumbs: Thumb[] = [];
  for (const item of message.items) thumbs.push(await thumb(item, message.timeS));
  return { kind: "thumbs", thumbs, unknown: false };
}

async function thumb(item: ThumbWish, timeS: number | undefined): Promise<Thumb> {
  const { key } = item;
  try {
    const { scene, part } = await takeOf(item);
    const picture = scene.sample(Math.min(timeS ?? scene.posterS, scene.lengthS));
    await loadAll(scene, picture);
    const surface = host.whole(part.width, part.height);
    paint(picture, part, surface.context, host);
    const bitmap = (surface.canvas as OffscreenCanvas).transferToImageBitmap();
    return { key, bitmap, lengthS: scene.lengthS, fault: undefined };
  } catch (error) {
    // One that can't be shown keeps none of the others from it.
    return { key, bitmap: undefined, lengthS: 0, fault: error instanceof IssueError ? error.issue : "failed" };
  }
}

/** Makes sure of all that a picture shows. */
async function loadAll(scene: Scene, picture: Picture): Promise<void> {
  const refs = [...scene.pictures, ...(scene.showsVideo ? rastersOf(picture.ops) : [])];
  await host.loadAll(refs, fetchRaster);
}

function takeOf(item: ThumbWish): Promise<Take> {
  const id = `${item.key} ${item.heightPx} ${item.close}`;
  let take = kept.get(id);
  if (take) kept.delete(id);
  else {
    take = item.close ? closeTake(item) : wholeTake(item, 1);
    // One that could not be prepared may be the next time.
    take.catch(() => kept.delete(id));
    if (kept.size >= mostKept) kept.delete(kept.keys().next().value!);
  }
  kept.set(id, take);
  return take;
}

async function wholeTake({ desk, values, format, heightPx }: ThumbWish, zoom: number): Promise<Take> {
  const request = { ...desks.get(desk)!, values, format, samples: true };
  const whole = request.house.formats.find((one) => one.id === format);
  const share = whole ? (zoom * heightPx) / whole.height : 1;
  const scene = await loadedScene(smallerRequest(request, share, blurSamples), host);
  const { width, height } = scene.still.format;
  return { scene, part: { x: 0, y: 0, width, height } };
}

/** The graphic at its best instant with a little around it, in the shape of its format. */
async function closeTake(item: ThumbWish): Promise<Take> {
  const whole = await wholeTake(item, 1);
  const { width, height } = whole.part;
  await loadAll(whole.scene, whole.scene.sample(whole.scene.posterS));
  const drawn = pixelBounds(opsBounds(whole.scene.sample(whole.scene.posterS).ops), whole.scene.still.format);
  if (isEmptyBox(drawn)) return whole;
  const zoom = Math.min(mostZoom, width / (drawn.width * around), height / (drawn.height * around));
  if (zoom <= 1.1) return whole;
  const { scene } = await wholeTake(item, zoom);
  const along = (from: number, side: number, seen: number, all: number) =>
    Math.round(Math.min(all - seen, Math.max(0, (from + side / 2) * zoom - seen / 2)));
  const { width: allWidth, height: allHeight } = scene.still.format;
  const x = along(drawn.x, drawn.width, width, allWidth);
  const y = along(drawn.y, drawn.height, height, allHeight);
  return { scene, part: { x, y, width, height } };
}

/** Levels by which a pixel may differ before anybody would see it. */
const unseenLevels = 12;

/** Of all pixels the share that differs between two fill-ins, at the instant where most do. */
export async function differingShare(message: Extract<ToWorker, { kind: "differ" }>): Promise<number> {
  const { sides, heightPx, timesS } = message;
  try {
    const [before, after] = [await sideScene(sides[0], heightPx), await sideScene(sides[1], heightPx)];
    const size = after.still.format;
    const other = before.still.format;
    if (size.width !== other.width || size.height !== other.height) return 1;
    let most = 0;
    for (const timeS of timesS) {
      const atS = timeS ?? after.posterS;
      const [a, b] = [await pixelsAt(before, atS), await pixelsAt(after, atS)];
      let count = 0;
      for (let at = 0; at < a.length; at += 4) if (differs(a, b, at)) count++;
      most = Math.max(most, count / (a.length / 4));
    }
    return most;
  } catch (error) {
    if (error instanceof IssueError) return 1;
    throw error;
  }
}

/** Pixels are compared as they are laid over anything: what is clear has no colour. */
function differs(a: Uint8ClampedArray, b: Uint8ClampedArray, at: number): boolean {
  const [alphaA, alphaB] = [a[at + 3]!, b[at + 3]!];
  if (Math.abs(alphaA - alphaB) > unseenLevels) return true;
  for (let i = 0; i < 3; i++) {
    if (Math.abs(a[at + i]! * alphaA - b[at + i]! * alphaB) > unseenLevels * 255) return true;
  }
  return false;
}

function sideScene({ request, format }: Side, heightPx: number): Promise<Scene> {
  const whole = request.house.formats.find((one) => one.id === format);
  const share = whole ? Math.min(1, heightPx / whole.height) : 1;
  return loadedScene(smallerRequest({ ...request, format }, share, blurSamples), host);
}

async function pixelsAt(scene: Scene, timeS: number): Promise<Uint8ClampedArray> {
  const picture = scene.sample(Math.min(timeS, scene.lengthS));
  await loadAll(scene, picture);
  const { width, height } = scene.still.format;
  const surface = host.whole(width, height);
  paint(picture, { x: 0, y: 0, width, height }, surface.context, host);
  return (surface.canvas as OffscreenCanvas).getContext("2d")!.getImageData(0, 0, width, height).data;
}
