import { faultSentence } from "@/core/document/fault-words";
import { freeze } from "immer";
import { createContext, useContext } from "react";
import { createStore, useStore } from "zustand";
import { OrderConflict, type OrderRelease, type OrderView } from "@/contract/orders";
import { RunningOrder } from "@/core/document/order";
import { doStep, noHistory, patchesBetween, redoStep, undoStep, type Change, type History } from "@/ui/parts/history";
import { Saver, type SaveState } from "@/ui/parts/saver";

export interface OrderState {
  readonly id: string;
  readonly document: RunningOrder;
  /** Releases by their id, also of entries that were taken out again. */
  readonly releases: Readonly<Record<string, OrderRelease>>;
  readonly outputs: OrderView["outputs"];
  readonly history: History;
  readonly save: SaveState<OrderConflict>;
  /** What is known to be stored. */
  readonly revision: number;
  /** Why the last thing that was asked for was not done. */
  readonly refused: string | undefined;
  /** The entry that is open. */
  readonly chosen: string | undefined;
  edit(label: string, recipe: (draft: RunningOrder) => void, merge?: string): void;
  undo(): void;
  redo(): void;
  choose(entry: string | undefined): void;
  /** Makes a release known that entries are about to show. */
  know(release: OrderRelease): void;
  /** Goes on from what is stored: nothing of one’s own may wait. */
  take(view: OrderView): void;
  /** Mine in place of theirs, or theirs. */
  settle(keep: "mine" | "theirs"): void;
  /** The revision that is saved once nothing waits; undefined when it can’t be. */
  flush(): Promise<number | undefined>;
  leave(): void;
}

export type OrderStore = ReturnType<typeof createOrder>;

const byId = (releases: readonly OrderRelease[]) => Object.fromEntries(releases.map((one) => [one.id, one]));

/** A running order that is being arranged: every change can be taken back, and is saved by itself. */
export function createOrder({ id, revision, document, releases, outputs }: OrderView) {
  return createStore<OrderState>((set, get) => {
    const saverAt = (from: number) =>
      new Saver<OrderConflict>({
        path: `/api/orders/${id}`,
        revision: from,
        conflict: OrderConflict,
        shown: () => get().document,
        tell: (save) => {
          // One's own change, whose answer was lost, is nothing to be asked about.
          if (save.kind === "conflict" && saver.hasSent(save.theirs.document)) {
            const { revision: stored, document: theirs } = save.theirs;
            saver.resume(stored, theirs, patchesBetween(theirs, get().document));
          } else set({ save, revision: saver.at });
        },
      });
    let saver = saverAt(revision);
    const take = (change: Change<RunningOrder> | undefined) => {
      if (!change) return;
      const parsed = RunningOrder.safeParse(change.document);
      if (!parsed.success) return set({ refused: faultSentence(parsed.error.issues[0]) });
      const { chosen } = get();
      const there = change.document.entries.some((entry) => entry.id === chosen);
      set({ ...change, refused: undefined, chosen: there ? chosen : undefined });
      saver.add(change.patches);
    };
    return {
      id,
      document: freeze(document, true),
      releases: byId(releases),
      outputs,
      history: noHistory,
      save: { kind: "saved" },
      revision,
      refused: undefined,
      chosen: document.entries[0]?.id,
      edit: (label, recipe, merge) => take(doStep(get().document, get().history, label, recipe, merge)),
      undo: () => take(undoStep(get().document, get().history)),
      redo: () => take(redoStep(get().document, get().history)),
      choose: (chosen) => set({ chosen }),
      know: (release) => set({ releases: { ...get().releases, [release.id]: release } }),
      take: (view) => {
        if (get().save.kind !== "saved" || view.revision <= saver.at) return;
        saver = saverAt(view.revision);
        const releases = { ...get().releases, ...byId(view.releases) };
        const { document, revision: stored, outputs: kinds } = view;
        set({ document: freeze(document, true), revision: stored, releases, outputs: kinds, history: noHistory });
      },
      settle: (keep) => {
        const { save, document: mine } = get();
        if (save.kind !== "conflict") return;
        const { theirs } = save;
        saver.resume(theirs.revision, theirs.document);
        set({ document: freeze(theirs.document, true), history: noHistory });
        if (keep === "theirs") return;
        // As one change on top of theirs, which can be taken back.
        get().edit("Keep mine", (draft) => void Object.assign(draft, structuredClone(mine)));
      },
      flush: () => saver.flush(),
      leave: () => saver.dispose(),
    };
  });
}

export const OrderContext = createContext<OrderStore | undefined>(undefined);

export function useOrderStore(): OrderStore {
  const store = useContext(OrderContext);
  if (!store) throw new Error("no running order is open");
  return store;
}

/** Reads from the order that is open. */
export const useOrder = <T>(read: (state: OrderState) => T): T => useStore(useOrderStore(), read);
