import { LRUCache } from "lru-cache";
import type { OrderEntry } from "@/core/document/order";
import { placeOrder, phasesOf, type OrderRequest, type Phases, type PlacedOrder } from "@/core/order/prepare";
import { orderPlayable, partsAt } from "@/core/order/playable";
import type { Scene, SceneRequest } from "@/core/scene";
import { clipBounds } from "@/core/sample/clip";
import { emptyBox, type Box } from "@/core/geometry/box";
import { overlapping, takenPlaces } from "@/core/order/findings";
import type { OrderIssue } from "@/core/order/issues";
import { lightRequest, videosOf, type Shown, type Take } from "./shown";

/** Prepares a scene with its fonts and pictures. */
type Prepare = (request: SceneRequest) => Promise<Scene>;

/** Parts of orders that were shown lately: an edit of one leaves the others as they are. */
const scenes = new LRUCache<string, Scene>({ max: 80 });
const phases = new LRUCache<string, Phases>({ max: 10_000 });

/** Releases never change: what a part shows follows from its id and these. */
const keyOf = ({ release }: OrderEntry, { values, format, fps }: SceneRequest): string =>
  `${release} ${format} ${fps?.num}/${fps?.den} ${JSON.stringify(values)}`;

async function sceneFor(request: SceneRequest, entry: OrderEntry, share: number, prepare: Prepare): Promise<Scene> {
  const key = `${share} ${keyOf(entry, request)}`;
  const known = scenes.get(key);
  if (known) return known;
  const scene = await prepare(lightRequest(request, share));
  scenes.set(key, scene);
  return scene;
}

/** How a part comes and goes, looked at once. */
export async function phasesFor(request: SceneRequest, entry: OrderEntry, prepare: Prepare): Promise<Phases> {
  const key = keyOf(entry, request);
  const known = phases.get(key);
  if (known) return known;
  const found = phasesOf(await sceneFor(request, entry, 1, prepare), request.design);
  phases.set(key, found);
  return found;
}

export const placedFor = (request: OrderRequest, prepare: Prepare, all = false): Promise<PlacedOrder> =>
  placeOrder(request, (scene, entry) => phasesFor(scene, entry, prepare), all);

/** Graphics that lie over others are looked at up to so many: a preview must not wait for hundreds. */
const mostLooked = 40;
const touched = new LRUCache<string, Box>({ max: 2000 });

/** What is on the same place at the same time, as far as it is not how one hands over to the next. */
export async function takenIn({ timed, requestOf, phases }: PlacedOrder, prepare: Prepare): Promise<OrderIssue[]> {
  const looked = overlapping(timed).slice(0, mostLooked);
  const bounds = new Map<number, Box>();
  const leaves = new Map<number, number>();
  for (const part of looked) {
    const { entry } = timed.parts[part]!;
    const request = requestOf(part);
    const key = keyOf(entry, request);
    let box = touched.get(key);
    const known = phases.get(entry.id) ?? (await phasesFor(request, entry, prepare));
    if (!box) touched.set(key, (box = clipBounds(await sceneFor(request, entry, 1, prepare), timed.fps)));
    bounds.set(part, box);
    leaves.set(part, Math.ceil((known.leaveS * timed.fps.num) / timed.fps.den));
  }
  return takenPlaces(
    timed,
    (part) => bounds.get(part) ?? emptyBox,
    (part) => leaves.get(part) ?? 0,
  );
}

/** What of an order is on at an instant, its parts prepared as they are needed; on the whole format. */
export class ShownOrder implements Shown {
  paintedKey: string | undefined;
  readonly request = undefined;
  readonly faults = [];

  constructor(
    private readonly placed: PlacedOrder,
    private readonly prepare: Prepare,
  ) {}

  async takeAt(timeS: number, share: number): Promise<Take> {
    const { placed, prepare } = this;
    const on = partsAt(placed.timed, timeS).map(({ part }) => part);
    const shown = await Promise.all(
      on.map((part) => sceneFor(placed.requestOf(part), placed.timed.parts[part]!.entry, share, prepare)),
    );
    const format = shown[0]?.format ?? placed.format;
    const timed = { ...placed.timed, parts: on.map((part) => placed.timed.parts[part]!) };
    const { width, height } = format;
    return {
      playable: orderPlayable(format, timed, shown),
      bounds: { x: 0, y: 0, width, height },
      videos: new Map(shown.flatMap((scene) => [...videosOf(scene)])),
    };
  }
}
