import type { Design } from "../document/design";
import type { House } from "../document/house";
import type { Key, KeyTrack } from "../document/keys";
import { Layer } from "../document/layer";
import { withReferences } from "../document/references";
import { enteredIn, readEntered, type Values } from "../document/values";
import type { Drive } from "../fields/define";
import type { Field } from "../fields/field";
import type { AccountTurn } from "../fields/value";

/*
 * Several accounts within one graphic. What says an account is there once for each, and they change hands while hidden:
 * one goes, then the next comes. Colours pass over meanwhile. All else stays what it is and moves as it was designed.
 */

/** How long one takes to go, and the next to come; colours pass over within as long before and after. */
const handS = 0.3;
/** How far words travel, in u, and how small marks become, while they change hands. */
const travelU = 1.4;
const smallest = 0.72;

type AccountField = Extract<Field, { kind: "account" }>;

/** The same design filled in without turns: layers for each account, and a field for each of them. */
export function inTurns(design: Design, values: Values, house: House): { design: Design; values: Values } {
  let now = { design, values };
  for (const field of design.fields) {
    if (field.kind !== "account") continue;
    const entered = enteredIn(values, field.id);
    const value = entered === undefined ? undefined : readEntered(field, entered);
    if (typeof value !== "object" || value.kind !== "accounts") continue;
    now = spread(now.design, now.values, field, value.list, house);
  }
  return now;
}

/** Shares of the stay at which one hands over to the next. */
export function handOvers(list: readonly AccountTurn[]): number[] {
  const weights = list.map(({ share = 1 }) => share);
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  let passed = 0;
  return weights.slice(0, -1).map((weight) => (passed += weight) / whole);
}

const isColour = ({ part }: Drive): boolean => part === "ground" || part === "ink";
const nameFor = (id: string, turn: number): string => (turn === 0 ? id : `${id}--${turn + 1}`);

function spread(design: Design, values: Values, field: AccountField, list: readonly AccountTurn[], house: House) {
  const first = { ...values, fields: { ...values.fields, [field.id]: list[0]!.account } };
  if (list.length === 1) return { design, values: first };
  const at = handOvers(list);
  const said = new Set(field.drives.filter((drive) => !isColour(drive)).map(({ layer }) => layer));
  const coloured = field.drives.filter((drive) => isColour(drive) && !said.has(drive.layer));
  const layers = design.layers.flatMap((layer): Layer[] => {
    if (said.has(layer.id)) return list.map((_, turn) => shownIn(turnOf(layer, turn, said, design), turn, at));
    const tracks = coloured
      .filter((drive) => drive.layer === layer.id)
      .map((drive) => colourTrack(drive, list, at, house));
    const own = aroundAll(layer, said, list.length);
    return [tracks.length > 0 ? { ...own, keys: [...own.keys, ...tracks] } : own];
  });
  const turns = list.slice(1).map(({ account }, i) => ({
    field: {
      ...field,
      id: nameFor(field.id, i + 1),
      drives: field.drives
        .filter(({ layer }) => said.has(layer))
        .map((drive) => ({ ...drive, layer: nameFor(drive.layer, i + 1) })),
    },
    account,
  }));
  const fields = turns.map(({ field: own, account }) => [own.id, account] as const);
  return {
    design: { ...design, layers, fields: [...design.fields, ...turns.map((turn) => turn.field)] },
    values: { ...first, fields: { ...first.fields, ...Object.fromEntries(fields) } },
  };
}

/** The layer of one turn: what it names of those that say the account, it names of its own turn. */
function turnOf(layer: Layer, turn: number, said: ReadonlySet<string>, { layers }: Design): Layer {
  if (turn === 0) return layer;
  const moves = new Set(layers.flatMap(({ id, moves: own }) => (said.has(id) ? own.map((move) => move.id) : [])));
  const ref = ({ kind, id }: { kind: string; id: string }) =>
    (kind === "layer" && said.has(id)) || (kind === "move" && moves.has(id)) ? nameFor(id, turn) : undefined;
  const copy = withReferences(Layer, layer, { ref }) as Layer;
  return {
    ...copy,
    id: nameFor(layer.id, turn),
    moves: copy.moves.map((move, i) => ({ ...move, id: nameFor(layer.moves[i]!.id, turn) })),
  };
}

/** A layer that is as large as those that say an account is as large as the largest of them. */
function aroundAll(layer: Layer, said: ReadonlySet<string>, turns: number): Layer {
  const side = <S>(size: S): S => {
    const around = size as { kind?: string; layers?: readonly string[] } | undefined;
    if (around?.kind !== "around" || !around.layers) return size;
    const layers = around.layers.flatMap((id) =>
      said.has(id) ? Array.from({ length: turns }, (_, turn) => nameFor(id, turn)) : [id],
    );
    return { ...size, layers };
  };
  const { width, height } = layer as Layer & { width?: unknown; height?: unknown };
  return {
    ...layer,
    ...(width !== undefined && { width: side(width) }),
    ...(height !== undefined && { height: side(height) }),
  } as Layer;
}

const stayAt = (share: number, gap: number) => ({ anchor: "stay" as const, share, gap });

/** A value that goes from one to another before a hand-over, or from another to one after it. */
function track(
  property: string,
  turn: number,
  at: readonly number[],
  gone: number,
  coming: number,
  there: number,
): KeyTrack {
  const keys: Key[] = [];
  const [from, until] = [at[turn - 1], at[turn]];
  const ease = (hold = false) => ({ hold });
  if (from !== undefined) {
    keys.push({ at: stayAt(from, 0), value: coming, ...ease() });
    keys.push({ at: stayAt(from, handS), value: there, ...ease() });
  }
  if (until !== undefined) {
    keys.push({ at: stayAt(until, -handS), value: there, ...ease() });
    keys.push({ at: stayAt(until, 0), value: gone, ...ease() });
  }
  return { property, keys };
}

/** Seen in its turn only. */
function shownIn(layer: Layer, turn: number, at: readonly number[]): Layer {
  const tracks = [track("opacity", turn, at, 0, 0, 1)];
  if (layer.kind === "text") tracks.push(track("dy", turn, at, -travelU, travelU, 0));
  else tracks.push(track("scale", turn, at, smallest, smallest, 1));
  return { ...layer, keys: [...layer.keys, ...tracks] };
}

/** A colour that passes from account to account. */
function colourTrack(
  { property, part }: Drive,
  list: readonly AccountTurn[],
  at: readonly number[],
  house: House,
): KeyTrack {
  const colours = list.map(({ account }) => {
    const found = typeof account === "string" ? house.accounts.find(({ id }) => id === account) : account;
    return `house:${(part === "ground" ? found?.ground : found?.ink) ?? ""}`;
  });
  const keys = at.flatMap((share, i): Key[] => [
    { at: stayAt(share, -handS / 2), value: colours[i]!, hold: false },
    { at: stayAt(share, handS / 2), value: colours[i + 1]!, hold: false },
  ]);
  return { property, keys };
}
