import { describe, expect, test } from "@jest/globals";
import { z } from "zod";
import type { Patch } from "@/contract/patch";
import { applied, checked } from "./patches";

const Sheet = z.object({ list: z.array(z.number()).max(100_000), move: z.object({ length: z.number() }) });
const patched = (document: object, patches: readonly Patch[]) => checked(applied(document, patches), Sheet);
const sheet = { list: [1, 2, 3], move: { length: 2 } };

describe("changes to a document", () => {
  test("lists grow at their end, shrink, and a property may be called length", () => {
    const changed = patched(sheet, [
      { op: "add", path: ["list", 3], value: 4 },
      { op: "add", path: ["list", 4], value: 5 },
      { op: "remove", path: ["list", 0] },
      { op: "replace", path: ["move", "length"], value: 7 },
    ]);
    expect(changed).toEqual({ list: [2, 3, 4, 5], move: { length: 7 } });
  });

  test.each([
    ["a length", ["list", "length"], 1e8],
    ["an entry far beyond the end", ["list", 1e8], 1],
    ["what every object has", ["__proto__", "list"], []],
    ["what every function has", ["list", "constructor", "prototype"], 1],
  ])("%s is refused before anything is made of it", (_, path, value) => {
    expect(() => patched(sheet, [{ op: "replace", path, value }])).toThrow("a place that no document has");
  });

  test("a list that the same request makes is a list too", () => {
    const patches = [
      { op: "add" as const, path: ["more"], value: [] },
      { op: "replace" as const, path: ["more", "length"], value: 1e8 },
    ];
    expect(() => patched(sheet, patches)).toThrow("a place that no document has");
  });

  test("what inserting costs is counted before it is paid", () => {
    const long = { ...sheet, list: Array.from({ length: 1000 }, (_, i) => i) };
    const inserts = Array.from({ length: 500 }, () => ({ op: "add" as const, path: ["list", 0], value: 1 }));
    expect(() => patched(long, inserts)).toThrow("too much to change at once");
  });
});
