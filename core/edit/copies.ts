import type { Design } from "../document/design";
import { Layer } from "../document/layer";
import { withReferences } from "../document/references";
import { boxWords } from "../document/units";
import { freshId, numberedName } from "./blank";
import { copied } from "./copied";

/** Ids that a new layer can't take: those of the others, and words that mean another box. */
export const takenLayerIds = (design: Design): Set<string> =>
  new Set([...design.layers.map(({ id }) => id), ...boxWords, "phase"]);

/**
 * Copies of layers, of this design or another, under ids and names that are free here. What the copied name among each
 * other, layers and moves alike, the copies name among each other; everything else is left.
 */
export function copiesFor(design: Design, layers: readonly Layer[]): Layer[] {
  const takenMoves = new Set(design.layers.flatMap(({ moves }) => moves.map(({ id }) => id)));
  const ids = freshIds(
    layers.map(({ id }) => id),
    takenLayerIds(design),
  );
  const moves = freshIds(
    layers.flatMap((layer) => layer.moves.map(({ id }) => id)),
    takenMoves,
  );
  const names = new Set(design.layers.map(({ name }) => name));
  const renamed = { layer: ids, move: moves } as const;
  const ref = ({ kind, id }: { kind: string; id: string }) =>
    kind === "layer" || kind === "move" ? renamed[kind].get(id) : undefined;
  return layers.map((layer) => {
    const name = numberedName(layer.name, names);
    names.add(name);
    const copy = withReferences(Layer, copied(layer), { ref }) as Layer;
    return {
      ...copy,
      id: ids.get(layer.id)!,
      name,
      moves: copy.moves.map((move) => ({ ...move, id: moves.get(move.id)! })),
    };
  });
}

/** A free id for each of these. */
export function freshIds(wanted: readonly string[], taken: Set<string>): Map<string, string> {
  return new Map(
    wanted.map((id) => {
      const next = freshId(id, taken);
      taken.add(next);
      return [id, next];
    }),
  );
}
