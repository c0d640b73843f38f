import type { Issue } from "../issue";
import type { Still } from "../layout/types";
import { framedScale } from "../media/framing";
import { both, defineCheck } from "./define";

/** A picture may be enlarged this much before it looks soft. */
const tolerance = 1.25;

/** Pictures and videos that have fewer pixels than the place they fill. */
export function smallMedia(still: Still): Issue[] {
  return still.layers.flatMap(({ layer, content, box }): Issue[] => {
    if (layer.kind !== "picture" || content.kind !== "raster" || layer.matteOnly) return [];
    const enlarged = framedScale(box, content, layer.framing) * still.pxPerU;
    return enlarged > tolerance ? [{ code: "media_small", layer: layer.id, times: enlarged }] : [];
  });
}

declare module "../issue" {
  interface Issues {
    media_small: { layer: string; times: number };
  }
}

export const check = defineCheck({
  code: "media_small",
  severity: "warn",
  scopes: both,
  find: ({ scene }) => smallMedia(scene.still),
  words: (facts, nameOf) =>
    `The picture in “${nameOf(facts.layer)}” is enlarged ${facts.times.toFixed(1)} times and will look soft. Use a larger picture.`,
});
