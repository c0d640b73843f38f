import type { Design } from "../document/design";
import { Field } from "../fields/field";
import type { House } from "../document/house";
import { Layer } from "../document/layer";
import { gone, withReferences, type Changes, type Instant, type Ref } from "../document/references";
import { boxWords } from "../document/units";
import { copied } from "./copied";

/*
 * What layers and fields name, when it goes away. Everything that names something is found by the schemas, so that no
 * tie is left that would make a design impossible to show.
 */

type Places = ReadonlyMap<string, Layer["place"]>;
type IsGone = (ref: Ref) => boolean;

/** Frees all layers and fields of what is gone. `places` are those of all layers, the gone ones too. */
export function untie(design: Design, isGone: IsGone, places: Places, instant?: Changes["instant"]): void {
  const changes: Changes = {
    ref: (ref) => (isGone(ref) ? gone : undefined),
    instant: (at) => (hangsOn(at, isGone) ? (instant ?? withoutVideo)(at) : undefined),
  };
  design.layers = replaced(design.layers, (layer) => untied(layer, changes, isGone, places));
  design.fields = replaced(design.fields, (field) => {
    const next = withReferences(Field, field, changes);
    return next === gone ? undefined : (next as Field);
  });
  if (design.turnRound !== undefined && isGone({ kind: "layer", id: design.turnRound })) delete design.turnRound;
}

const hangsOn = (at: Instant, isGone: IsGone): boolean =>
  at.anchor === "cue"
    ? isGone({ kind: "cue", id: at.cue! })
    : at.anchor === "video" && isGone({ kind: "layer", id: at.layer! });

/** A slot without a video lasts as long as the clip: what went by it goes by the clip's ends. */
const withoutVideo = (at: Instant) => ({ anchor: at.edge === "end" ? "end" : "start", gap: at.gap });

/** The list with what has changed in its place; the same one when nothing has. */
function replaced<T>(list: T[], change: (plain: T) => T | undefined): T[] {
  let touched = false;
  const next = list.flatMap((entry) => {
    const plain = copied(entry);
    const changed = change(plain);
    if (changed === plain) return [entry];
    touched = true;
    return changed === undefined ? [] : [changed];
  });
  return touched ? next : list;
}

function untied(layer: Layer, changes: Changes, isGone: IsGone, places: Places): Layer {
  const isLost = (id: string) => isGone({ kind: "layer", id });
  const eased = { ...layer };
  let touched = false;
  for (let hops = 0; isLost(eased.place.on) && hops < 100; hops++) {
    const { on, from } = places.get(eased.place.on) ?? { on: "format" as const, from: { x: 0, y: 0 } };
    // Of two that stand on each other the one that is left stands on the format.
    eased.place = { ...eased.place, on: on === layer.id ? "format" : on, from: { ...from } };
    touched = true;
  }
  for (const axis of ["width", "height"] as const) {
    const size = eased[axis];
    if (size.kind !== "around" || !size.layers.every(isLost)) continue;
    eased[axis] = { kind: "fixed", u: axis === "width" ? 40 : 12 };
    touched = true;
  }
  // A sum without one of its numbers is no sum any more.
  const links = eased.links.filter((link) => link.kind !== "sum" || !link.sources.some(({ of }) => isLost(of)));
  if (links.length < eased.links.length) {
    eased.links = links;
    touched = true;
  }
  for (const move of eased.moves) {
    const { to } = move.start;
    const named = to.startsWith("cue:") ? ({ kind: "cue", id: to.slice(4) } as const) : undefined;
    // The gap was counted from the cue.
    if (named && isGone(named)) {
      move.start = { to: "phase", edge: "start", gap: 0 };
      touched = true;
    }
  }
  const alone = layer.in === undefined || isLost(layer.in);
  const ref: Changes["ref"] = (named, text) => (alone && named.kind === "own-group" ? gone : changes.ref(named, text));
  const next = withReferences(Layer, touched ? eased : layer, { ...changes, ref });
  return next === gone ? layer : (next as Layer);
}

/** Frees layers that came from elsewhere of everything that is not here, in this design or its house. */
export function untieStrangers(design: Design, strangers: readonly Layer[], house?: House): void {
  const here = new Set(design.layers.map(({ id }) => id));
  const moves = new Map(design.layers.flatMap((layer) => layer.moves.map((move) => [move.id, move.phase] as const)));
  const cues = new Set(design.cues.map(({ id }) => id));
  const fields = new Set(design.fields.map(({ id }) => id));
  const known = (list: readonly { id: string }[] | undefined) => new Set(list?.map(({ id }) => id));
  const own = house && {
    colour: new Set(house.colours.map(({ role }) => role)),
    type: known(house.types),
    mark: known(house.marks),
    picture: known(house.pictures),
    video: known(house.videos),
  };
  const isGone: IsGone = ({ kind, id }) => {
    switch (kind) {
      case "layer":
        return !here.has(id) && !boxWords.has(id);
      case "move":
        return !moves.has(id);
      case "cue":
        return !cues.has(id);
      case "field":
        return !fields.has(id);
      case "colour":
      case "type":
      case "mark":
      case "picture":
      case "video":
        return own !== undefined && !own[kind].has(id);
      default:
        return false;
    }
  };
  const changes: Changes = {
    ref: (ref) => {
      if (!isGone(ref)) return undefined;
      // A brand has a colour and a type style of its own for everything.
      if (ref.kind === "colour") return house!.colours[0]!.role;
      return ref.kind === "type" ? (house!.types[0]?.id ?? gone) : gone;
    },
    // Nobody knows when a strange cue came: keys on it go, meters and timers take the clip's ends.
    instant: (at) => (at.anchor === "video" && hangsOn(at, isGone) ? withoutVideo(at) : undefined),
  };
  const ids = new Set(strangers.map(({ id }) => id));
  design.layers = replaced(design.layers, (layer) => {
    if (!ids.has(layer.id)) return layer;
    const free = untied(layer, changes, isGone, new Map());
    // Only a move of the same phase can be waited for.
    const waits = free.moves.some(({ start, phase }) => moves.has(start.to) && moves.get(start.to) !== phase);
    if (!waits) return free;
    const reset = { to: "phase", edge: "start", gap: 0 } as const;
    return {
      ...free,
      moves: free.moves.map((move) =>
        moves.has(move.start.to) && moves.get(move.start.to) !== move.phase ? { ...move, start: reset } : move,
      ),
    };
  });
}

/** Puts a layer into another group, or none; what it measured by its group it measures by the one it leaves. */
export function regroup(layer: Layer, group: string | undefined): void {
  const before = layer.in;
  if (before === group) return;
  if (before !== undefined) {
    const ref = ({ kind }: Ref) => (kind === "own-group" ? before : undefined);
    Object.assign(layer, withReferences(Layer, copied(layer), { ref }));
  }
  if (group === undefined) delete layer.in;
  else layer.in = group;
}
