import type { Design } from "../document/design";
import type { Layer } from "../document/layer";
import type { Move } from "../document/move";
import { savedMoveVersion, type Role, type SavedMove } from "../document/saved-move";
import { rolesOf } from "../motion/roles";
import { copied } from "./copied";
import { allMoves, carried, findMove, putMoves } from "./moves";

/** Moves of one layer as a saved move, free of what only this design has: its cues, and layers to rise from behind. */
export function keepMoves(name: string, tags: readonly string[], layer: Layer, ids: readonly string[]): SavedMove {
  const moves = carried(layer).filter(({ id }) => ids.includes(id));
  return {
    version: savedMoveVersion,
    name,
    tags: [...tags],
    parts: [{ moves: moves.map((move) => freed(move, moves)) }],
  };
}

/** The motion of a whole design by the parts its layers play; the first layer of each part stands for it. */
export function keepRoles(name: string, tags: readonly string[], design: Design): SavedMove | undefined {
  const parts: SavedMove["parts"] = [];
  const playing = rolesOf(design);
  for (const layer of design.layers) {
    const role = playing.get(layer.id);
    if (!role || layer.moves.length === 0 || parts.some((part) => part.role === role)) continue;
    parts.push({ role, moves: carried(layer) });
  }
  if (parts.length === 0) return undefined;
  const all = parts.flatMap(({ moves }) => moves);
  const freedParts = parts.map((part) => ({ ...part, moves: part.moves.map((move) => freed(move, all)) }));
  return { version: savedMoveVersion, name, tags: [...tags], parts: freedParts };
}

function freed(move: Move, among: readonly Move[]): Move {
  const { saved: _, behind: __, ...kept } = move;
  const start: Move["start"] = among.some(({ id }) => id === kept.start.to)
    ? kept.start
    : { to: "phase", edge: "start", gap: kept.start.to === "phase" ? kept.start.gap : 0 };
  const copy: Move = { ...kept, start };
  if (copy.split) {
    const { cues: _cues, ...split } = copy.split;
    copy.split = split;
  }
  return copy;
}

/** Puts a saved move on layers, or on the whole design by its parts. What it put there knows where it came from. */
export function putSaved(design: Design, id: string, saved: SavedMove, layers: readonly string[]): void {
  const playing = rolesOf(design);
  const assignments = saved.parts.flatMap(({ role, moves }) => {
    const whom = role
      ? design.layers.filter((layer) => playing.get(layer.id) === role).map((layer) => layer.id)
      : layers;
    return whom.map((layer) => ({ layer, moves: moves.map((move) => ({ ...move, saved: id })) }));
  });
  const made = putMoves(design, assignments);
  for (const name of made) {
    const found = findMove(design, name);
    if (found?.move.kind === "rise") riseFromPanel(design, found.layer, found.move);
  }
}

/** A text that rises comes out of the panel that is fitted around it, where there is one. */
function riseFromPanel(design: Design, layer: Layer, move: Move): void {
  const panel = design.layers.find(({ width, height }) =>
    [width, height].some((size) => size.kind === "around" && size.layers.includes(layer.id)),
  );
  if (panel) move.behind = panel.id;
}

/** Layers of a design that wear a saved move. */
export const wearersOf = (design: Design, id: string): Layer[] =>
  design.layers.filter((layer) => layer.moves.some(({ saved }) => saved === id));

/**
 * Brings all that came from a saved move to what it says now. When each starts stays as it is in its design, and what
 * its layer alone has: the edge it rises behind. Gives how many moves have changed.
 */
export function refreshSaved(design: Design, id: string, saved: SavedMove): number {
  const playing = rolesOf(design);
  let changed = 0;
  for (const layer of wearersOf(design, id)) {
    const part = partFor(saved, playing.get(layer.id));
    if (!part) continue;
    const worn = layer.moves.filter((move) => move.saved === id);
    worn.forEach((move, i) => {
      const wanted = part.moves.filter(({ phase }) => phase === move.phase)[
        worn.filter(({ phase }) => phase === move.phase).indexOf(move)
      ];
      if (!wanted) return;
      const { id: own, start, behind } = move;
      const next: Move = { ...copied(wanted), id: own, start, saved: id };
      if (behind !== undefined && next.kind === "rise") next.behind = behind;
      if (next.split && layer.kind !== "text") delete next.split;
      if (JSON.stringify(next) === JSON.stringify(move)) return;
      layer.moves[layer.moves.indexOf(worn[i]!)] = next;
      changed++;
    });
  }
  return changed;
}

/** The part of a saved move that a layer wears: that of its role, or the one that is for any layer. */
const partFor = ({ parts }: SavedMove, playing: Role | undefined) =>
  parts.find(({ role }) => role !== undefined && role === playing) ?? parts.find(({ role }) => role === undefined);

/**
 * The saved move as a layer wears it now. Only the part that the layer plays is changed, and its moves keep their names
 * and when they start, since other parts may wait for them. Undefined when the layer wears nothing of it.
 */
export function changedBy(design: Design, layerId: string, id: string, saved: SavedMove): SavedMove | undefined {
  const layer = design.layers.find((other) => other.id === layerId);
  const part = partFor(saved, rolesOf(design).get(layerId));
  const worn = layer?.moves.filter((move) => move.saved === id) ?? [];
  if (!part || worn.length === 0) return undefined;
  const now = worn.map((move) => freed(copied(move), worn));
  const moves = part.moves.map((before) => {
    const same = part.moves.filter(({ phase }) => phase === before.phase).indexOf(before);
    const next = now.filter(({ phase }) => phase === before.phase)[same];
    return next ? { ...next, id: before.id, start: before.start } : before;
  });
  return { ...saved, parts: saved.parts.map((other) => (other === part ? { ...other, moves } : other)) };
}

/** Lets moves go their own way: what is saved no longer concerns them. */
export function detachMoves(design: Design, ids: readonly string[]): void {
  for (const move of allMoves(design)) if (ids.includes(move.id)) delete move.saved;
}

/** The saved move that all of these came from; undefined when they did not, or from several. */
export function findOfSaved(moves: readonly Move[]): string | undefined {
  const [first] = moves;
  return first?.saved !== undefined && moves.every(({ saved }) => saved === first.saved) ? first.saved : undefined;
}
