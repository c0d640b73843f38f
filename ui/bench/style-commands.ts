import type { Layer } from "@/core/document/layer";
import { keyFacts } from "@/core/edit/driven-facts";
import { fillOfKind, type FillKind } from "@/core/edit/fill-kinds";
import { addKeyframe } from "@/core/edit/keyframes";
import { lookPartsOf, type LookPart } from "@/core/edit/look-parts";
import { setProperty } from "@/core/edit/property";
import type { Command as Helped } from "./command";
import { keyTimeAt } from "./motion/key-time";
import type { BenchState } from "./store";

type Command = Omit<Helped, "help">;

/* Commands that change the style of the chosen layers, and set keyframes. */

const chosenLayers = ({ document, chosen }: BenchState): Layer[] =>
  document.layers.filter(({ id }) => chosen.includes(id));

const filled = (state: BenchState): Layer[] => chosenLayers(state).filter((layer) => "fill" in layer && layer.fill);

const fillCommand = (kind: FillKind, name: string, also: string): Command => ({
  ...{ id: `fill-${kind}`, name, also },
  can: (state) => filled(state).length > 0,
  run: ({ store }) => {
    const state = store.getState();
    const ids = filled(state).map(({ id }) => id);
    state.edit(name, (draft) => {
      for (const layer of draft.layers)
        if (ids.includes(layer.id) && "fill" in layer && layer.fill)
          layer.fill = fillOfKind(layer.fill, kind, state.house);
    });
  },
});

/** The parts of a style that the layer could have and has not. */
const missingPart = (layer: Layer, path: string, { house }: BenchState): LookPart | undefined =>
  (layer as unknown as Record<string, unknown>)[path] === undefined
    ? lookPartsOf(layer, house).find((part) => part.path === path)
    : undefined;

const partCommand = (path: string, name: string, also: string): Command => ({
  ...{ id: `add-${path}`, name: `Add ${name}`, also },
  can: (state) => chosenLayers(state).some((layer) => missingPart(layer, path, state)),
  run: ({ store }) => {
    const state = store.getState();
    const parts = chosenLayers(state).flatMap((layer) => {
      const part = missingPart(layer, path, state);
      return part ? [{ id: layer.id, start: part.start }] : [];
    });
    state.edit(`Add ${name}`, (draft) => {
      for (const { id, start } of parts) setProperty(draft, id, path, start);
    });
  },
});

/** The layer that the chosen one may be masked with: the one below it. */
function maskFor({ document, chosen }: BenchState): { readonly id: string; readonly by: string } | undefined {
  if (chosen.length !== 1) return undefined;
  const at = document.layers.findIndex(({ id }) => id === chosen[0]);
  const below = document.layers[at - 1];
  return below && document.layers[at]!.mattes.length < 8 ? { id: chosen[0]!, by: below.id } : undefined;
}

const keyframeCommand = (property: string, name: string): Command => ({
  ...{ id: `keyframe-${property}`, name: `Add keyframe here: ${name}`, also: "key animate" },
  can: (state) => chosenLayers(state).some((layer) => keyFacts(layer).some((facts) => facts.property === property)),
  run: ({ store, player }) => {
    const state = store.getState();
    const at = keyTimeAt(player, state);
    state.edit(`Keyframe of ${name}`, (draft) => {
      for (const layer of draft.layers) if (state.chosen.includes(layer.id)) addKeyframe(layer, property, at);
    });
  },
});

export const styleCommands: readonly Command[] = [
  fillCommand("plain", "Solid fill", "plain colour"),
  fillCommand("linear", "Linear gradient fill", "blend ramp"),
  fillCommand("radial", "Radial gradient fill", "blend ramp"),
  fillCommand("conic", "Conic gradient fill", "blend ramp angular"),
  partCommand("stroke", "stroke", "outline border line"),
  partCommand("shadow", "shadow", "drop shadow"),
  partCommand("glow", "outer glow", "bloom light"),
  partCommand("gleam", "gleam", "shine sweep"),
  partCommand("liquid", "liquid edge", "wave water"),
  partCommand("trail", "trail", "echo copies ghost"),
  {
    ...{ id: "mask", name: "Mask with the layer below", also: "matte clip cut out" },
    can: (state) => maskFor(state) !== undefined,
    run: ({ store }) => {
      const { edit, ...state } = store.getState();
      const mask = maskFor(state as BenchState);
      if (!mask) return;
      edit("Mask", (draft) => {
        const layer = draft.layers.find(({ id }) => id === mask.id);
        layer?.mattes.push({ by: "shape", keep: "inside", layer: mask.by });
      });
    },
  },
  keyframeCommand("opacity", "opacity"),
  keyframeCommand("dx", "shift right"),
  keyframeCommand("dy", "shift down"),
  keyframeCommand("scale", "scale"),
  keyframeCommand("turn", "rotation"),
];
