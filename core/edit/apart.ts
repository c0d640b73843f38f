import { Design } from "../document/design";
import { withReferences } from "../document/references";
import { sameJson } from "../same";
import { freshIds, takenLayerIds } from "./copies";

/**
 * A changed design in which nothing that was added is called like something else that was added to `theirs`: two people
 * who both press for a new text have made two texts. What names it names it anew.
 */
export function apartFrom(base: Design, mine: Design, theirs: Design): Design {
  const added = (list: (design: Design) => readonly { readonly id: string }[]) => {
    const was = new Set(list(base).map(({ id }) => id));
    const own = new Map(list(mine).map((entry) => [entry.id, entry]));
    const both = list(theirs).filter(({ id }) => own.has(id) && !was.has(id));
    return both.filter((entry) => !sameJson(entry, own.get(entry.id))).map(({ id }) => id);
  };
  const everywhere = (list: (design: Design) => readonly { readonly id: string }[]) =>
    new Set([...list(mine), ...list(theirs)].map(({ id }) => id));
  const layers = freshIds(
    added(({ layers: all }) => all),
    new Set([...takenLayerIds(mine), ...takenLayerIds(theirs)]),
  );
  // What hangs on a layer that is another one now is another one too.
  const moves = (design: Design) =>
    design.layers.flatMap(({ id: of, moves: own }) =>
      own.map((move) => ({ ...move, of: design === mine ? (layers.get(of) ?? of) : of })),
    );
  const renamed = {
    layer: layers,
    move: freshIds(added(moves), everywhere(moves)),
    field: freshIds(
      added(({ fields }) => fields),
      everywhere(({ fields }) => fields),
    ),
  } as const;
  if (renamed.layer.size + renamed.move.size + renamed.field.size === 0) return mine;
  const idOf = (kind: keyof typeof renamed, id: string) => renamed[kind].get(id) ?? id;
  const ref = ({ kind, id }: { kind: string; id: string }) =>
    kind === "layer" || kind === "move" || kind === "field" ? renamed[kind].get(id) : undefined;
  const next = withReferences(Design, structuredClone(mine), { ref }) as Design;
  return {
    ...next,
    layers: next.layers.map((layer) => ({
      ...layer,
      id: idOf("layer", layer.id),
      moves: layer.moves.map((move) => ({ ...move, id: idOf("move", move.id) })),
    })),
    fields: next.fields.map((field) => ({ ...field, id: idOf("field", field.id) })),
  };
}
