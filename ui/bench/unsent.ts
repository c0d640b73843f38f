import { applyPatches, enablePatches, type Patch } from "immer";
import { z } from "zod";
import { Patch as KeptPatch } from "@/contract/patch";
import type { Design } from "@/core/document/design";
import { sameJson } from "@/core/same";
import { newId } from "@/ui/parts/new-id";

enablePatches();

/*
 * Changes that are made and not yet known to be saved lie in the browser as well: a page that is gone, with its network
 * or with its machine, finds them at its next visit.
 */

const Kept = z.object({ revision: z.number(), patches: z.array(KeptPatch), atMs: z.number() });

/** Changes of an earlier page, with the revision that they were made on. */
export interface Unsent {
  readonly key: string;
  readonly revision: number;
  readonly patches: readonly Patch[];
  readonly atMs: number;
}

/** A member's own: others at the same machine neither see nor send them. */
const prefix = (memberId: string, designId: string) => `rubrick unsent ${memberId} ${designId} `;

/** Longer ones are left out: the store of a browser is small. */
const mostLetters = 1_000_000;
const restMs = 150;

/** Keeps what one page has not yet saved; held by that page as long as it lives. */
export class UnsentKeeper {
  private readonly key: string;
  private wroteMs = 0;
  private letGo: () => void = () => undefined;

  constructor(
    memberId: string,
    designId: string,
    private readonly store: Storage,
    pageId: string = newId(),
  ) {
    this.key = prefix(memberId, designId) + pageId;
    // Held until the page is gone, however it goes: whoever comes next sees that nobody will send these any more.
    void navigator.locks?.request(this.key, () => new Promise<void>((done) => (this.letGo = done)));
  }

  /** The page leaves: what is still kept is for whoever comes next. */
  release(): void {
    this.letGo();
  }

  /** `now` writes at once; else a quick row of changes is written every now and then. */
  keep(revision: number, patches: readonly Patch[], now: boolean): void {
    const atMs = Date.now();
    if (!now && atMs - this.wroteMs < restMs) return;
    this.wroteMs = atMs;
    const text = patches.length === 0 ? "" : JSON.stringify({ revision, patches, atMs });
    try {
      if (text === "" || text.length > mostLetters) this.store.removeItem(this.key);
      else this.store.setItem(this.key, text);
    } catch {
      // A full store, or one that is forbidden: then there is this page alone, as ever.
    }
  }
}

/** What earlier pages have left for a design, oldest first. What pages that still live keep is theirs. */
export async function findUnsent(memberId: string, designId: string, store: Storage): Promise<Unsent[]> {
  const held = new Set((await navigator.locks?.query())?.held?.map(({ name }) => name));
  const keys = Object.keys(store).filter((key) => key.startsWith(prefix(memberId, designId)) && !held.has(key));
  const found = keys.flatMap((key) => {
    try {
      return [{ key, ...Kept.parse(JSON.parse(store.getItem(key) ?? "")) } as Unsent];
    } catch {
      store.removeItem(key);
      return [];
    }
  });
  return found.sort((a, b) => a.atMs - b.atMs);
}

/** The document with these changes; undefined when they lead nowhere in it any more. */
export function withUnsent(document: Design, { patches }: Unsent): Design | undefined {
  try {
    return applyPatches(document, [...patches]);
  } catch {
    return undefined;
  }
}

/**
 * What is to be done with changes of an earlier page: nothing, when the document has them; they go on as if the page had
 * never gone, when nobody has changed it since; else whoever made them is asked.
 */
export function fateOf(unsent: Unsent, document: Design, revision: number): "nothing" | "go on" | "ask" {
  const next = withUnsent(document, unsent);
  if (next && sameJson(next, document)) return "nothing";
  return next && unsent.revision === revision ? "go on" : "ask";
}
