import { LRUCache } from "lru-cache";
import type { LiveView } from "@/contract/live";
import type { LiveItem } from "@/core/document/live";
import { unionBox, type Box } from "@/core/geometry/box";
import { airedAt, upcoming } from "@/core/order/air";
import { onAirAt, type OnAir } from "@/core/order/live";
import { together } from "@/core/order/playable";
import { paint } from "@/core/paint/paint";
import { clipBounds } from "@/core/sample/clip";
import { rastersOf } from "@/core/sample/rasters";
import { smallerRequest, type Scene, type SceneRequest } from "@/core/scene";
import { BrowserHost } from "@/ui/stage/browser-host";
import { readFilesAt } from "@/ui/parts/files-at";
import { fetchRaster, loadedScene } from "@/ui/stage/loading";
import { offsetHere, steadyMs } from "./clock";
import type { AirMessage, FromAir } from "./protocol";

/*
 * Paints what is on the air, by the time alone: a page that was asleep or cut off shows what it would have shown.
 */

const fps = { num: 60, den: 1 };
/** Samples of motion blur where a page is smaller or larger than the format. */
const samples = 8;
/** What comes is made ready so long before. */
const aheadMs = 2500;
/** While nothing shows, it is looked so often whether something is about to. */
const sleepMs = 500;
const tellMs = 500;

/** A graphic laid out for the size of the page, with the pixels that it ever touches. */
interface Ready {
  readonly scene: Scene;
  readonly bounds: Box;
}

const host = new BrowserHost();
const scenes = new LRUCache<string, Promise<Ready>>({ max: 60 });
let canvas: OffscreenCanvas | undefined;
let context: OffscreenCanvasRenderingContext2D | undefined;
let view: LiveView | undefined;
let offsetMs = 0;
let share = 1;
let size = { width: 0, height: 0 };
/** What is seen now: the key of its picture, and where it is. */
let seen: { readonly key: string; readonly bounds: Box } | undefined;
let running = false;
let told = { pictures: 0, movingMs: 0, atMs: 0, on: "" };
let paintedMs = 0;
/** Pictures further apart than this are not of one motion. */
const stillMs = 100;

/** Takes a message that came at an instant of the steady clock. */
export function receive(message: AirMessage, receivedMs: number): void {
  switch (message.kind) {
    case "begin":
      readFilesAt(message.files);
      canvas = message.canvas;
      // In memory, not on the graphics card: the pixels are those of a file.
      context = canvas.getContext("2d", { willReadFrequently: true })!;
      break;
    case "size":
      size = message;
      break;
    case "air":
      ({ view } = message);
      offsetMs = offsetHere(message, receivedMs);
  }
  fit();
  if (!running) void run();
}

/** The format as large as it fits into the page. */
function fit(): void {
  if (!canvas || !view || size.width === 0) return;
  const { width, height } = view.format;
  share = Math.min(4, Math.max(0.05, Math.min(size.width / width, size.height / height)));
  const wanted = sized(share);
  if (canvas.width === wanted.width && canvas.height === wanted.height) return;
  [canvas.width, canvas.height] = [wanted.width, wanted.height];
  seen = undefined;
}

/** Size of the format at a share of it; the same rule as `smallerRequest`. */
function sized(at: number): { width: number; height: number } {
  const { width, height } = view!.format;
  const even = (side: number) => Math.max(2, 2 * Math.round((side * at) / 2));
  return at === 1 ? { width, height } : { width: even(width), height: even(height) };
}

function readyFor({ entry }: LiveItem, { desks, format }: LiveView): Promise<Ready> {
  const key = `${share} ${entry.release} ${JSON.stringify(entry.values)}`;
  const known = scenes.get(key);
  if (known) return known;
  const desk = desks[entry.release]!;
  const request: SceneRequest = {
    ...{ design: desk.document, house: desk.house, values: entry.values, format: format.id, fps },
  };
  const preparing = loadedScene(share === 1 ? request : smallerRequest(request, share, samples), host).then(
    (scene) => ({ scene, bounds: clipBounds(scene, fps) }),
  );
  scenes.set(key, preparing);
  // What could not be fetched is tried again while it is on.
  preparing.catch(() => scenes.delete(key));
  return preparing;
}

async function run(): Promise<void> {
  running = true;
  for (;;) {
    const waitMs = await turn().catch(() => sleepMs);
    if (waitMs === undefined) await new Promise((next) => requestAnimationFrame(next));
    else await new Promise((next) => setTimeout(next, waitMs));
  }
}

/** Shows what is on now; answers how long nothing needs to be done, undefined for until the next frame. */
async function turn(): Promise<number | undefined> {
  if (!context || !view) {
    clear();
    return 50;
  }
  const now = steadyMs() + offsetMs;
  const shown = view;
  const { shown: items, state } = airedAt(shown, now);
  const parts = items.map(({ part }) => part);
  const on = onAirAt(state, parts, now);
  const next = upcoming(state, parts, now);
  // Made ready beside what is shown, not in its way.
  if (next && next.startMs - now < aheadMs) void readyFor(items[next.part]!, shown).catch(() => undefined);
  if (on.length === 0) {
    clear();
    tellOn([]);
    return next ? Math.max(0, Math.min(sleepMs, next.startMs - now)) : sleepMs;
  }
  await show(on, items, shown);
  return undefined;
}

async function show(on: readonly OnAir[], items: readonly LiveItem[], shown: LiveView): Promise<void> {
  // One that can't be got ready just now keeps none of the others from being seen; it is tried again.
  const tried = await Promise.all(on.map(({ part }) => readyFor(items[part]!, shown).catch(() => undefined)));
  if (tried.every((one) => one === undefined)) throw new Error("nothing that is on could be fetched");
  // Getting ready may have taken a while: what is shown is what is on by then.
  const now = steadyMs() + offsetMs;
  const { state } = airedAt(shown, now);
  const still = new Map(
    onAirAt(
      state,
      items.map(({ part }) => part),
      now,
    ).map((one) => [`${one.part} ${one.startMs}`, one] as const),
  );
  if (shown !== view) return;
  const pictures = on.flatMap((one, i) => {
    const at = still.get(`${one.part} ${one.startMs}`);
    const scene = tried[i]?.scene;
    return at && scene ? [scene.sample(at.localS)] : [];
  });
  const ready = tried.filter((one) => one !== undefined);
  if (pictures.length === 0) return clear();
  const picture = together(ready[0]!.scene.format, pictures);
  if (picture.key === seen?.key) return tellOn(on.map(({ part }) => items[part]!.name));
  await host.loadAll([...rastersOf(picture.ops)], fetchRaster);
  if (shown !== view) return;
  const bounds = ready.map((one) => one.bounds).reduce(unionBox);
  wipe();
  paint(picture, { x: 0, y: 0, width: canvas!.width, height: canvas!.height }, context as never, host);
  seen = { key: picture.key, bounds };
  const atMs = performance.now();
  if (atMs - paintedMs < stillMs) {
    told.pictures++;
    told.movingMs += atMs - paintedMs;
  }
  paintedMs = atMs;
  tellOn(on.map(({ part }) => items[part]!.name));
}

/** Takes away what was painted last. */
function wipe(): void {
  context!.setTransform(1, 0, 0, 1, 0, 0);
  context!.globalAlpha = 1;
  context!.globalCompositeOperation = "source-over";
  if (!seen) context!.clearRect(0, 0, canvas!.width, canvas!.height);
  else context!.clearRect(seen.bounds.x, seen.bounds.y, seen.bounds.width, seen.bounds.height);
}

function clear(): void {
  if (!seen || !context) return;
  wipe();
  seen = undefined;
}

function drawnShares(): Box | undefined {
  if (!seen || !canvas) return undefined;
  const { x, y, width, height } = seen.bounds;
  const { width: wide, height: high } = canvas;
  return { x: x / wide, y: y / high, width: width / wide, height: height / high };
}

/** Says a few times a second what is seen. */
function tellOn(on: readonly string[]): void {
  const atMs = performance.now();
  const names = on.join("\n");
  if (names === told.on && atMs - told.atMs < tellMs) return;
  if (names === told.on && told.pictures === 0) return;
  const { pictures, movingMs } = told;
  self.postMessage({ kind: "painted", pictures, movingMs, on, drawn: drawnShares() } satisfies FromAir);
  told = { pictures: 0, movingMs: 0, atMs, on: names };
}
