import { existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize } from "node:path";
import { expect, test } from "@jest/globals";
import { cyclesOf, importsOf } from "./cycles";

const rooms = [
  "app",
  "cli",
  "contract",
  "core",
  "demo",
  "receivers",
  "render",
  "scripts",
  "server",
  "tests",
  "ui",
  "worker",
];
const endings = ["", ".ts", ".tsx", ".mjs", "/index.ts"];

/** The file of ours that an import means; undefined for packages, styles and data. */
function fileOf(from: string, name: string): string | undefined {
  const base = name.startsWith("@/")
    ? name.slice(2)
    : name.startsWith(".")
      ? normalize(join(dirname(from), name))
      : undefined;
  return base === undefined
    ? undefined
    : endings.map((ending) => base + ending).find((path) => /\.\w+$/.test(path) && existsSync(path));
}

test("no file leads back to itself by what it imports, types aside", () => {
  const files = rooms.flatMap((room) =>
    readdirSync(room, { recursive: true, encoding: "utf8" })
      .filter((path) => /\.(tsx?|mjs)$/.test(path))
      .map((path) => join(room, path)),
  );
  expect(files.length).toBeGreaterThan(500);
  const graph = new Map(
    files.map((file) => [
      file,
      importsOf(readFileSync(file, "utf8"), file).flatMap((name) => fileOf(file, name) ?? []),
    ]),
  );
  expect([...graph.values()].flat().length).toBeGreaterThan(files.length);
  expect(cyclesOf(graph)).toEqual([]);
});

test("imports are read as they stand: those of types alone are none, those that are made later are some", () => {
  const text = `import a, { type B } from "./a"; import type { C } from "./c"; import { type D } from "./d";
    export * from "./e"; export type { F } from "./f"; export { type G } from "./g"; import "./h";
    const later = () => import("./i"); const text = 'import "./j"';`;
  expect(importsOf(text, "x.ts").sort()).toEqual(["./a", "./e", "./h", "./i"]);
});

test("a circle is told whole, a way that only meets another is none", () => {
  const graph = (ways: Record<string, string[]>) => new Map(Object.entries(ways));
  expect(cyclesOf(graph({ a: ["b", "c"], b: ["d"], c: ["d"], d: [] }))).toEqual([]);
  expect(cyclesOf(graph({ a: ["b"], b: ["c"], c: ["b", "d"], d: [], e: ["e"] }))).toEqual([["b", "c"], ["e"]]);
});
