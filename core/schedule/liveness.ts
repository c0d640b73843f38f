import type { Still } from "../layout/types";
import { isLive } from "../link/link";

/** The longest delay of a link or trail, in seconds. */
export function longestLag({ layers }: Still): number {
  const trails = layers.map(({ layer }) => (layer.trail ? layer.trail.count * layer.trail.delay : 0));
  const links = layers.flatMap(({ layer }) => layer.links.filter(isLive).map((link) => link.delay));
  return Math.max(0, ...trails) + Math.max(0, ...links);
}

/** What keeps a picture changing though nothing moves: waves, live grain, meters, timers, keys. */
export function liveness({ layers, finish }: Still): { calmS: number; alwaysLive: boolean } {
  const finishes = [...finish, ...layers.flatMap(({ layer }) => (layer.kind === "group" ? layer.finish : []))];
  const liquids = layers.flatMap(({ layer }) => ("liquid" in layer && layer.liquid ? [layer.liquid] : []));
  return {
    calmS: Math.max(0, ...liquids.map(({ calm }) => calm)),
    alwaysLive:
      layers.some(({ layer }) => layer.keys.length > 0 || layer.meter || (layer.kind === "text" && layer.timer)) ||
      finishes.some((entry) => entry.kind !== "glow" && entry.rate > 0) ||
      liquids.some(({ calm, speed, height }) => calm === 0 && speed !== 0 && height > 0),
  };
}
