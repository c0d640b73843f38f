import { beforeEach, expect, jest, test } from "@jest/globals";
import type { RowView, SheetView } from "@/contract/sheets";
import type { Cells } from "@/core/sheets/row";

const answers: ((value: unknown) => void)[] = [];
const api = await import("@/ui/parts/api");
jest.unstable_mockModule("@/ui/parts/api", () => ({
  ...api,
  call: () => new Promise((resolve) => answers.push(resolve)),
}));
const { createSheet } = await import("./store");

const rowWith = (cells: Cells): RowView => ({
  id: "1".padStart(20, "0"),
  cells,
  state: "draft",
  stateBy: null,
  stateAt: null,
  accepted: [],
  changedBy: null,
  changedAt: "",
  release: null,
  found: [],
  clips: [],
});
const settle = () => new Promise((resolve) => setTimeout(resolve, 5));
beforeEach(() => {
  answers.length = 0;
});

test("an answer that is older than what was written since puts nothing back", async () => {
  const store = createSheet({ id: "s", rows: [rowWith({ name: "A" })] } as unknown as SheetView);
  const { edit, heard, mark } = store.getState();
  const asked = mark();
  edit("Write", { cells: [{ row: rowWith({}).id, column: "name", was: "A", to: "AB" }] });
  expect(store.getState().rows[0]!.found).toBeNull();
  const flushed = store.getState().flush();
  await settle();
  answers.shift()!({ conflicts: [] });
  await flushed;
  edit("Write", { cells: [{ row: rowWith({}).id, column: "name", was: "AB", to: "ABC" }] });
  // Told now, of an instant before the first of them was taken.
  heard([rowWith({ name: "A", role: "theirs" })], asked);
  expect(store.getState().rows[0]!.cells).toEqual({ name: "ABC", role: "theirs" });
  // What was asked for afterwards knows of the first, and may say that somebody has changed it since.
  heard([rowWith({ name: "theirs" })], mark());
  expect(store.getState().rows[0]!.cells).toEqual({ name: "theirs" });
});
