import type { Design } from "../document/design";
import type { Layer } from "../document/layer";
import type { Axis, SizeAxis } from "../document/place";
import type { Box } from "../geometry/box";
import { withInner } from "./layers";
import { setProperty, readProperty } from "./property";

export type Edge = "start" | "middle" | "end";

/**
 * Moves a layer by u along an axis, for all formats or one of them. What is fitted around others moves with the first
 * of these, since its own place follows from theirs. Turned-round designs count the other way.
 */
export function nudge(design: Design, id: string, axis: Axis, byU: number, format: string, onlyHere: boolean): void {
  const seen = new Set<string>();
  let layer = design.layers.find((entry) => entry.id === id);
  if (layer?.kind === "group" && sizeIn(layer, axis, format).kind === "around") {
    // Its place follows from what is in it: all of that moves, but for what stands on something else in it.
    const inner = withInner(design, [id]);
    const free = design.layers.filter(
      (one) =>
        one.id !== id && inner.has(one.id) && standsOutside(one, inner, format) && !followsOthers(one, axis, format),
    );
    for (const one of free) shift(design, one, axis, byU, format, onlyHere);
    return;
  }
  while (layer && !seen.has(layer.id)) {
    seen.add(layer.id);
    const size = sizeIn(layer, axis, format);
    if (size.kind !== "around") break;
    const [first] = size.layers;
    layer = design.layers.find((entry) => entry.id === first);
  }
  if (layer) shift(design, layer, axis, byU, format, onlyHere);
}

const sizeIn = (layer: Layer, axis: Axis, format: string): SizeAxis =>
  readProperty(layer, axis, format).value as SizeAxis;

/** Whether a layer stands on nothing of these, so that it does not move along with them. */
function standsOutside(layer: Layer, inner: ReadonlySet<string>, format: string): boolean {
  const on = readProperty(layer, "place.on", format).value as string;
  return !inner.has(on) && on !== "group";
}

const followsOthers = (layer: Layer, axis: Axis, format: string): boolean =>
  sizeIn(layer, axis, format).kind === "around";

function shift(design: Design, layer: Layer, axis: Axis, byU: number, format: string, onlyHere: boolean): void {
  const path = axis === "width" ? "place.dx" : "place.dy";
  const { value } = readProperty(layer, path, format);
  const next = Math.round((Number(value ?? 0) + byU) * 10000) / 10000;
  setProperty(design, layer.id, path, next, onlyHere ? format : undefined);
}

/** How far each box must move along an axis so that all stand on one line: the first edge, the middle, the last. */
export function alignments(boxes: ReadonlyMap<string, Box>, axis: Axis, edge: Edge, onto?: Box): Map<string, number> {
  const place = axis === "width" ? "x" : "y";
  const all = [...boxes.values()];
  const from = onto ? onto[place] : Math.min(...all.map((box) => box[place]));
  const to = onto ? onto[place] + onto[axis] : Math.max(...all.map((box) => box[place] + box[axis]));
  const share = edge === "start" ? 0 : edge === "middle" ? 0.5 : 1;
  const line = from + (to - from) * share;
  return new Map([...boxes].map(([id, box]) => [id, line - (box[place] + box[axis] * share)]));
}

/** How far each box must move so that the gaps between neighbours are equal; the outer two stay. */
export function distribution(boxes: ReadonlyMap<string, Box>, axis: Axis): Map<string, number> {
  const place = axis === "width" ? "x" : "y";
  const row = [...boxes].sort(([, a], [, b]) => a[place] - b[place]);
  const shifts = new Map<string, number>(row.map(([id]) => [id, 0]));
  if (row.length < 3) return shifts;
  const first = row[0]![1];
  const last = row[row.length - 1]![1];
  const filled = row.reduce((sum, [, box]) => sum + box[axis], 0);
  const gap = (last[place] + last[axis] - first[place] - filled) / (row.length - 1);
  let at = first[place];
  for (const [id, box] of row) {
    shifts.set(id, at - box[place]);
    at += box[axis] + gap;
  }
  return shifts;
}

/**
 * Makes a layer longer by u on one side, whatever its size is measured by, and keeps the other side where it is.
 * `lengthU` is how long it is now.
 */
export function resize(
  design: Design,
  id: string,
  { axis, side, byU, lengthU }: { axis: Axis; side: "start" | "end"; byU: number; lengthU: number },
  format: string,
  onlyHere: boolean,
): void {
  const layer = design.layers.find((entry) => entry.id === id);
  if (!layer) return;
  const seen = (path: string) => readProperty(layer, path, format).value;
  const put = (path: string, value: number) =>
    setProperty(design, id, path, Math.round(value * 10000) / 10000, onlyHere ? format : undefined);
  const size = seen(axis) as typeof layer.width;
  const by = Math.max(byU, 0.1 - lengthU);
  switch (size.kind) {
    case "around":
      put(`${axis}.${side === "start" ? "before" : "after"}`, (side === "start" ? size.before : size.after) + by);
      return;
    case "fixed":
      put(`${axis}.u`, lengthU + by);
      break;
    case "share":
      put(`${axis}.plus`, size.plus + by);
      break;
    case "ratio": {
      const other = axis === "width" ? "height" : "width";
      const held = seen(other) as typeof layer.width;
      if (held.kind === "fixed") put(`${other}.u`, held.u + by / size.ratio);
      break;
    }
    case "natural":
      if (layer.kind === "text" && axis === "width") {
        setProperty(
          design,
          id,
          "setting.maxWidth",
          Math.round((lengthU + by) * 100) / 100,
          onlyHere ? format : undefined,
        );
      } else setProperty(design, id, axis, { kind: "fixed", u: lengthU + by }, onlyHere ? format : undefined);
  }
  const at = (seen("place.at") as { x: number; y: number })[axis === "width" ? "x" : "y"];
  const shift = side === "end" ? by * at : -by * (1 - at);
  if (Math.abs(shift) > 1e-6) nudge(design, id, axis, shift, format, onlyHere);
}
