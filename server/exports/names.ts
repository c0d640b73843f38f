import { fileName, fileStem, nameKey } from "@/core/naming/file-name";
import { nameFactsOf } from "@/core/naming/facts";
import type { NameFacts } from "@/core/naming/pattern";
import { factsOf } from "@/core/outputs/output";
import type { Db } from "@/server/db/connection";
import { findNamed, takenFileNames } from "@/server/db/export-names";
import type { Release } from "@/server/db/releases";
import type { AskedClip } from "./ask";

export type NamedClip = AskedClip & { readonly fileName: string };

/**
 * Names clips by the patterns of their outputs. For a name that is taken the output says what happens: a number, the file
 * that is there stays, or it is replaced. Two of the same name in one request always get numbers. What replaces another
 * already has its name.
 */
export async function nameClips(
  db: Db,
  release: Release,
  clips: readonly AskedClip[],
): Promise<{ readonly named: NamedClip[]; readonly skipped: string[]; readonly oldNames: OldName[] }> {
  const date = new Date().toISOString().slice(0, 10);
  const wanted = clips.map(({ values, format, output, row, order }, i): NameFacts => ({
    ...(order
      ? { design: order.name, title: "", account: "", fields: {} }
      : nameFactsOf(release.document, release.house, values)),
    ...{ release: release.number, format, output, row: row?.number, date, counter: i + 1 },
  }));
  const fresh = wanted.filter((_, i) => !clips[i]!.replaces);
  const taken = fresh.length > 0 ? await takenFileNames(db, [...new Set(fresh.map(fileStem))]) : new Set<string>();
  const held = await heldNames(db, clips, wanted);
  const own = new Set<string>();
  const named: NamedClip[] = [];
  const skipped: string[] = [];
  const oldNames: OldName[] = [];
  for (const [i, clip] of clips.entries()) {
    if (clip.replaces) {
      const { fileName: kept } = clip.replaces;
      named.push({ ...clip, fileName: kept });
      if (!isNamedAs(kept, wanted[i]!)) oldNames.push({ clip: i, from: kept, to: plainName(wanted[i]!) });
      continue;
    }
    const plain = plainName(wanted[i]!);
    const holder = own.has(nameKey(plain)) ? undefined : held.get(nameKey(plain));
    if (holder?.there && clip.output.taken === "skip") {
      skipped.push(plain);
      continue;
    }
    if (holder && clip.output.taken !== undefined && clip.output.taken !== "number") {
      named.push({ ...clip, fileName: plain, replaces: { id: holder.id, fileName: plain } });
      own.add(nameKey(plain));
      continue;
    }
    const name = fileName(wanted[i]!, (candidate) => taken.has(candidate));
    taken.add(nameKey(name));
    own.add(nameKey(name));
    named.push({ ...clip, fileName: name });
  }
  return { named, skipped, oldNames };
}

/** A file that keeps its name although it would be called otherwise now. */
export interface OldName {
  /** Its place among the clips that were asked for. */
  readonly clip: number;
  readonly from: string;
  readonly to: string;
}

/** Whether a file is called as it would be now, a number after a name that was taken aside. */
export function isNamedAs(name: string, facts: NameFacts): boolean {
  const [stem, ending] = [nameKey(fileStem(facts)), `.${factsOf(facts.output).ending}`];
  const own = nameKey(name);
  if (!own.startsWith(stem) || !own.endsWith(ending)) return false;
  return /^(_\d+)?$/.test(own.slice(stem.length, own.length - ending.length));
}

export const plainName = (facts: NameFacts): string => `${fileStem(facts)}.${factsOf(facts.output).ending}`;

/** Who has the names that outputs would leave or replace. */
async function heldNames(db: Db, clips: readonly AskedClip[], wanted: readonly NameFacts[]) {
  const asked = wanted.filter((_, i) => !clips[i]!.replaces && (clips[i]!.output.taken ?? "number") !== "number");
  return asked.length === 0
    ? new Map<string, { id: string; there: boolean }>()
    : findNamed(db, asked.map(plainName).map(nameKey));
}
