import type { Box } from "../geometry/box";
import { about, cosSin, multiply, rotation, scaling, shifted, type Matrix } from "../geometry/matrix";
import type { Rgba } from "../bind/types";
import type { ShapeOutline } from "../layout/outline";
import type { Still, StillLayer } from "../layout/types";
import type { LinkSource } from "../document/link";
import { isLive, linkValue } from "../link/link";
import { movesAt, togetherOpacity } from "../schedule/instant";
import { videoFrame } from "../schedule/playback";
import { timerText } from "../schedule/timer";
import { frameRef } from "./rasters";
import type { Timetable } from "../schedule/types";
import { valuesAt, withValues } from "./keyed";
import { restState, stateOf, type LayerState, type Measures } from "./state";

/** A layer at one instant: where it is and what it may show. */
export interface Posed {
  readonly still: StillLayer;
  readonly state: LayerState;
  /** From the format's u to pixels, for the layer's group and for the layer itself. */
  readonly parent: Matrix;
  readonly world: Matrix;
  /** The box as far as it is grown, in u; undefined when nothing of it is there. */
  readonly shown: Box | undefined;
}

/** What is the same at every instant of a still. */
interface StillFacts {
  readonly byId: ReadonlyMap<string, StillLayer>;
  readonly measures: Measures;
}

const knownFacts = new WeakMap<Still, StillFacts>();

function factsOf(still: Still): StillFacts {
  const known = knownFacts.get(still);
  if (known) return known;
  const byId = new Map(still.layers.map((entry) => [entry.layer.id, entry]));
  const format = { width: still.format.width / still.pxPerU, height: still.format.height / still.pxPerU };
  const { seed, turnedRound } = still;
  const facts = { byId, measures: { boxOf: (id: string) => byId.get(id)?.box, format, seed, turnedRound } };
  knownFacts.set(still, facts);
  return facts;
}

/** All layers of a still at one instant of a clip, and at instants a little before it. */
export class Poses {
  private readonly byLag = new Map<number, ReadonlyMap<string, Posed>>();
  private readonly states = new Map<string, LayerState>();
  private readonly byId: StillFacts["byId"];
  private readonly measures: Measures;

  constructor(
    readonly still: Still,
    private readonly table: Timetable,
    readonly timeS: number,
    /** The instant whose frames videos show: the same for all instants of one exposure. */
    private readonly videoS = timeS,
  ) {
    const { byId, measures } = factsOf(still);
    this.byId = byId;
    this.measures = measures;
  }

  /** The poses as they were `lagS` seconds of arriving (or leaving) before. */
  at(lagS: number): ReadonlyMap<string, Posed> {
    let poses = this.byLag.get(lagS);
    if (!poses) this.byLag.set(lagS, (poses = this.work(lagS)));
    return poses;
  }

  private work(lagS: number): Map<string, Posed> {
    const poses = new Map<string, Posed>();
    const root = scaling(this.still.pxPerU, this.still.pxPerU);
    for (const rest of this.still.layers) {
      const { values, entry: keyed } = this.keyed(rest);
      const { state: linked, entry } = this.linked(keyed, lagS);
      const { layer, box } = entry;
      const state = composed(linked, values, this.still.turnedRound);
      const parent = (layer.in !== undefined && poses.get(layer.in)?.world) || root;
      const pivot = state.pivot ?? mirrored(layer.pivot, this.still.turnedRound);
      const scale = entry.scale * state.scale;
      const turned = multiply(rotation(entry.turn + state.turn), scaling(scale, scale));
      const own = about(box.x + box.width * pivot.x, box.y + box.height * pivot.y, turned);
      const world = multiply(parent, shifted(own, state.dx, state.dy));
      const shown = scale > 0 ? grown(sized(box, values, this.still.turnedRound), state.grows) : undefined;
      poses.set(layer.id, { still: entry, state, parent, world, shown });
    }
    return poses;
  }

  /** The layer with what keys, meter and timer give it at this instant. */
  private keyed(rest: StillLayer): { values: ReadonlyMap<string, number | Rgba>; entry: StillLayer } {
    const times = this.table.layers.get(rest.layer.id);
    if (!times || !(times.keys.length > 0 || times.meter || times.timer || times.playback)) {
      return { values: none, entry: rest };
    }
    const values = valuesAt(times, this.timeS);
    const layer = withValues(rest.layer, values);
    let { content } = rest;
    if (content.kind === "shape") content = { kind: "shape", outline: { ...content.outline, layer } as ShapeOutline };
    if (content.kind === "text" && layer.kind === "text") {
      const text =
        layer.timer && times.timer
          ? timerText(layer.timer, times.timer.startS, times.timer.endS, this.timeS)
          : undefined;
      const wider = values.get("tracking");
      content = { ...content, ...content.variant(text, typeof wider === "number" ? wider / 100 : 0) };
    }
    if (content.kind === "raster" && times.playback) {
      content = { ...content, hash: frameRef(content.hash, videoFrame(times.playback, this.videoS)) };
    }
    return { values, entry: { ...rest, layer, content } };
  }

  /** What the layer's own moves do to it. */
  private moved(entry: StillLayer, lagS: number): LayerState {
    const times = this.table.layers.get(entry.layer.id);
    if (!times) return restState();
    const key = `${entry.layer.id} ${lagS}`;
    let state = this.states.get(key);
    if (!state) {
      const moves = movesAt(this.table, times, this.timeS, lagS);
      state = stateOf(entry, moves, this.measures);
      state.opacity *= togetherOpacity(this.table, times, this.timeS);
      this.states.set(key, state);
    }
    return state;
  }

  /** Moves and links together: a link adds by how much its live value differs from its value at rest. */
  private linked(entry: StillLayer, lagS: number): { state: LayerState; entry: StillLayer } {
    const own = this.moved(entry, lagS);
    const links = entry.layer.links.filter(isLive);
    if (links.length === 0) return { state: own, entry };
    const state = { ...own };
    let { opacity, scale } = entry;
    const { id } = entry.layer;
    const turned = this.still.turnedRound ? -1 : 1;
    for (const link of links) {
      const live = linkValue(link, id, (source) => this.read(entry, source, lagS + link.delay));
      const beyond = () => live - linkValue(link, id, (source) => this.still.readRest(id, source));
      // What a link gives stands in for the layer's own opacity and scale, which may be nothing at rest.
      if (link.property === "opacity") opacity = Math.min(1, Math.max(0, live));
      else if (link.property === "scale") scale = Math.max(0, live);
      else if (link.property === "dx") state.dx += beyond() * turned;
      else if (link.property === "dy") state.dy += beyond();
      else if (link.property === "turn") state.turn += beyond() * turned;
    }
    return { state, entry: opacity === entry.opacity && scale === entry.scale ? entry : { ...entry, opacity, scale } };
  }

  /** A source's number as it was `lagS` seconds before; boxes keep their place and size at rest. */
  private read({ layer }: StillLayer, source: Omit<LinkSource, "name">, lagS: number): number {
    const { of, read } = source;
    const other = this.byId.get(of === "group" ? (layer.in ?? "") : of);
    // Boxes are at rest, and so are formats, safe areas and layers that are absent.
    if (!other || read === "width" || read === "height" || read === "x" || read === "y") {
      return this.still.readRest(layer.id, source);
    }
    const state = this.moved(other, lagS);
    const turned = this.still.turnedRound ? -1 : 1;
    switch (read) {
      case "turn":
        return (other.turn + state.turn) * turned;
      case "opacity":
        return other.opacity * state.opacity;
      case "scale":
        return other.scale * state.scale;
      case "shift-x":
        return state.dx * turned;
      case "shift-y":
        return state.dy;
    }
  }
}

const none: ReadonlyMap<string, number | Rgba> = new Map();

const mirrored = (pivot: { x: number; y: number }, turnedRound: boolean) =>
  turnedRound ? { x: 1 - pivot.x, y: pivot.y } : pivot;

/** Keys of shifts, turn, scale and opacity go on top of what moves do. */
function composed(state: LayerState, values: ReadonlyMap<string, number | Rgba>, turnedRound: boolean): LayerState {
  if (values.size === 0) return state;
  const number = (property: string, rest: number): number => {
    const value = values.get(property);
    return typeof value === "number" ? value : rest;
  };
  const mirror = turnedRound ? -1 : 1;
  return {
    ...state,
    dx: state.dx + number("dx", 0) * mirror,
    dy: state.dy + number("dy", 0),
    turn: state.turn + number("turn", 0) * mirror,
    scale: state.scale * Math.max(0, number("scale", 1)),
    opacity: state.opacity * Math.min(1, Math.max(0, number("opacity", 1))),
  };
}

/** A box whose sides are keyed, in shares of their own rest; it grows from its start. */
function sized(box: Box, values: ReadonlyMap<string, number | Rgba>, turnedRound: boolean): Box {
  if (values.size === 0) return box;
  const share = (property: string): number => {
    const value = values.get(property);
    return typeof value === "number" ? Math.max(0, value) : 1;
  };
  const width = box.width * share("width");
  const height = box.height * share("height");
  return { ...box, x: turnedRound ? box.x + box.width - width : box.x, width, height };
}

/** The part of a box that has grown so far, from the side each growth starts at. */
function grown(box: Box, grows: LayerState["grows"]): Box | undefined {
  let { x, y, width, height } = box;
  for (const { angle, share } of grows) {
    if (share <= 0) return undefined;
    const [cos, sin] = cosSin(angle);
    if (Math.abs(cos) >= Math.abs(sin)) {
      if (cos < 0) x += width * (1 - share);
      width *= share;
    } else {
      if (sin < 0) y += height * (1 - share);
      height *= share;
    }
  }
  return { x, y, width, height };
}
