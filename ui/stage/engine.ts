import { IssueError } from "@/core/issue";
import type { Box } from "@/core/geometry/box";
import { paint } from "@/core/paint/paint";
import { clipBounds } from "@/core/sample/clip";
import { prepareScene, type Scene } from "@/core/scene";
import { bundledFonts } from "@/core/type/catalogue";
import { FontBook } from "@/core/type/font-book";
import { BrowserHost } from "./browser-host";
import type { Answer, PaintedFrame, ToWorker } from "./protocol";

interface Shown {
  readonly scene: Scene;
  readonly bounds: Box;
  paintedKey: string | undefined;
}

const host = new BrowserHost();
const book = new FontBook(bundledFonts);
const stages = new Map<string, Map<string, Shown>>();

async function fetchBytes(path: string): Promise<Response> {
  const answer = await fetch(path);
  if (!answer.ok) throw new Error(`${path} could not be loaded (${answer.status})`);
  return answer;
}

const loadFace = async (faceId: string): Promise<Uint8Array> =>
  new Uint8Array(await (await fetchBytes(`/fonts/${encodeURIComponent(faceId)}`)).arrayBuffer());

/** Answers one message of the page. */
export async function answer(message: ToWorker): Promise<Answer> {
  switch (message.kind) {
    case "prepare":
      return prepare(message);
    case "paint":
      return { kind: "painted", frames: message.formats.flatMap((format) => paintFormat(message, format) ?? []) };
    case "pixels":
      return pixels(message);
    case "drop":
      stages.delete(message.stage);
      return { kind: "dropped" };
  }
}

async function prepare(message: Extract<ToWorker, { kind: "prepare" }>): Promise<Answer> {
  const shown = new Map<string, Shown>();
  try {
    for (const format of message.formats) {
      const scene = await prepareScene({ ...message.request, format, fps: message.fps }, book, loadFace);
      for (const hash of scene.pictures) {
        await host.addPicture(hash, async () => (await fetchBytes(`/api/media/${hash}`)).blob());
      }
      const bounds = clipBounds(scene.still, scene.table, message.fps);
      shown.set(format, { scene, bounds, paintedKey: undefined });
    }
  } catch (error) {
    if (error instanceof IssueError) return { kind: "fault", issue: error.issue };
    throw error;
  }
  stages.set(message.stage, shown);
  return {
    kind: "prepared",
    formats: [...shown.values()].map(({ scene }) => ({
      format: scene.still.format,
      lengthS: scene.lengthS,
      arriveS: scene.table.arriveS * scene.table.squeeze,
      leaveS: scene.table.leaveS * scene.table.squeeze,
      posterS: scene.posterS,
      issues: scene.issues,
    })),
  };
}

/** Paints one format's picture unless it is the one shown already. */
function paintFormat(
  message: Extract<ToWorker, { kind: "paint" }>,
  { id, scale }: { id: string; scale: number },
): PaintedFrame | undefined {
  const shown = stages.get(message.stage)?.get(id);
  if (!shown) return undefined;
  const picture = shown.scene.sample(message.timeS);
  if (!message.afresh && picture.key === shown.paintedKey) return undefined;
  const surface = host.whole(shown.bounds.width, shown.bounds.height);
  paint(picture, shown.bounds, surface.context, host);
  const bitmap = bitmapAt(surface.canvas as OffscreenCanvas, scale);
  shown.paintedKey = picture.key;
  return { format: id, bitmap, bounds: shown.bounds };
}

/**
 * The picture is always painted at full size, as in a file; shown smaller it is scaled here, since a page scales
 * bitmaps too coarsely for small type.
 */
function bitmapAt(canvas: OffscreenCanvas, scale: number): ImageBitmap {
  if (scale >= 1) return canvas.transferToImageBitmap();
  const width = Math.max(1, Math.round(canvas.width * scale));
  const height = Math.max(1, Math.round(canvas.height * scale));
  const small = host.whole(width, height);
  const context = small.context;
  context.globalAlpha = 1;
  context.imageSmoothingEnabled = true;
  context.imageSmoothingQuality = "high";
  context.drawImage(canvas as never, 0, 0, canvas.width, canvas.height, 0, 0, width, height);
  const bitmap = (small.canvas as OffscreenCanvas).transferToImageBitmap();
  return bitmap;
}

/** The very bytes of a picture, for comparing with the ones painted elsewhere. */
function pixels({ stage, format, timeS }: Extract<ToWorker, { kind: "pixels" }>): Answer {
  const shown = stages.get(stage)?.get(format);
  if (!shown) throw new Error(`${stage} has no format ${format}`);
  const { width, height } = shown.bounds;
  const surface = host.whole(width, height);
  paint(shown.scene.sample(timeS), shown.bounds, surface.context, host);
  const context = (surface.canvas as OffscreenCanvas).getContext("2d")!;
  const rgba = context.getImageData(0, 0, width, height).data.buffer as ArrayBuffer;
  return { kind: "pixels", bounds: shown.bounds, rgba };
}
