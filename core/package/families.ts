import type { Design } from "../document/design";

/** Families that stretches of a design's texts are set in, beside those of its type styles. */
export const layerFamilies = (design: Design): string[] =>
  design.layers.flatMap((layer) =>
    layer.kind === "text" ? layer.stretches.flatMap(({ family }) => (family === undefined ? [] : [family])) : [],
  );

/** The design with such families named otherwise. */
export const withFamilies = (design: Design, nameOf: (family: string) => string): Design => ({
  ...design,
  layers: design.layers.map((layer) =>
    layer.kind === "text"
      ? {
          ...layer,
          stretches: layer.stretches.map((stretch) =>
            stretch.family === undefined ? stretch : { ...stretch, family: nameOf(stretch.family) },
          ),
        }
      : layer,
  ),
});
