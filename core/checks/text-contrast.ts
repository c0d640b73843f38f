import { contrast, luminance } from "../bind/colour";
import type { Rgba } from "../bind/types";
import { isEmptyBox } from "../geometry/box";
import type { Issue } from "../issue";
import type { Still, StillLayer } from "../layout/types";
import type { PaintHost } from "../paint/canvas";
import { paint } from "../paint/paint";
import { opsBounds, pixelBounds } from "../sample/bounds";
import type { Picture } from "../sample/types";
import type { Scene } from "../scene";
import { sample } from "../sample/picture";
import type { Looked } from "./define";

/** Large text may have less contrast. Source: WCAG 2.2, 1.4.3; 24 px of a 1080 line picture is 2.2 u. */
const largeU = 3.2;
/** Every tenth pixel may be worse: an edge of the panel, a leaf in the picture. */
const share = 0.1;

/** What is found about the contrast of texts in one look. */
export const contrastIn = ({ scene, host, once }: Looked): readonly Issue[] =>
  once("contrast", () => textContrast(scene, host));

/** Text that stands out too little from what is painted behind it, at the design's poster. */
export function textContrast(scene: Scene, host: PaintHost): Issue[] {
  return scene.still.layers.flatMap((entry): Issue[] => {
    const { layer } = entry;
    if (layer.kind !== "text" || layer.matteOnly || layer.fill.kind !== "plain" || entry.opacity === 0) return [];
    if (isEmptyBox(entry.box)) return [];
    const ratio = ratioOf(scene, entry, layer.fill.colour, host);
    const needed = layer.style.size >= largeU ? 3 : 4.5;
    if (ratio !== undefined && ratio < needed - 0.05) {
      return [{ code: "contrast_low", layer: layer.id, ratio, needed }];
    }
    const finished = scene.still.finish.length > 0 ? finishedRatio(scene, entry, host) : undefined;
    return finished !== undefined && finished < needed - 0.05
      ? [{ code: "contrast_finish", layer: layer.id, ratio: finished, needed }]
      : [];
  });
}

/**
 * The contrast of a text on the finished picture, with grain, glow and all: of its ink where that comes nearest to the
 * ground, a tenth of each left aside. Undefined where it stands on the footage itself.
 */
function finishedRatio({ still, table, posterS }: Scene, entry: StillLayer, host: PaintHost): number | undefined {
  const without = { ...still, layers: still.layers.map((o) => (o === entry ? { ...o, opacity: 0 } : o)) };
  const alone = { ...still, finish: [], layers: still.layers.map((o) => (o === entry ? o : { ...o, opacity: 0 })) };
  const text = sample(alone, table, posterS);
  const area = pixelBounds(opsBounds(text.ops), still.format);
  if (area.width <= 2 || area.height <= 2) return undefined;
  const mask = pixelsOf(text, area, host);
  const inked = pixelsOf(sample(still, table, posterS), area, host);
  const bare = pixelsOf(sample(without, table, posterS), area, host);
  const inks: number[] = [];
  const grounds: number[] = [];
  for (let at = 0; at < mask.length; at += 4) {
    if (mask[at + 3]! > 250) inks.push(luminanceAt(inked, at));
    else if (mask[at + 3] === 0 && bare[at + 3]! > 200) grounds.push(luminanceAt(inked, at));
  }
  if (inks.length < 20 || grounds.length < 20 || grounds.length < inks.length / 4) return undefined;
  const at = (list: number[], part: number) => list[Math.min(list.length - 1, Math.floor(list.length * part))]!;
  inks.sort((a, b) => a - b);
  grounds.sort((a, b) => a - b);
  const lighter = at(inks, 0.5) > at(grounds, 0.5);
  const [ink, ground] = lighter ? [at(inks, share), at(grounds, 1 - share)] : [at(inks, 1 - share), at(grounds, share)];
  // Where grain throws ink and ground across each other nothing is left.
  return Math.max(1, lighter ? (ink + 0.05) / (ground + 0.05) : (ground + 0.05) / (ink + 0.05));
}

const luminanceAt = (data: ArrayLike<number>, at: number): number =>
  luminance({ r: data[at]!, g: data[at + 1]!, b: data[at + 2]!, a: 1 });

/** The contrast that nine tenths of the ground keep; undefined where the text stands on the footage itself. */
function ratioOf(scene: Scene, entry: StillLayer, ink: Rgba, host: PaintHost): number | undefined {
  const { still, table, posterS } = scene;
  const without = (change: Partial<StillLayer>): Still => ({
    ...still,
    finish: [],
    layers: still.layers.map((other) => (other === entry ? { ...other, ...change } : other)),
  });
  const alone = { ...without({}), layers: still.layers.map((o) => (o === entry ? o : { ...o, opacity: 0 })) };
  const area = pixelBounds(opsBounds(sample(alone, table, posterS).ops), still.format);
  if (area.width <= 2 || area.height <= 2) return undefined;
  const ground = pixelsOf(sample(without({ opacity: 0 }), table, posterS), area, host);
  const ratios: number[] = [];
  let clear = 0;
  const step = Math.max(1, Math.floor(Math.sqrt((area.width * area.height) / 4000)));
  for (let y = 0; y < area.height; y += step) {
    for (let x = 0; x < area.width; x += step) {
      const at = (y * area.width + x) * 4;
      if (ground[at + 3]! < 200) clear += 1;
      else ratios.push(contrast(ink, { r: ground[at]!, g: ground[at + 1]!, b: ground[at + 2]!, a: 1 }));
    }
  }
  if (ratios.length < clear) return undefined;
  ratios.sort((a, b) => a - b);
  return ratios[Math.floor(ratios.length * share)];
}

function pixelsOf(picture: Picture, area: { x: number; y: number; width: number; height: number }, host: PaintHost) {
  const surface = host.surface(area.width, area.height);
  paint(picture, area, surface.context, host);
  const { data } = surface.context.getImageData(0, 0, area.width, area.height);
  host.release(surface);
  return data;
}
