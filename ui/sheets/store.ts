import { createContext, useContext } from "react";
import { createStore, useStore } from "zustand";
import type { FillDesk } from "@/contract/releases";
import type { RowView, SheetConflict, SheetView } from "@/contract/sheets";
import type { Finding } from "@/core/checks/findings";
import { applied, cellChange, inverse } from "@/core/sheets/apply";
import type { SheetChanges } from "@/core/sheets/changes";
import type { Cell, Cells } from "@/core/sheets/row";
import { newId } from "@/ui/parts/new-id";
import { Sender, type SheetSave } from "./sender";

interface Step {
  readonly label: string;
  readonly there: SheetChanges;
  readonly back: SheetChanges;
}

/** A cell that somebody else has changed meanwhile, with what one wanted to write there. */
export interface Collision extends SheetConflict {
  readonly mine: Cell | undefined;
}

export interface SheetState {
  readonly view: Omit<SheetView, "rows">;
  readonly rows: readonly RowView[];
  readonly save: SheetSave;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
  /** Cells that somebody else has changed while one changed them: whose stands is asked. */
  readonly conflicts: readonly Collision[];
  edit(label: string, changes: Partial<SheetChanges>): void;
  undo(): void;
  redo(): void;
  /** How much of what is changed here the server knows; taken before anything is asked of it. */
  mark(): number;
  /** Rows as the server had them at a mark; what has been changed since stays on top. */
  heard(rows: readonly RowView[], mark: number): void;
  /** The whole sheet as the server had it at a mark. */
  heardAll(view: SheetView, mark: number): void;
  /** What was found here about a row that nobody had looked at. */
  found(row: RowView, findings: readonly Finding[]): void;
  settle(conflict: Collision, keep: "mine" | "theirs"): void;
  /** Resolves when nothing waits to be saved any more. */
  flush(): Promise<void>;
}

export type SheetStore = ReturnType<typeof createSheet>;

const freshRow = (id: string, cells: Cells): RowView => ({
  id,
  cells,
  state: "draft",
  stateBy: null,
  stateAt: null,
  accepted: [],
  changedBy: null,
  changedAt: new Date().toISOString(),
  release: null,
  found: null,
  clips: [],
});

const nothing: SheetChanges = { cells: [], add: [], remove: [] };
const mostSteps = 200;

/** Rows with what others wrote in the cells that collided, and what was wanted in their place. */
function collisionsIn(rows: readonly RowView[], conflicts: readonly SheetConflict[], { cells }: SheetChanges) {
  const collisions = conflicts.map((conflict): Collision => {
    const wanted = cells.findLast(({ row, column }) => row === conflict.row && column === conflict.column);
    return { ...conflict, mine: wanted?.to };
  });
  const withTheirs = rows.map((row) => {
    const own = collisions.filter((one) => one.row === row.id);
    if (own.length === 0) return row;
    const changed = { ...row.cells };
    for (const { column, theirs } of own) {
      if (theirs === undefined) delete changed[column];
      else changed[column] = theirs;
    }
    return { ...row, cells: changed };
  });
  return { collisions, rows: withTheirs };
}

/** Nobody has looked at rows that say something else now. */
function unseen(before: readonly RowView[], after: readonly RowView[]): readonly RowView[] {
  const cells = new Map(before.map((row) => [row.id, row.cells]));
  return after.map((row) => (row.found === null || cells.get(row.id) === row.cells ? row : { ...row, found: null }));
}

/** The release that a row is of: its sheet’s, unless it has stayed on another. */
export const deskOf = (
  { desk, others }: { readonly desk: FillDesk; readonly others: readonly FillDesk[] },
  { release }: RowView,
): FillDesk => (release === null ? undefined : others.find(({ id }) => id === release)) ?? desk;

/** What is known of a sheet, and what is changed in it: shown at once, saved in order, never lost by a gap in the network. */
export function createSheet({ rows, ...view }: SheetView) {
  return createStore<SheetState>((set, get) => {
    const sender = new Sender(
      view.id,
      (save) => set({ save }),
      (conflicts, changes) => {
        const found = collisionsIn(get().rows, conflicts, changes);
        set({ rows: found.rows, conflicts: [...get().conflicts, ...found.collisions] });
      },
    );
    const withOwn = (list: readonly RowView[], mark: number) =>
      sender.unknownSince(mark).reduce((now, changes) => applied(now, changes, freshRow), list as RowView[]);
    const put = (changes: SheetChanges) => {
      set({ rows: unseen(get().rows, applied(get().rows, changes, freshRow)) });
      sender.put(changes);
    };
    return {
      view,
      rows,
      save: { kind: "saved" },
      past: [],
      future: [],
      conflicts: [],
      edit: (label, part) => {
        const changes = { ...nothing, ...part };
        if (changes.cells.length + changes.add.length + changes.remove.length === 0 && !changes.move) return;
        const back = inverse(get().rows, changes);
        set({ past: [...get().past.slice(1 - mostSteps), { label, there: changes, back }], future: [] });
        put(changes);
      },
      undo: () => {
        const step = get().past.at(-1);
        if (!step) return;
        set({ past: get().past.slice(0, -1), future: [...get().future, step] });
        put(step.back);
      },
      redo: () => {
        const step = get().future.at(-1);
        if (!step) return;
        set({ future: get().future.slice(0, -1), past: [...get().past, step] });
        put(step.there);
      },
      mark: () => sender.mark,
      heard: (changed, mark) => {
        const byId = new Map(changed.map((row) => [row.id, row]));
        const rows = get().rows.map((row) => byId.get(row.id) ?? row);
        set({ rows: withOwn(rows, mark) });
      },
      heardAll: ({ rows: all, ...about }, mark) => {
        // The same release stays the same thing: the grid would begin anew with another, and what is being typed be lost.
        const { desk, others } = get().view;
        const kept = <T>(before: T, now: T): T => (JSON.stringify(before) === JSON.stringify(now) ? before : now);
        const view = { ...about, desk: kept(desk, about.desk), others: kept(others, about.others) };
        set({ view, rows: withOwn(all, mark) });
      },
      found: (row, findings) => {
        const rows = get().rows.map((other) => (other === row ? { ...row, found: [...findings] } : other));
        set({ rows });
      },
      settle: (conflict, keep) => {
        set({ conflicts: get().conflicts.filter((other) => other !== conflict) });
        const row = get().rows.find(({ id }) => id === conflict.row);
        if (!row || conflict.gone) return;
        const again = keep === "mine" ? cellChange(row, conflict.column, conflict.mine) : undefined;
        if (again) get().edit("Keep mine", { cells: [again] });
      },
      flush: () => sender.flush(),
    };
  });
}

export const SheetContext = createContext<SheetStore | undefined>(undefined);

export function useSheetStore(): SheetStore {
  const store = useContext(SheetContext);
  if (!store) throw new Error("no sheet is open");
  return store;
}

/** Reads from the sheet that is open. */
export const useSheet = <T>(read: (state: SheetState) => T): T => useStore(useSheetStore(), read);

/** An id for a new row. */
export const newRowId = newId;
