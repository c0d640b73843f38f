import { Design } from "../document/design";
import { referencesIn, type RefKind } from "../document/references";
import type { House } from "../document/house";

type Entry = { readonly key: string; readonly label: string; readonly value: unknown };

/** Every value of a house style under the key that designs refer to it by. */
function entriesOf(house: House): Map<string, Entry> {
  const entries: Entry[] = [
    ...house.colours.map((value) => ({
      key: `house:${value.role}`,
      label: `the colour ${value.name}`,
      value: [value.hex, value.on],
    })),
    ...house.types.map((value) => ({
      key: `type:${value.id}`,
      label: `the type style ${value.name}`,
      value: value.style,
    })),
    ...house.marks.map((value) => ({
      key: `mark:${value.id}`,
      label: `the mark ${value.name}`,
      value: [value.drawing, value.picture?.hash, value.tint, value.piece?.lines, value.onLight, value.onDark],
    })),
    ...house.pictures.map((value) => ({
      key: `picture:${value.id}`,
      label: `the picture ${value.name}`,
      value: value.hash,
    })),
    ...house.videos.map((value) => ({ key: `video:${value.id}`, label: `the video ${value.name}`, value: value.hash })),
    ...house.accounts.map((value) => ({ key: `account:${value.id}`, label: `the account ${value.handle}`, value })),
    ...house.formats.map((value) => ({ key: `format:${value.id}`, label: `the format ${value.name}`, value })),
  ];
  return new Map(entries.map((entry) => [entry.key, entry]));
}

/** Kinds of things that a house style has and designs name, as the keys of its values begin. */
const prefixes: Partial<Record<RefKind, string>> = {
  colour: "house",
  type: "type",
  mark: "mark",
  picture: "picture",
  video: "video",
  sound: "sound",
  account: "account",
  format: "format",
};

/** Which house values a design refers to, itself or through what its fields offer. */
export function houseUses(design: Design): Set<string> {
  return new Set(
    referencesIn(Design, design).flatMap(({ kind, id }) => (prefixes[kind] ? [`${prefixes[kind]}:${id}`] : [])),
  );
}

/** House values that a design uses and that differ between two states of the house, in words. */
export function houseDrift(design: Design, before: House, now: House): string[] {
  const [old, current] = [entriesOf(before), entriesOf(now)];
  return [...houseUses(design)].flatMap((key) => {
    const [was, is] = [old.get(key), current.get(key)];
    if (!was) return [];
    if (!is) return [`${was.label} is gone`];
    return JSON.stringify(was.value) === JSON.stringify(is.value) ? [] : [was.label];
  });
}
