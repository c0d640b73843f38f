import { applyPatches, freeze } from "immer";
import { createStore, useStore } from "zustand";
import { createContext, useContext } from "react";
import { Conflict, type BenchView } from "@/contract/designs";
import type { JobView } from "@/contract/jobs";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import type { Phase } from "@/core/edit/moves";
import type { Choice, Clash } from "@/core/edit/merge";
import { refusalOf } from "@/core/edit/sound-document";
import type { HeldValue } from "@/core/edit/remeasure";
import type { Layer } from "@/core/document/layer";
import type { Values } from "@/core/document/values";
import { doStep, noHistory, redoStep, undoStep, type Change, type History } from "@/ui/parts/history";
import type { Papers } from "./strip/papers";
import { Saver, type SaveState } from "@/ui/parts/saver";
import { meeting, type News } from "./meeting";
import { fateOf, withUnsent, type Unsent, type UnsentKeeper } from "./unsent";

export interface BenchState {
  readonly id: string;
  readonly document: Design;
  readonly house: House;
  readonly release: BenchView["release"];
  readonly publishing: Publishing | undefined;
  readonly footage: BenchView["footage"];
  readonly outputs: BenchView["outputs"];
  /** Moves that are chosen, the one chosen last at the end. */
  readonly moves: readonly string[];
  /** The phase that a move is being chosen for. */
  readonly adding: Phase | undefined;
  /** Shown on the stage in place of the document, while something is only tried. */
  readonly trial: Design | undefined;
  /** A clip length that is tried, in seconds. */
  readonly tryLengthS: number | undefined;
  /** The sheets of the strip, held still while something on them is pulled. */
  readonly papers: Papers | undefined;
  /** What is being pulled about just now; what lies beside it follows more slowly. */
  readonly gesture: "stage" | "strip" | undefined;
  readonly history: History;
  readonly save: SaveState<Conflict>;
  /** Values that both have changed, where that is all that keeps two drafts apart. */
  readonly clashes: readonly Clash[];
  /** What somebody else has just changed. */
  readonly news: News | undefined;
  /** Changes of earlier pages that may not have been saved, and collide with what has come since. */
  readonly unsent: readonly Unsent[];
  /** Why the last thing that was asked for was not done; nothing has changed then. */
  readonly refused: string | undefined;
  /** Layers that are chosen, the one chosen last at the end. */
  readonly chosen: readonly string[];
  /** The format that is shown large. */
  readonly format: string;
  /** Whether edits change this format only. */
  readonly onlyHere: boolean;
  /** Values that formats have of their own only so that nothing moved when something was measured in another way. */
  readonly held: readonly HeldValue[];
  /** What fills the fields on the stage; the samples unless something is tried. */
  readonly tried: Values | undefined;
  /** Pointing at a layer to tie something to it; called with its id. */
  readonly pointing: { readonly ask: string; readonly take: (layer: string) => void } | undefined;

  edit(label: string, recipe: (draft: Design) => void, merge?: string): void;
  undo(): void;
  redo(): void;
  choose(ids: readonly string[]): void;
  show(
    part: Partial<
      Pick<
        BenchState,
        | "format"
        | "onlyHere"
        | "tried"
        | "pointing"
        | "release"
        | "publishing"
        | "gesture"
        | "moves"
        | "adding"
        | "trial"
        | "news"
        | "tryLengthS"
        | "papers"
        | "held"
      >
    >,
  ): void;
  /** Saves what is waiting; the revision that is saved then, or undefined when it can't be. */
  flush(): Promise<number | undefined>;
  leave(): void;
  /** Takes in what others have done, once the draft is known to be at that revision. */
  catchUp(revision: number): Promise<void>;
  /** After somebody else's change: mine in place of theirs, or theirs with mine kept as a version. */
  settle(keep: "mine" | "theirs"): Promise<void>;
  /** Goes on with both changes, and with these values where they clash; false where they don't go together. */
  settleClashes(choose: Choice): boolean;
  /** The design as it would be then. */
  asChosen(choose: Choice): Design | undefined;
  /** Takes over what earlier pages have left in the browser. */
  takeOver(left: readonly Unsent[]): void;
  /** Puts the first of the colliding changes on, or lets it go. */
  settleUnsent(fate: "put on" | "let go"): void;
  /** Goes on with another document in one step that can be undone. */
  restore(document: Design): void;
}

/** A release that is being made, and what came of it: it goes on whatever is open on the bench. */
export type Publishing =
  | { readonly kind: "busy"; readonly job?: JobView | undefined }
  | { readonly kind: "done"; readonly id: string; readonly number: number }
  | { readonly kind: "failed"; readonly message: string };

/** Where a bench keeps what is not saved yet. */
export interface BrowserSide {
  readonly keeper: UnsentKeeper;
  readonly forget: (unsent: Unsent) => void;
}

const unsentLabel = "Apply unsaved changes";

export type BenchStore = ReturnType<typeof createBench>;

type Set = (part: Partial<BenchState>) => void;
type Get = () => BenchState;

/** What the bench begins with. */
const firstState = ({ document, ...view }: BenchView) => ({
  id: view.id,
  // Frozen like all that edits make of it, so that what follows from a layer can be remembered.
  document: freeze(document, true),
  house: view.house,
  release: view.release,
  publishing: undefined,
  footage: view.footage,
  outputs: view.outputs,
  gesture: undefined,
  moves: [],
  adding: undefined,
  trial: undefined,
  tryLengthS: undefined,
  papers: undefined,
  history: noHistory,
  save: { kind: "saved" } as const,
  clashes: [],
  news: undefined,
  refused: undefined,
  unsent: [],
  chosen: [],
  held: [],
  format: document.formats[0]!,
  onlyHere: false,
  tried: undefined,
  pointing: undefined,
});

/** Changing the document, step by step, there and back. */
function editing(set: Set, get: Get, saver: Saver<Conflict>) {
  const take = (change: Change<Design> | undefined) => {
    if (!change) return;
    const alive = new Set(change.document.layers.map((layer) => layer.id));
    const { chosen, format, moves } = get();
    const moving = new Set(change.document.layers.flatMap((layer) => layer.moves.map(({ id }) => id)));
    set({
      document: change.document,
      history: change.history,
      refused: undefined,
      chosen: chosen.every((id) => alive.has(id)) ? chosen : chosen.filter((id) => alive.has(id)),
      moves: moves.every((id) => moving.has(id)) ? moves : moves.filter((id) => moving.has(id)),
      format: change.document.formats.includes(format) ? format : change.document.formats[0]!,
    });
    saver.add(change.patches);
  };
  return {
    edit: (label, recipe, merge) => {
      const { document, history } = get();
      const change = doStep(document, history, label, recipe, merge);
      const reason = change && refusalOf(document, change.document);
      // What can't be kept is not done at all: nothing of it reaches the stage, the history or the server.
      if (reason === undefined) take(change);
      else set({ refused: `“${label}” could not be done. ${reason}` });
    },
    undo: () => take(undoStep(get().document, get().history)),
    redo: () => take(redoStep(get().document, get().history)),
    restore: (document) => {
      const { id } = get().document;
      get().edit("Restore a version", (draft) => {
        for (const key of Object.keys(draft)) if (!(key in document)) delete (draft as Record<string, unknown>)[key];
        Object.assign(draft, document, { id });
      });
    },
  } satisfies Partial<BenchState>;
}

/** What earlier pages of this browser have left unsaved. */
function unsentOnes(set: Set, get: Get, revision: number, browser: BrowserSide | undefined) {
  const putOn = ({ patches }: Unsent) => get().edit(unsentLabel, (draft) => void applyPatches(draft, [...patches]));
  return {
    takeOver: (left) => {
      for (const one of left) {
        const fate = fateOf(one, get().document, revision);
        if (fate === "ask") set({ unsent: [...get().unsent, one] });
        if (fate === "go on") putOn(one);
        if (fate !== "ask") browser?.forget(one);
      }
    },
    settleUnsent: (fate) => {
      const [one, ...rest] = get().unsent;
      set({ unsent: rest });
      if (!one) return;
      browser?.forget(one);
      if (fate === "let go") return;
      if (withUnsent(get().document, one)) putOn(one);
      else set({ refused: "These changes can’t be applied any more: what they changed has been removed." });
    },
  } satisfies Partial<BenchState>;
}

/** Everything that a bench with one draft on it knows and does; whose bench it is by name. */
export function createBench(view: BenchView, browser?: BrowserSide, memberName?: string) {
  return createStore<BenchState>((set, get) => {
    const saver: Saver<Conflict> = new Saver<Conflict>({
      path: `/api/designs/${view.id}`,
      revision: view.revision,
      stored: view.document,
      conflict: Conflict,
      tell: (save) => (save.kind === "conflict" ? others.meet(save.theirs) : set({ save })),
      whole: () => get().document,
      keep: browser && ((revision, unsaved, now) => browser.keeper.keep(revision, unsaved, now)),
    });
    const others = meeting(set, get, saver, memberName);
    return {
      ...firstState(view),
      ...editing(set, get, saver),
      ...unsentOnes(set, get, view.revision, browser),
      choose: (chosen) => set({ chosen, moves: [], adding: undefined }),
      show: (part) => set(part),
      flush: () => saver.flush(),
      leave: () => {
        saver.dispose();
        others.stop();
        browser?.keeper.release();
      },
      ...others.actions,
    };
  });
}

export const BenchContext = createContext<BenchStore | undefined>(undefined);

/** Reads from the bench that is open. */
export function useBench<T>(read: (state: BenchState) => T): T {
  return useStore(useBenchStore(), read);
}

export function useBenchStore(): BenchStore {
  const store = useContext(BenchContext);
  if (!store) throw new Error("no bench is open");
  return store;
}

const calmMs = 250;

/**
 * The same bench, but while something is pulled about its readers hear of changes a few times a second only, so that
 * what is pulled keeps the machine to itself.
 */
export function calmly(store: BenchStore): BenchStore {
  const subscribe: BenchStore["subscribe"] = (listener) => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = store.subscribe((state, before) => {
      if (state.gesture === undefined) {
        clearTimeout(timer);
        timer = undefined;
        listener(state, before);
      } else {
        timer ??= setTimeout(() => {
          timer = undefined;
          listener(store.getState(), before);
        }, calmMs);
      }
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  };
  return { ...store, subscribe };
}

/** The layer that was chosen last. */
export const chosenLayer = ({ document, chosen }: BenchState): Layer | undefined => {
  const last = chosen[chosen.length - 1];
  return last === undefined ? undefined : document.layers.find((layer) => layer.id === last);
};
