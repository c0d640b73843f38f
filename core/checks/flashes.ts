import { luminance } from "../bind/colour";
import type { Issue } from "../issue";
import type { PaintHost } from "../paint/canvas";
import { paint } from "../paint/paint";
import { isMoving } from "../schedule/instant";
import type { Scene } from "../scene";
import { defineCheck, ofDesign } from "./define";

/*
 * General flashes after WCAG 2.2, 2.3.1: pairs of opposing changes of a tenth of the relative luminance or more, whose
 * darker side is below 0.8, over a quarter of the picture. More than three in any second are refused.
 */

/** Scenes of this share of the format's sides are large enough to find flashes in. */
export const flashShare = 1 / 12;
const leastChange = 0.1;
const darkerThan = 0.8;
const leastArea = 0.25;
const mostInASecond = 3;
const perS = 25;
const cells = 16;
/** What the graphic is laid over: in the middle, so that light and dark flashes both show. */
const groundLevel = 118;
/** Of a long clip the first minute tells. */
const longestS = 60;

/** A clip that flashes more than three times in a second, and when; `scene` may be a small one of the same shape. */
export function flashIssues(scene: Scene, host: PaintHost): Issue[] {
  const frames = Math.floor(Math.min(longestS, scene.lengthS) * perS);
  const changes = new Flashes();
  let key: string | undefined;
  let levels: Float64Array | undefined;
  for (let n = 0; n < frames; n++) {
    const timeS = n / perS;
    if (!levels || isMoving(scene.table, timeS)) {
      const picture = scene.sample(timeS);
      if (picture.key !== key) {
        key = picture.key;
        levels = levelsOf(scene, timeS, host);
      }
    }
    changes.add(levels!, timeS);
    if (changes.worst > mostInASecond) return [{ code: "flashes", count: changes.worst, atS: changes.atS }];
  }
  return [];
}

/** Mean relative luminance of every cell of a coarse grid. */
function levelsOf(scene: Scene, timeS: number, host: PaintHost): Float64Array {
  const { width, height } = scene.still.format;
  const surface = host.surface(width, height);
  paint(scene.sample(timeS), { x: 0, y: 0, width, height }, surface.context, host);
  const { data } = surface.context.getImageData(0, 0, width, height);
  host.release(surface);
  const sums = new Float64Array(cells * cells);
  const counts = new Float64Array(cells * cells);
  for (let y = 0; y < height; y += 2) {
    for (let x = 0; x < width; x += 2) {
      const at = (y * width + x) * 4;
      const alpha = data[at + 3]! / 255;
      const over = (channel: number) => channel * alpha + groundLevel * (1 - alpha);
      const cell = Math.floor((y * cells) / height) * cells + Math.floor((x * cells) / width);
      sums[cell]! += luminance({ r: over(data[at]!), g: over(data[at + 1]!), b: over(data[at + 2]!), a: 1 });
      counts[cell]!++;
    }
  }
  return sums.map((sum, i) => sum / Math.max(1, counts[i]!));
}

/** Follows each cell's luminance from turn to turn, and counts the flashes that a quarter of the cells share. */
class Flashes {
  worst = 0;
  atS = 0;
  private readonly tracks: { end: number; rising: boolean | undefined }[] = [];
  /** Instants at which cells turned by enough, one list a cell. */
  private readonly turns: number[][] = Array.from({ length: cells * cells }, () => []);

  add(levels: Float64Array, timeS: number): void {
    let flashing = 0;
    let least = Infinity;
    for (let i = 0; i < levels.length; i++) {
      this.follow(i, levels[i]!, timeS);
      const turns = this.turns[i]!;
      while (turns.length > 0 && turns[0]! < timeS - 1) turns.shift();
      // Two opposing changes are one flash.
      const flashes = Math.floor(turns.length / 2);
      if (flashes > mostInASecond) {
        flashing++;
        least = Math.min(least, flashes);
      }
    }
    if (flashing >= leastArea * levels.length && least > this.worst) {
      this.worst = least;
      this.atS = Math.max(0, timeS - 1);
    }
  }

  private follow(cell: number, level: number, timeS: number): void {
    // `end` is the farthest point since the last turn: what the next change is measured from.
    const track = (this.tracks[cell] ??= { end: level, rising: undefined });
    const way = level - track.end;
    const darker = Math.min(level, track.end);
    const turns = Math.abs(way) >= leastChange && darker < darkerThan && way > 0 !== track.rising;
    if (turns) {
      this.turns[cell]!.push(timeS);
      this.tracks[cell] = { end: level, rising: way > 0 };
    } else if (track.rising === way > 0) track.end = level;
  }
}

declare module "../issue" {
  interface Issues {
    flashes: { count: number; atS: number };
  }
}

export const check = defineCheck({
  code: "flashes",
  severity: "stop",
  scopes: ofDesign,
  find: async ({ small, host }) => {
    const scene = await small();
    // The frames of a video are not all at hand.
    return scene.showsVideo ? [] : flashIssues(scene, host);
  },
  words: (facts) =>
    `The picture flashes ${facts.count} times within a second, at ${facts.atS.toFixed(1)} s; more than three can harm people. Make it slower or weaker.`,
});
