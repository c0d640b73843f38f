import type { MarkRecipe } from "../document/recipe";
import { emptyBox } from "../geometry/box";
import { clearGround, type Cleared } from "./clear-ground";
import { haloOf, type Halo } from "./halo";
import type { Ink } from "./ink";
import { equalPlace, markSide } from "./prepare-mark";
import { mainColoursOf } from "./raster-colours";
import { cropped, toOklab, type Raster } from "./raster";

/** Fainter than this is no ink. */
const leastAlpha = 8;

/** Where the ink of a picture is; undefined when it has none. */
export function rasterInk({ width, height, data }: Raster): Ink | undefined {
  let [left, top, right, bottom] = [width, height, -1, -1];
  let [area, mx, my] = [0, 0, 0];
  for (let y = 0, at = 3; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const alpha = data[at]!;
      if (alpha < leastAlpha) continue;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = y;
      area += alpha / 255;
      mx += (x + 0.5) * (alpha / 255);
      my += (y + 0.5) * (alpha / 255);
    }
  }
  if (area === 0) return undefined;
  const box = right < 0 ? emptyBox : { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
  return { box, area, centre: { x: mx / area, y: my / area } };
}

/** Lightness from the main colour at which something is still ink, and from which on it is paper. */
const [ink, paper] = [0.15, 0.4];

/** What is about as light as most of it stays, what is far lighter or darker goes: a mark for one colour. */
export function inkAlone({ width, height, data }: Raster): Raster {
  const main = mainColoursOf({ width, height, data })[0];
  const out = new Uint8Array(data);
  if (!main) return { width, height, data: out };
  const lab: [number, number, number] = [0, 0, 0];
  toOklab(main.r, main.g, main.b, lab);
  const wanted = lab[0];
  for (let at = 0; at < out.length; at += 4) {
    if (out[at + 3] === 0) continue;
    toOklab(out[at]!, out[at + 1]!, out[at + 2]!, lab);
    const off = Math.abs(lab[0] - wanted);
    const kept = Math.min(1, Math.max(0, (paper - off) / (paper - ink)));
    out[at] = main.r;
    out[at + 1] = main.g;
    out[at + 2] = main.b;
    out[at + 3] = Math.round(out[at + 3]! * kept);
  }
  return { width, height, data: out };
}

export interface PreparedMark {
  readonly raster: Raster;
  /** Where the finished picture lies on the one it was made of; pixels. */
  readonly x: number;
  readonly y: number;
  readonly fault?: Cleared["fault"] | "no_ink";
  /** Rims of its edge: cut plainly, and as it is made. */
  readonly halo?: { readonly before: Halo; readonly after: Halo };
}

/**
 * Makes a mark of a picture by its recipe. The same picture and recipe give the same bytes everywhere. `measured` also
 * tells the rims before and after.
 */
export function prepareRaster(from: Raster, recipe: MarkRecipe, measured = false): PreparedMark {
  const clear = recipe.clear?.on ? recipe.clear : undefined;
  const cleared = clear && clearGround(from, clear);
  let raster = cleared?.raster ?? from;
  const halo =
    measured && clear && !cleared?.fault
      ? { before: haloOf(clearGround(from, clear, true).raster), after: haloOf(raster) }
      : undefined;
  if (recipe.ink) raster = inkAlone(raster);
  const place = { x: 0, y: 0 };
  const found = rasterInk(raster);
  if (found && recipe.size) {
    const { scale, dx, dy } = equalPlace(found, recipe.size.scale);
    const side = Math.round(markSide / scale);
    Object.assign(place, { x: -Math.round(dx / scale), y: -Math.round(dy / scale) });
    raster = cropped(raster, { ...place, width: side, height: side });
  } else if (found && recipe.trim) {
    Object.assign(place, { x: found.box.x, y: found.box.y });
    raster = cropped(raster, found.box);
  }
  const fault = cleared?.fault ?? (found ? undefined : "no_ink");
  return { raster, ...place, ...(fault && { fault }), ...(halo && { halo }) };
}
