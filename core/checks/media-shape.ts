import type { Issue } from "../issue";
import type { Still } from "../layout/types";
import { both, defineCheck } from "./define";

/** A picture that fills a place of another shape may lose this much before it is told. */
const tolerance = 0.7;

/** Pictures and videos that fill a place of another shape, so that most of them is cut away. */
export function wrongShapes(still: Still): Issue[] {
  return still.layers.flatMap(({ layer, content, box }): Issue[] => {
    if (layer.kind !== "picture" || content.kind !== "raster" || layer.matteOnly) return [];
    if (layer.framing.fit !== "cover" || !(box.width > 0) || !(box.height > 0)) return [];
    const [asked, has] = [box.width / box.height, content.width / content.height];
    const amiss = 1 - Math.min(asked, has) / Math.max(asked, has);
    return amiss > tolerance ? [{ code: "media_shape", layer: layer.id, share: amiss }] : [];
  });
}

declare module "../issue" {
  interface Issues {
    media_shape: { layer: string; share: number };
  }
}

export const check = defineCheck({
  code: "media_shape",
  severity: "note",
  scopes: both,
  find: ({ scene }) => wrongShapes(scene.still),
  words: ({ layer, share }, nameOf) =>
    `The picture in “${nameOf(layer)}” has another shape than its place: ${Math.round(share * 100)} % of it is cut away. Look whether what matters is still seen, or use one of a shape more like it.`,
});
