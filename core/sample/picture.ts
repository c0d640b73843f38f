import type { Still } from "../layout/types";
import { localTime } from "../schedule/instant";
import type { Timetable } from "../schedule/timetable";
import { contentOps } from "./content";
import { keyOf } from "./key";
import { dress, finished, type Surroundings } from "./look";
import { Poses, type Posed } from "./pose";
import { layerOp, type PaintOp, type Picture } from "./types";

/** A flat list of paint steps for the instant `timeS` of the clip; any instant, in any order. */
export function sample(still: Still, table: Timetable, timeS: number): Picture {
  const poses = new Poses(still, table, timeS);
  const sampler = new Sampler(poses, localTime(table, timeS));
  const ops = finished(sampler.ops(), still, timeS);
  return { format: still.format, ops, key: keyOf(still.format, ops) };
}

class Sampler {
  private readonly children = new Map<string | undefined, string[]>();

  constructor(
    private readonly poses: Poses,
    private readonly localS: number,
  ) {
    for (const { layer } of poses.still.layers) {
      const siblings = this.children.get(layer.in);
      if (siblings) siblings.push(layer.id);
      else this.children.set(layer.in, [layer.id]);
    }
  }

  ops(): PaintOp[] {
    return this.inside(undefined, 0);
  }

  private inside(group: string | undefined, lagS: number): PaintOp[] {
    const poses = this.poses.at(lagS);
    return (this.children.get(group) ?? []).flatMap((id) => {
      const posed = poses.get(id)!;
      if (posed.still.layer.matteOnly) return [];
      return [...this.trail(posed, lagS), ...this.layer(posed, lagS)];
    });
  }

  /** One layer as it is seen, with everything it wears. */
  private layer(posed: Posed, lagS: number): PaintOp[] {
    const { still, shown } = posed;
    if (!shown || still.opacity * posed.state.opacity <= 0) return [];
    const turned = this.poses.still.turnedRound;
    const ops =
      still.content.kind === "group"
        ? this.inside(still.layer.id, lagS)
        : contentOps(posed, shown, turned, Math.max(0, this.localS - lagS));
    return dress(posed, ops, this.around(lagS));
  }

  private around(lagS: number): Surroundings {
    const poses = this.poses.at(lagS);
    return {
      still: this.poses.still,
      timeS: this.poses.timeS,
      find: (layer) => poses.get(layer),
      layersIn: (group) => (this.children.get(group) ?? []).map((id) => poses.get(id)!),
      opsOf: (posed) => this.layer(posed, lagS),
    };
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
      copies.unshift(layerOp(ops, { opacity: trail.fade ** i }));
    }
    return copies;
  }
}
