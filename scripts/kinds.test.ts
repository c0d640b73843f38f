import { execFile } from "node:child_process";
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { entriesOf, indexOf, indexPath, listKinds } from "./list-kinds";
import { registries } from "./registries";

const run = promisify(execFile);

test.each(registries)("the index of $folder lists all its entries", async (registry) => {
  expect(readFileSync(indexPath(".", registry), "utf8")).toBe(await indexOf(".", registry));
  expect(entriesOf(".", registry).length).toBeGreaterThan(0);
});

describe("one more of each kind, from a folder of examples", () => {
  const root = mkdtempSync(join(tmpdir(), "rubrick-kinds-"));
  beforeAll(async () => {
    for (const room of [
      "app",
      "contract",
      "core",
      "receivers",
      "render",
      "server",
      "ui",
      "worker",
      "scripts/lib",
      "types",
      "tsconfig.json",
      "package.json",
    ])
      cpSync(room, join(root, room), { recursive: true, filter: (path) => !/\.test\.tsx?$/.test(path) });
    for (const shared of ["node_modules", "public"]) symlinkSync(join(process.cwd(), shared), join(root, shared));
    // Nothing that is there is changed: files are added, and the indexes written anew.
    cpSync("examples", root, { recursive: true, force: false, errorOnExist: true });
    await listKinds(root);
  });
  afterAll(() => rmSync(root, { recursive: true, force: true }));

  /** What is wrong with the types, a line each; what has not changed since is not looked at again. */
  const checkTypes = () =>
    run("node", ["node_modules/typescript-native/bin/tsc", "--noEmit"], { cwd: root }).then(
      ({ stdout }) => stdout,
      (error: { stdout: string }) => error.stdout,
    );

  test("is used everywhere by its name alone", async () => {
    const { stdout } = await run("node", ["--import", "tsx", "try.ts"], { cwd: root });
    expect(JSON.parse(stdout)).toEqual({
      field: { text: "★★★☆☆", faults: [expect.objectContaining({ field: "stars", code: "range" })] },
      shape: true,
      check: [{ severity: "note", message: "“title” is all capitals. Say it more quietly." }],
      output: { passed: true, faults: [], alpha: { min: 0, max: 255 } },
      step: [9, 99, 199, 255],
      job: { counted: 7 },
    });
  });
  test("leaves no type wrong, and one whose other half is forgotten is told", async () => {
    expect(await checkTypes()).toBe("");
    for (const half of [
      "ui/fields/rating.tsx",
      "render/outputs/rle-mov.ts",
      "ui/shapes/arrow.tsx",
      "core/paint/steps/wash.ts",
    ])
      rmSync(join(root, half));
    await listKinds(root);
    const told = await checkTypes();
    for (const folder of ["ui/fields", "render/outputs", "ui/shapes", "core/paint/steps"])
      expect(told).toContain(`${folder}/kinds.ts(`);
  });
});
