import { frameCount, frameToS } from "@/core/document/fps";
import { startingValues, type Values } from "@/core/document/values";
import type { Box } from "@/core/geometry/box";
import { paint } from "@/core/paint/paint";
import { clipBounds } from "@/core/sample/clip";
import { rastersOf } from "@/core/sample/rasters";
import { prepareScene, smallerRequest, type Scene, type SceneRequest } from "@/core/scene";
import { bundledFonts } from "@/core/type/catalogue";
import { FontBook } from "@/core/type/font-book";
import { BrowserHost } from "@/ui/stage/browser-host";
import { carriedFile, readPayload } from "./files";
import { valuesFrom } from "./values";

/*
 * Plays one graphic in a page that has nothing else: sharp at the size of its window, see-through, without a network.
 */

const payload = readPayload();
const book = new FontBook({ ...bundledFonts, faces: payload.faces });
const host = new BrowserHost();
const blobOf = async (ref: string): Promise<Blob> => new Blob([await carriedFile(ref)]);

/** The graphic laid out for one size, with the pixels that it ever touches. */
interface Take {
  readonly scene: Scene;
  readonly bounds: Box;
  readonly share: number;
}

const canvas = document.createElement("canvas");
const context = canvas.getContext("2d", { willReadFrequently: true })!;
document.body.append(canvas);

let values: Values = valuesFrom(payload, location.search, document.body);
let take: Take | undefined;
let shownKey = "";
/** The instant that is shown; undefined before the first. */
let shownS: number | undefined;

const { fps, house, design, format: formatId } = payload;
const format = house.formats.find(({ id }) => id === formatId)!;

async function takeFor(share: number, filled: Values): Promise<Take> {
  const request: SceneRequest = { design, values: filled, house, format: formatId, fps };
  const scene = await prepareScene(share === 1 ? request : smallerRequest(request, share, 32), book, carriedFile);
  await host.loadAll(scene.pictures, blobOf);
  return { scene, bounds: clipBounds(scene, fps), share };
}

/** Size of the window in device pixels, as a share of the format's. */
function shareNow(): number {
  const fits = Math.min(innerWidth / format.width, innerHeight / format.height) * devicePixelRatio;
  return Math.min(4, Math.max(0.05, fits));
}

/** Lays out anew for the window, and shows the same instant in it; what is shown stays until then. */
async function fit(): Promise<void> {
  const share = shareNow();
  const next = await takeFor(share, values);
  const { width, height } = next.scene.format;
  // A canvas that takes another size is empty.
  canvas.width = width;
  canvas.height = height;
  canvas.style.width = `${width / devicePixelRatio}px`;
  canvas.style.height = `${height / devicePixelRatio}px`;
  [take, shownKey] = [next, ""];
  if (shownS !== undefined) await show(shownS);
}

async function show(timeS: number): Promise<void> {
  if (!take) return;
  shownS = timeS;
  const { scene, bounds } = take;
  const picture = scene.sample(timeS);
  if (picture.key === shownKey) return;
  await Promise.all([...rastersOf(picture.ops)].map((ref) => host.load(ref, blobOf)));
  const surface = host.whole(bounds.width, bounds.height);
  paint(picture, bounds, surface.context, host);
  context.clearRect(0, 0, canvas.width, canvas.height);
  context.drawImage(surface.canvas as OffscreenCanvas, bounds.x, bounds.y);
  shownKey = picture.key;
}

const asked = new URLSearchParams(location.search);
/** A number of the address; undefined for what is none. */
const numberOf = (text: string | null | undefined): number | undefined => {
  const value = text ? Number(text) : NaN;
  return Number.isFinite(value) && value >= 0 ? value : undefined;
};
const still = numberOf(asked.get("at"));
const repeats = numberOf(asked.get("repeats")) ?? numberOf(document.body.dataset.repeats) ?? payload.repeats;
let startedMs: number | undefined;
let moving = true;

/** The frame of an instant since it began; the last one once all is shown. */
function timeOf(sinceS: number, { scene }: Take): number {
  const frames = frameCount(scene.lengthS, fps);
  const frame = Math.floor((sinceS * fps.num) / fps.den + 1e-6);
  const over = repeats > 0 && frame >= frames * repeats;
  if (over) moving = false;
  return frameToS(over ? frames - 1 : frame % frames, fps);
}

async function turn(nowMs: number): Promise<void> {
  startedMs ??= nowMs;
  if (take && moving) await show(still ?? timeOf((nowMs - startedMs) / 1000, take));
  requestAnimationFrame((next) => void turn(next));
}

/** For whoever embeds it, and has a hand in the page. */
const remote = {
  /** Lays out these values instead: text by the id of its field. */
  fill: async (texts: Readonly<Record<string, string>>): Promise<void> => {
    values = valuesFrom(payload, new URLSearchParams(texts).toString(), document.body);
    await fit();
  },
  /** Stands still at an instant in seconds. */
  hold: async (timeS: number): Promise<void> => {
    moving = false;
    await show(timeS);
  },
  /** Plays from the beginning. */
  play: (): void => {
    [moving, startedMs] = [true, undefined];
  },
  lengthS: () => take?.scene.lengthS,
  /** The pixels that are painted now, and where they stand. */
  pixels: () => {
    const { bounds } = take!;
    return { bounds, data: context.getImageData(bounds.x, bounds.y, bounds.width, bounds.height).data };
  },
};
declare global {
  interface Window {
    rubrick: typeof remote;
  }
}

let resizing: ReturnType<typeof setTimeout> | undefined;
addEventListener("resize", () => {
  clearTimeout(resizing);
  resizing = setTimeout(() => void fit(), 150);
});
await fit().catch(async (error: unknown) => {
  // Values that can't be shown give way to those it was made with.
  console.warn(error);
  values = { ...startingValues(design), ...payload.values };
  await fit();
});
window.rubrick = remote;
document.documentElement.dataset.ready = "true";
requestAnimationFrame((nowMs) => void turn(nowMs));
