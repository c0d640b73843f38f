import { withoutFault } from "@/core/edit/design-faults";
import { IssueError, type Issue } from "@/core/issue";
import { isEmptyBox, type Box } from "@/core/geometry/box";
import { frameToS } from "@/core/document/fps";
import { paint } from "@/core/paint/paint";
import { opsBounds } from "@/core/sample/bounds";
import type { CheckScope } from "@/core/checks/define";
import { issuesOf } from "@/core/checks/run";
import { restBoxes } from "@/core/sample/rest";
import { frameRef, parseFrameRef, rastersOf } from "@/core/sample/rasters";
import type { Picture } from "@/core/sample/types";
import { keyTicks } from "@/core/schedule/timetable";
import type { Scene, SceneRequest } from "@/core/scene";
import type { PlacedOrder } from "@/core/order/prepare";
import { orderLengthS } from "@/core/order/playable";
import { BrowserHost } from "./browser-host";
import { fetchRaster, loadedScene } from "./loading";
import { fetchSmallFrame } from "./small-frames";
import { differingShare, paintThumbs } from "./thumbs";
import type { OrderIssue } from "@/core/order/issues";
import { placedFor, ShownOrder, takenIn } from "./order-shown";
import type {
  Answer,
  Checked,
  MoveBar,
  PaintedFrame,
  PaintWish,
  PlacedParts,
  PreparedFormat,
  ToWorker,
} from "./protocol";
import { ShownScene, type Shown, type Take } from "./shown";

/** Sides of light takes are multiples of this share of the format, so that a window may be resized cheaply. */
const lightSteps = 24;
const framesAhead = 6;

type PaintMessage = PaintWish & { readonly stage: string };

const host = new BrowserHost();
const stages = new Map<string, Map<string, Shown>>();

/** Answers one message of the page. */
export async function answer(message: ToWorker): Promise<Answer> {
  switch (message.kind) {
    case "prepare":
      return prepare(message);
    case "prepare-order":
      return prepareOrder(message);
    case "paint":
      return paintAll(message);
    case "pixels":
      return pixels(message);
    case "check":
      return check(message.stage, message.scope);
    case "look":
      return look(message);
    case "thumbs":
      return paintThumbs(message);
    case "differ":
      return { kind: "differing", share: await differingShare(message) };
    case "drop":
      stages.delete(message.stage);
      return { kind: "dropped" };
  }
}

async function prepare(message: Extract<ToWorker, { kind: "prepare" }>): Promise<Answer> {
  const shown = new Map<string, Shown>();
  const scenes: Scene[] = [];
  try {
    for (const format of message.formats) {
      const { scene, request, faults } = await sceneOfRest({ ...message.request, format, fps: message.fps });
      scenes.push({ ...scene, issues: [...faults, ...scene.issues] });
      shown.set(format, new ShownScene(scene, request, sceneOf, faults));
    }
  } catch (error) {
    if (error instanceof IssueError) return { kind: "fault", issue: error.issue };
    throw error;
  }
  // Formats that were not asked for stay as they are until they are.
  const others = message.partly ? [...(stages.get(message.stage) ?? [])].filter(([id]) => !shown.has(id)) : [];
  stages.set(message.stage, new Map([...others, ...shown]));
  const painted = message.then && (await paintAll({ ...message.then, stage: message.stage }));
  return {
    kind: "prepared",
    ...(painted?.kind === "painted" ? { frames: painted.frames } : {}),
    formats: scenes.map((scene) => ({
      format: scene.still.format,
      lengthS: scene.lengthS,
      arriveS: scene.table.arriveS * scene.table.squeeze,
      leaveS: scene.table.leaveS * scene.table.squeeze,
      ownLeaveS: scene.table.ownLeaveS,
      squeeze: scene.table.squeeze,
      posterS: scene.posterS,
      issues: scene.issues,
      turnedRound: scene.still.turnedRound,
      boxes: restBoxes(scene.still, scene.table),
      bars: barsOf(scene.table),
      ticks: keyTicks(scene.still, scene.table),
      cues: [...scene.cues].map(([id, timeS]) => ({ id, timeS })),
    })),
  };
}

/** An order in several formats: what says more of it is its first. */
async function prepareOrder(message: Extract<ToWorker, { kind: "prepare-order" }>): Promise<Answer> {
  const shown = new Map<string, Shown>();
  const formats: PreparedFormat[] = [];
  try {
    for (const format of message.formats) {
      const placed = await placedFor({ ...message.request, format, fps: message.fps }, sceneOf);
      shown.set(format, new ShownOrder(placed, sceneOf));
      const taken = await takenIn(placed, sceneOf);
      formats.push({ ...noPhases, ...seenFirst(placed), order: placedOf(placed, taken) });
    }
  } catch (error) {
    if (error instanceof IssueError) return { kind: "fault", issue: error.issue };
    throw error;
  }
  stages.set(message.stage, shown);
  return { kind: "prepared", formats };
}

/** An order is seen first where its first part stands. */
function seenFirst({ format, timed }: PlacedOrder) {
  const [first] = timed.parts;
  const posterS = first ? frameToS(first.startFrame + Math.round(first.frames / 2), timed.fps) : 0;
  return { format, lengthS: orderLengthS(timed), posterS };
}

const noPhases = {
  ...{ arriveS: 0, leaveS: 0, ownLeaveS: 0, squeeze: 1, issues: [], turnedRound: false },
  ...{ boxes: [], bars: [], ticks: [], cues: [] },
};

const placedOf = ({ timed, issues }: PlacedOrder, taken: readonly OrderIssue[]): PlacedParts => ({
  ...timed,
  parts: timed.parts.map(({ entry, startFrame, frames }) => ({ id: entry.id, startFrame, frames })),
  issues: [...issues, ...taken],
});

const barsOf = (table: Scene["table"]): MoveBar[] =>
  [...table.layers].flatMap(([layer, { arrive, stay, leave }]) =>
    [...arrive, ...stay, ...leave].map(({ id, phase, startS, endS, onCue, parts, cycles, loop }) => ({
      ...{ layer, move: id, phase, onCue },
      // A word by word text on cues begins with its first word.
      startS: cycles?.fromS ?? (onCue && parts ? startS + Math.min(...parts.starts) : startS),
      endS: cycles?.untilS ?? endS,
      ...(cycles && loop?.count !== undefined && { turns: cycles.count }),
    })),
  );

const load = (refs: Iterable<string>) => host.loadAll([...refs], fetchRaster);

async function check(stage: string, scope: CheckScope): Promise<Answer> {
  const shown = [...(stages.get(stage) ?? [])].flatMap(([, { request, faults }]) =>
    request ? [{ request, faults }] : [],
  );
  const { formats } = await issuesIn(
    shown.map(({ request }) => request),
    scope,
  );
  return {
    kind: "checked",
    formats: formats.map((found, i) => ({ ...found, issues: [...shown[i]!.faults, ...found.issues] })),
  };
}

const look = ({ request, formats }: Extract<ToWorker, { kind: "look" }>): Promise<Answer> =>
  issuesIn(
    formats.map((format) => ({ ...request, format })),
    "row",
  );

async function issuesIn(requests: readonly SceneRequest[], scope: CheckScope): Promise<Checked> {
  const formats = [];
  for (const request of requests) {
    formats.push({ format: request.format, issues: await issuesOf(request, { host, prepare: sceneOf, load }, scope) });
  }
  return { kind: "checked", formats };
}

/** Pictures that other scenes have needed since may have taken the place of this one's. */
const loadPictures = ({ playable }: Take) => host.loadAll(playable.pictures, fetchRaster);

/** Loads the frames of videos that a picture shows, and asks for the ones that come next. */
async function loadVideo({ playable, videos }: Take, picture: Picture): Promise<void> {
  if (!playable.showsVideo) return;
  const refs = [...rastersOf(picture.ops)];
  await host.loadAll(refs, fetchRaster);
  for (const ref of refs) {
    const now = parseFrameRef(ref);
    if (!now) continue;
    const left = (videos.get(now.hash)?.frames ?? 0) - 1 - now.frame;
    for (let ahead = 1; ahead <= Math.min(framesAhead, left); ahead++) {
      // One that can't be loaded now is asked for again, and told of, when it is shown.
      host.load(frameRef(now.hash, now.frame + ahead), fetchRaster).catch(() => undefined);
    }
  }
}

/** Loads the small frames of videos that a picture shows. */
async function loadSmallVideo({ playable, videos }: Take, picture: Picture): Promise<void> {
  if (!playable.showsVideo) return;
  const shown = [...rastersOf(picture.ops)].flatMap((ref) => {
    const now = parseFrameRef(ref);
    const video = now && videos.get(now.hash);
    return now && video ? [{ ref, ...now, ...video }] : [];
  });
  host.needSmall(shown.map(({ ref }) => ref));
  await Promise.all(
    shown.map(({ ref, hash, frame, width, frames }) =>
      host.loadSmall(ref, width, () => fetchSmallFrame(hash, frame, frames)),
    ),
  );
}

/** What is wrong with a design at once; more would be found one after the other for as long as it is being shown. */
const mostFaults = 12;

/** A scene of what can be shown of a design, and what had to be left out for it. Throws an IssueError where nothing can. */
async function sceneOfRest<R extends SceneRequest>(
  request: R,
): Promise<{ scene: Scene; request: R; faults: readonly Issue[] }> {
  const faults: Issue[] = [];
  for (let { design } = request; ;) {
    const rest = { ...request, design };
    try {
      return { scene: await sceneOf(rest), request: rest, faults };
    } catch (error) {
      const next = error instanceof IssueError && faults.length < mostFaults && withoutFault(design, error.issue);
      if (!next) throw error;
      faults.push(error.issue);
      design = next;
    }
  }
}

const sceneOf = (request: SceneRequest): Promise<Scene> => loadedScene(request, host);

async function paintAll(message: PaintMessage): Promise<Answer> {
  const frames: PaintedFrame[] = [];
  for (const { id, scale } of message.formats) {
    const shown = stages.get(message.stage)?.get(id);
    if (!shown) continue;
    const share = Math.ceil(scale * lightSteps) / lightSteps;
    const isLight = message.light && share < 1;
    const take = await shown.takeAt(message.timeS, isLight ? share : 1);
    const frame = isLight
      ? await paintTake(shown, take, message, share)
      : await paintTake(shown, take, message, 1, scale);
    if (frame) frames.push(frame);
  }
  return { kind: "painted", frames };
}

/** Paints one format's picture unless it is the one shown already. `share` is the take's size in formats. */
async function paintTake(
  shown: Shown,
  take: Take,
  { timeS, afresh }: PaintMessage,
  share: number,
  scale = 1,
): Promise<PaintedFrame | undefined> {
  const { playable } = take;
  const picture = playable.sample(timeS);
  const isLight = share < 1;
  const bounds = isLight ? seenOf(picture, take.bounds) : take.bounds;
  if (!afresh && picture.key === shown.paintedKey) return undefined;
  await loadPictures(take);
  await (isLight ? loadSmallVideo : loadVideo)(take, picture);
  const surface = host.whole(bounds.width, bounds.height);
  const painting = () => paint(picture, bounds, surface.context, host);
  if (isLight) host.lightly(painting);
  else painting();
  shown.paintedKey = picture.key;
  const { x, y, width, height } = bounds;
  return {
    format: playable.format.id,
    bitmap: isLight
      ? await copyOf(surface.canvas as OffscreenCanvas)
      : bitmapAt(surface.canvas as OffscreenCanvas, scale),
    bounds: { x: x / share, y: y / share, width: width / share, height: height / share },
  };
}

/** Sides of light pictures are whole multiples of this, so that they stay the same from one to the next. */
const seenStepPx = 16;

/**
 * As much of a picture as is drawn on. A canvas that is handed over is a new piece of memory for every picture: for a
 * strap in a frame that is a hundredth of it.
 */
function seenOf(picture: Picture, within: Box): Box {
  const drawn = opsBounds(picture.ops);
  if (isEmptyBox(drawn)) return { ...within, width: Math.min(2, within.width), height: Math.min(2, within.height) };
  const span = (from: number, length: number, start: number, whole: number) => {
    const first = Math.floor((from - 1 - start) / seenStepPx) * seenStepPx;
    const last = Math.ceil((from + length + 1 - start) / seenStepPx) * seenStepPx;
    const low = Math.min(Math.max(0, first), Math.max(0, whole - 2));
    return { at: start + low, side: Math.max(2, Math.min(whole, last) - low) };
  };
  const x = span(drawn.x, drawn.width, within.x, within.width);
  const y = span(drawn.y, drawn.height, within.y, within.height);
  return { x: x.at, y: y.at, width: Math.min(x.side, within.width), height: Math.min(y.side, within.height) };
}

/**
 * What is shown for a moment only is copied: a canvas that is handed over must ask the browser for new memory, which
 * costs some milliseconds while the page is busy.
 */
function copyOf(canvas: OffscreenCanvas): Promise<ImageBitmap> {
  const { width, height } = canvas;
  return createImageBitmap(canvas.getContext("2d")!.getImageData(0, 0, width, height));
}

/**
 * What stands still is painted at full size, as in a file; shown smaller it is scaled here, since a page scales
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
async function pixels({ stage, format, timeS }: Extract<ToWorker, { kind: "pixels" }>): Promise<Answer> {
  const shown = stages.get(stage)?.get(format);
  if (!shown) throw new Error(`${stage} has no format ${format}`);
  const take = await shown.takeAt(timeS, 1);
  const { bounds } = take;
  const { width, height } = bounds;
  const surface = host.whole(width, height);
  const picture = take.playable.sample(timeS);
  await loadPictures(take);
  await loadVideo(take, picture);
  paint(picture, bounds, surface.context, host);
  const context = (surface.canvas as OffscreenCanvas).getContext("2d")!;
  const rgba = context.getImageData(0, 0, width, height).data.buffer as ArrayBuffer;
  return { kind: "pixels", bounds, rgba };
}
