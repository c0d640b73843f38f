import { expect, test } from "@jest/globals";
import { inParts, type SheetChanges } from "./changes";

const id = (n: number) => n.toString(16).padStart(20, "0");

test("a table of very many cells goes in parts, each within what may be sent, none lost and all in order", () => {
  const add = Array.from({ length: 50 }, (_, n) => ({
    ...(n > 0 && { after: id(n - 1) }),
    ...{ id: id(n), cells: Object.fromEntries(Array.from({ length: 7 }, (_, c) => [`c${c}`, `${n}`])) },
  }));
  const cells = Array.from({ length: 250 }, (_, n) => ({ row: id(n), column: "name", to: `${n}` }));
  const whole: SheetChanges = { cells, add, remove: [id(900)], move: { rows: [id(3)] } };
  const parts = inParts(whole, 100);
  expect(parts.flatMap((part) => part.add)).toEqual(add);
  expect(parts.flatMap((part) => part.cells)).toEqual(cells);
  expect(parts.flatMap((part) => part.remove)).toEqual([id(900)]);
  expect(parts.at(-1)!.move).toEqual({ rows: [id(3)] });
  for (const part of parts) {
    expect(part.cells.length + part.add.length * 8).toBeLessThanOrEqual(100);
  }
  // Room is made before rows come.
  const firstAdd = parts.findIndex((part) => part.add.length > 0);
  expect(parts.findIndex((part) => part.remove.length > 0)).toBeLessThan(firstAdd);
});

test("few changes are sent as they are", () => {
  const few: SheetChanges = { cells: [], add: [{ id: id(1), cells: { name: "Ada" } }], remove: [id(2)] };
  expect(inParts(few)).toEqual([few]);
});
