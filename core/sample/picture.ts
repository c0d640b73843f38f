import type { Still } from "../layout/types";
import { isMoving, waveAt } from "../schedule/instant";
import type { Timetable } from "../schedule/types";
import { opsBounds } from "./bounds";
import { contentOps } from "./content";
import { keyOf } from "./key";
import { blended, dress, finished, type Surroundings } from "./look";
import { Poses, type Posed } from "./pose";
import { inkOp } from "./steps";
import { travelPx } from "./travel";
import { layerOp, type PaintOp, type Picture } from "./types";

/** A flat list of paint steps for the instant `timeS` of the clip; any instant, in any order. */
export function sample(still: Still, table: Timetable, timeS: number): Picture {
  const ops = opsAt(still, table, timeS);
  let key: string | undefined;
  return {
    format: still.format,
    ops,
    // Hashing costs as much as sampling, and whoever only paints never asks.
    get key() {
      return (key ??= keyOf(still.format, ops));
    },
  };
}

/** The paint steps alone, where nobody asks whether they are the same as others. */
export function opsAt(still: Still, table: Timetable, timeS: number): PaintOp[] {
  const layers = layersAt(still, table, timeS);
  const blurred = still.motionBlur && isMoving(table, timeS) ? exposed(still, table, timeS, layers) : undefined;
  return finished(blurred ?? layers.flatMap(({ ops }) => ops), still, timeS);
}

interface TopLayer {
  readonly ops: readonly PaintOp[];
  /** Whether motion blur takes it in. */
  readonly blurs: boolean;
}

function layersAt(still: Still, table: Timetable, timeS: number, videoS = timeS): TopLayer[] {
  return new Sampler(new Poses(still, table, timeS, videoS), table).top();
}

/**
 * What a shutter sees that is open for a part of the frame: the mean of several instants, but only of the layers from
 * the first to the last that move; all others are painted once. Laying a mean over what stands still is the mean of
 * laying each over it, so nothing is lost by that. Undefined when nothing moves enough to see.
 */
function exposed(still: Still, table: Timetable, timeS: number, middle: readonly TopLayer[]): PaintOp[] | undefined {
  const { angle, samples } = still.motionBlur!;
  const instant = (share: number): TopLayer[] => {
    const shift = (angle / 360) * (share - 0.5) * table.frameS;
    return layersAt(still, table, Math.min(table.lengthS, Math.max(0, timeS + shift)), timeS);
  };
  const ends = [instant(0.5 / samples), instant(1 - 0.5 / samples)] as const;
  const count = samplesFor(ends, samples);
  const exposures = Array.from({ length: count }, (_, j) => instant((j + 0.5) / count));
  // A layer that is the same at the first, the middle and the last instant stands still in between.
  const told = [exposures[0]!, exposures[count >> 1]!, exposures[count - 1]!];
  const moving = middle.map(({ blurs }, i) => {
    if (!blurs) return false;
    const [first, ...others] = told.map((layers) => keyOf(still.format, layers[i]!.ops));
    return others.some((key) => key !== first);
  });
  const last = moving.lastIndexOf(true);
  if (last < 0) return undefined;
  // What is blended is blended with all that lies below it, so that all of it belongs to every sample.
  const mixes = middle.slice(0, last + 1).some(({ ops }, i) => i >= moving.indexOf(true) && blended(ops));
  const first = mixes ? 0 : moving.indexOf(true);
  const standing = (from: number, to: number) => middle.slice(from, to).flatMap(({ ops }) => ops);
  const means = exposures.map((layers) =>
    layers.slice(first, last + 1).flatMap(({ ops, blurs }, i) => (blurs ? ops : middle[first + i]!.ops)),
  );
  return [...standing(0, first), { kind: "mean", samples: means }, ...standing(last + 1, middle.length)];
}

/** Half a pixel apart, samples leave no steps to see; closer ones only cost. */
function samplesFor([from, to]: readonly [readonly TopLayer[], readonly TopLayer[]], most: number): number {
  const blurred = (layers: readonly TopLayer[]) => layers.filter(({ blurs }) => blurs).flatMap(({ ops }) => ops);
  return Math.min(most, Math.max(2, Math.ceil(travelPx(blurred(from), blurred(to)) * 2) + 1));
}

const knownChildren = new WeakMap<Still, ReadonlyMap<string | undefined, readonly string[]>>();

/** The layers of each group, by its id; of none, those that are in no group. */
function childrenOf(still: Still): ReadonlyMap<string | undefined, readonly string[]> {
  const known = knownChildren.get(still);
  if (known) return known;
  const children = new Map<string | undefined, string[]>();
  for (const { layer } of still.layers) {
    const siblings = children.get(layer.in);
    if (siblings) siblings.push(layer.id);
    else children.set(layer.in, [layer.id]);
  }
  knownChildren.set(still, children);
  return children;
}

class Sampler {
  private readonly children: ReadonlyMap<string | undefined, readonly string[]>;
  private readonly surroundings = new Map<number, Surroundings>();

  constructor(
    private readonly poses: Poses,
    private readonly table: Timetable,
  ) {
    this.children = childrenOf(poses.still);
  }

  /** The layers that are in no group, each with all its steps. */
  top(): TopLayer[] {
    const poses = this.poses.at(0);
    return (this.children.get(undefined) ?? []).map((id) => {
      const posed = poses.get(id)!;
      return { ops: this.seen(posed, 0), blurs: posed.still.layer.motionBlur };
    });
  }

  private inside(group: string, lagS: number): PaintOp[] {
    const poses = this.poses.at(lagS);
    return (this.children.get(group) ?? []).flatMap((id) => this.seen(poses.get(id)!, lagS));
  }

  private seen(posed: Posed, lagS: number): PaintOp[] {
    if (posed.still.layer.matteOnly || posed.still.layer.guide) return [];
    return [...this.trail(posed, lagS), ...this.layer(posed, lagS)];
  }

  /** One layer as it is seen, with everything it wears. */
  private layer(posed: Posed, lagS: number): PaintOp[] {
    const { still, shown } = posed;
    if (!shown || still.opacity * posed.state.opacity <= 0) return [];
    const turned = this.poses.still.turnedRound;
    const ops =
      still.content.kind === "group"
        ? this.inside(still.layer.id, lagS)
        : contentOps(posed, shown, turned, (calm) => waveAt(this.table, calm, this.poses.timeS, lagS));
    return dress(posed, ops, this.around(lagS));
  }

  private around(lagS: number): Surroundings {
    let around = this.surroundings.get(lagS);
    if (around) return around;
    const poses = this.poses.at(lagS);
    around = {
      still: this.poses.still,
      timeS: this.poses.timeS,
      find: (layer) => poses.get(layer),
      layersIn: (group) => (this.children.get(group) ?? []).map((id) => poses.get(id)!),
      opsOf: (posed) => this.layer(posed, lagS),
    };
    this.surroundings.set(lagS, around);
    return around;
  }

  /** Dimmed copies of where the layer was, the oldest first; none where it stands still. */
  private trail({ still: { layer } }: Posed, lagS: number): PaintOp[] {
    const { trail } = layer;
    if (!trail) return [];
    const { format } = this.poses.still;
    const copies: PaintOp[] = [];
    const seen = new Set([keyOf(format, this.layer(this.poses.at(lagS).get(layer.id)!, lagS))]);
    for (let i = 1; i <= trail.count; i++) {
      const earlier = lagS + i * trail.delay;
      const ops = this.layer(this.poses.at(earlier).get(layer.id)!, earlier);
      const key = keyOf(format, ops);
      if (ops.length === 0 || seen.has(key)) continue;
      seen.add(key);
      const colour = trail.colours?.[(i - 1) % trail.colours.length];
      copies.unshift(layerOp(ops, { opacity: trail.fade ** i, atop: colour ? [inkOp(opsBounds(ops), colour)] : [] }));
    }
    return copies;
  }
}
