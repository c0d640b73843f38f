import { faultsOf, parseDesign } from "../document/upgrade";
import { Package, packageKind, packageVersion } from "../document/package";
import { missingIn } from "./contents";

export type ParsedPackage = { ok: true; package: Package } | { ok: false; message: string };

/** Reads what stands in a package from unknown data; designs of older versions are brought forward. */
export function parsePackage(input: unknown): ParsedPackage {
  if (typeof input !== "object" || input === null || (input as { kind?: unknown }).kind !== packageKind) {
    return refused("This is not a design package.");
  }
  const { version, designs } = input as { version?: unknown; designs?: unknown };
  if (typeof version === "number" && version > packageVersion) {
    return refused("This package was made by a newer version of Rubrick. Update this installation first.");
  }
  const read: unknown[] = [];
  for (const [i, held] of (Array.isArray(designs) ? designs : []).entries()) {
    const parsed = parseDesign((held as { document?: unknown } | null)?.document);
    if (!parsed.ok) return refused(placed(`designs.${i}.document`, parsed.faults[0]!));
    read.push({ ...(held as object), document: parsed.design });
  }
  const whole = Package.safeParse({ ...input, ...(Array.isArray(designs) ? { designs: read } : {}) });
  if (!whole.success) return refused(placed("", faultsOf(whole.error)[0]!));
  const fault = faultOf(whole.data);
  return fault === undefined ? { ok: true, package: whole.data } : refused(fault);
}

const refused = (message: string): ParsedPackage => ({ ok: false, message });

const placed = (place: string, { path, message }: { path: string; message: string }): string =>
  `Its document does not fit: ${[place, path].filter(Boolean).join(".")}: ${message}`;

/** What does not fit together in a package; undefined when all does. */
function faultOf({ designs, house, files, moves }: Package): string | undefined {
  const twice = firstTwice(designs.map(({ document }) => document.id));
  if (twice !== undefined) return `The design “${twice}” is in it twice.`;
  const moveTwice = firstTwice(moves.map(({ id }) => id));
  if (moveTwice !== undefined) return `The saved move “${moveTwice}” is in it twice.`;
  for (const list of [house.colours.map(({ role }) => role), ...idLists(house)]) {
    const id = firstTwice(list);
    if (id !== undefined) return `Its house style has “${id}” twice.`;
  }
  for (const { document } of designs) {
    const [missing] = missingIn(house, document);
    if (missing !== undefined) return `The design “${document.name}” shows ${missing}, which is not in the package.`;
  }
  const kinds = new Map(files.map(({ hash, kind }) => [hash, kind]));
  if (kinds.size < files.length) return "A file is listed in it twice.";
  for (const [hash, kind, name] of filesOfHouse(house)) {
    if (kinds.get(hash) !== kind) return `The file of “${name}” is not in the package.`;
  }
  return undefined;
}

const idLists = ({ types, marks, accounts, pictures, videos, sounds, formats, fonts }: Package["house"]) =>
  [types, marks, accounts, pictures, videos, sounds, formats, fonts].map((list) => list.map(({ id }) => id));

function firstTwice(ids: readonly string[]): string | undefined {
  return ids.find((id, i) => ids.indexOf(id) !== i);
}

/** Every file that a house style shows: its hash, its kind, and what it is the file of. */
export const filesOfHouse = (
  house: Package["house"],
): readonly (readonly [hash: string, kind: Package["files"][number]["kind"], name: string])[] => [
  ...house.pictures.map(({ hash, name }) => [hash, "picture", name] as const),
  ...house.videos.map(({ hash, name }) => [hash, "frames", name] as const),
  ...house.sounds.map(({ hash, name }) => [hash, "sound", name] as const),
  ...house.fonts.map(({ hash, family }) => [hash, "font", family] as const),
  ...house.marks.flatMap(({ picture, name }) =>
    picture ? [[picture.hash, "picture", name] as const, [picture.from.hash, "picture", name] as const] : [],
  ),
];
