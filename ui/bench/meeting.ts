import { freeze } from "immer";
import { z } from "zod";
import { BenchView, type Conflict } from "@/contract/designs";
import { Saved } from "@/contract/patch";
import type { Design } from "@/core/document/design";
import { apartFrom } from "@/core/edit/apart";
import { changesBetween } from "@/core/edit/compare";
import { mergeDocuments, type Choice } from "@/core/edit/merge";
import { refusalOf } from "@/core/edit/sound-document";
import { ApiError, call, mayPass } from "@/ui/parts/api";
import { historyAfter, noHistory, patchesBetween } from "@/ui/parts/history";
import type { Saver } from "@/ui/parts/saver";
import type { BenchState } from "./store";

/*
 * Two at one draft: what others have changed comes in by itself; only where both have changed the same value is anybody
 * asked.
 */

type Set = (part: Partial<BenchState>) => void;
type Get = () => BenchState;

/** What somebody else has changed, in sentences, as it came in. */
export interface News {
  readonly by: string;
  readonly changes: readonly string[];
}

/** While something is being done here, what others have done waits for so long, again and again. */
const laterMs = 400;
const againMs = 3000;

/** How a bench takes in what others do to its draft. */
export function meeting(set: Set, get: Get, saver: Saver<Conflict>, self: string | undefined) {
  let later: ReturnType<typeof setTimeout> | undefined;
  /** The newest revision that was heard of; while something is asked, nothing newer comes in. */
  let heard = 0;
  /**
   * What theirs was made of: the document as it was sent by a request that had arrived though its answer was lost, or as
   * it was last known to be stored. Of what one has added oneself there would be two else.
   */
  const baseOf = ({ arrived }: Conflict) => (saver.sentBy(arrived) ?? saver.stored) as Design;
  const merge = (theirs: Conflict, choose?: Choice) => {
    const base = baseOf(theirs);
    const { document } = get();
    // One's own other page has added the very same.
    const mine = theirs.by === self ? document : apartFrom(base, document, theirs.document);
    const { merged, clashes } = mergeDocuments(base, mine, theirs.document, choose);
    return { merged, clashes, sound: refusalOf(theirs.document, merged) === undefined };
  };
  const takeIn = (merged: Design, theirs: Conflict) => {
    const { document, history, chosen, moves, format } = get();
    const layers = new Set(merged.layers.map(({ id }) => id));
    const moving = new Set(merged.layers.flatMap((layer) => layer.moves.map(({ id }) => id)));
    const changes = changesBetween(baseOf(theirs), theirs.document);
    set({
      document: freeze(merged, true),
      history: historyAfter(history, document, merged),
      chosen: chosen.filter((id) => layers.has(id)),
      moves: moves.filter((id) => moving.has(id)),
      format: merged.formats.includes(format) ? format : merged.formats[0]!,
      news: changes.length > 0 ? { by: theirs.by ?? "Somebody", changes } : undefined,
      clashes: [],
    });
    saver.resume(theirs.revision, theirs.document, patchesBetween(theirs.document, merged));
    void catchUp(heard);
  };
  /** Somebody's draft takes in what it can; what clashes, or does not fit together, is asked about. */
  const meet = (theirs: Conflict) => {
    const { merged, clashes, sound } = merge(theirs);
    if (sound && clashes.length === 0) takeIn(merged, theirs);
    else set({ save: { kind: "conflict", theirs }, clashes: sound ? clashes : [] });
  };
  const catchUp = async (revision: number): Promise<void> => {
    clearTimeout(later);
    heard = Math.max(heard, revision);
    const { id, save, gesture, trial } = get();
    if (revision <= saver.at || save.kind === "conflict") return;
    if (!saver.idle || gesture || trial) {
      later = setTimeout(() => void catchUp(revision), laterMs);
      return;
    }
    let view: BenchView;
    try {
      view = await call(`/api/designs/${id}`, BenchView);
    } catch (error) {
      // Nobody may change anything any more that would tell of it.
      if (!(error instanceof ApiError) || mayPass(error.status)) {
        later = setTimeout(() => void catchUp(revision), againMs);
      }
      return;
    }
    // Something done meanwhile is saved first, and meets theirs by that.
    if (saver.idle && view.revision > saver.at)
      meet({ revision: view.revision, document: view.document, by: view.changedBy, at: view.changedAt });
  };
  const settle = async (keep: "mine" | "theirs"): Promise<void> => {
    const { save, document, id } = get();
    if (save.kind !== "conflict") return;
    const { theirs } = save;
    if (keep === "mine") {
      const { revision } = await call(`/api/designs/${id}/replace`, Saved, { revision: theirs.revision, document });
      saver.resume(revision, document);
    } else {
      const body = { name: "Saved when another version was used", document };
      await call(`/api/designs/${id}/versions`, z.object({ id: z.string() }), body);
      set({ document: freeze(theirs.document, true), history: noHistory, chosen: [], moves: [] });
      saver.resume(theirs.revision, theirs.document);
    }
    set({ clashes: [] });
    void catchUp(heard);
  };
  const settleClashes = (choose: Choice): boolean => {
    const { save } = get();
    if (save.kind !== "conflict") return true;
    const { merged, sound } = merge(save.theirs, choose);
    if (sound) takeIn(merged, save.theirs);
    return sound;
  };
  /** The design as it would be with these choices; undefined where they don't go together. */
  const asChosen = (choose: Choice): Design | undefined => {
    const { save } = get();
    if (save.kind !== "conflict") return undefined;
    const { merged, sound } = merge(save.theirs, choose);
    return sound ? merged : undefined;
  };
  const stop = () => clearTimeout(later);
  return { meet, stop, actions: { catchUp, settle, settleClashes, asChosen } };
}
