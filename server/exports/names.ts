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
): Promise<{ readonly named: NamedClip[]; readonly skipped: string[] }> {
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
  for (const [i, clip] of clips.entries()) {
    if (clip.replaces) {
      named.push({ ...clip, fileName: clip.replaces.fileName });
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
  return { named, skipped };
}

const plainName = (facts: NameFacts): string => `${fileStem(facts)}.${factsOf(facts.output).ending}`;

/** Who has the names that outputs would leave or replace. */
async function heldNames(db: Db, clips: readonly AskedClip[], wanted: readonly NameFacts[]) {
  const asked = wanted.filter((_, i) => !clips[i]!.replaces && (clips[i]!.output.taken ?? "number") !== "number");
  return asked.length === 0
    ? new Map<string, { id: string; there: boolean }>()
    : findNamed(db, asked.map(plainName).map(nameKey));
}
