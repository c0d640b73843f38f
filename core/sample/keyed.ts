import type { BoundLayer, Rgba } from "../bind/types";
import { IssueError } from "../issue";
import { mixColours } from "../motion/mix";
import type { LayerTimes, TimedKeys, TimedMeter } from "../schedule/types";

type Value = number | Rgba;

/** What a track of keys gives at an instant: held before its first and after its last key. */
export function keyValue(track: TimedKeys, timeS: number): Value {
  const { times, values, eases, holds } = track;
  const next = times.findIndex((time) => time > timeS);
  if (next === -1) return values[values.length - 1]!;
  if (next === 0 || holds[next - 1]) return values[Math.max(0, next - 1)]!;
  const share = eases[next]!((timeS - times[next - 1]!) / (times[next]! - times[next - 1]!));
  return between(values[next - 1]!, values[next]!, share);
}

function between(from: Value, to: Value, share: number): Value {
  if (typeof from === "number" || typeof to === "number") {
    const [a, b] = [Number(from), Number(to)];
    return a * (1 - share) + b * share;
  }
  return mixColours(from, to, share);
}

/** A meter's value: even from its start to its end, full at the instant of its end; in whole steps when it has any. */
export function meterValue({ from, to, startS, endS, stepS }: TimedMeter, timeS: number): number {
  const span = Math.max(endS - startS, 1e-9);
  const passed = Math.min(span, Math.max(0, timeS - startS));
  // A hair late counts as there: the last frame must show full.
  const stepped = stepS > 0 && passed < span - 1e-9 ? Math.floor(passed / stepS + 1e-9) * stepS : passed;
  const share = stepped >= span - 1e-9 ? 1 : stepped / span;
  return from * (1 - share) + to * share;
}

/** Keys that go on top of what moves do; all others replace a property of the layer. */
export const composing: ReadonlySet<string> = new Set(["dx", "dy", "scale", "turn", "opacity", "tracking"]);

/** All values that keys and meter give a layer at an instant. */
export function valuesAt(times: LayerTimes, timeS: number): ReadonlyMap<string, Value> {
  const values = new Map<string, Value>();
  for (const track of times.keys) values.set(track.property, keyValue(track, timeS));
  if (times.meter) values.set(times.meter.property, meterValue(times.meter, timeS));
  return values;
}

/** The layer with these values in their places. Throws an IssueError for a property that is no number or colour. */
export function withValues<L extends BoundLayer>(layer: L, values: ReadonlyMap<string, Value>): L {
  let result = layer;
  for (const [property, value] of values) {
    if (composing.has(property) || property === "width" || property === "height") continue;
    result = put(result, property.split("."), value, () => {
      throw new IssueError({ code: "property_unknown", layer: layer.id, property });
    }) as L;
  }
  return result;
}

/** A copy with one place changed; everything else is shared. */
function put(target: unknown, path: readonly string[], value: Value, refuse: () => never): unknown {
  const [step, ...rest] = path;
  if (typeof target !== "object" || target === null || step === undefined || !Object.hasOwn(target, step))
    return refuse();
  const held = (target as Record<string, unknown>)[step];
  if (rest.length === 0) {
    const colour = typeof held === "object" && held !== null && "r" in held;
    if (typeof value === "number" ? typeof held !== "number" : !colour) return refuse();
  }
  const changed = rest.length === 0 ? value : put(held, rest, value, refuse);
  if (Array.isArray(target)) return target.map((entry: unknown, i) => (String(i) === step ? changed : entry));
  return { ...target, [step]: changed };
}
