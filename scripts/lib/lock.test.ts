import { spawn } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@jest/globals";
import { lockFolder } from "./lock.mjs";

const folder = () => mkdtempSync(join(tmpdir(), "rubrick-lock-"));

/** A process that locks the folder, says so, and holds it until it is ended. */
function holder(root: string) {
  const code = `import { lockFolder } from "./scripts/lib/lock.mjs";
    try { lockFolder(process.argv[1]); console.log("held"); setInterval(() => {}, 1000); }
    catch (error) { console.log(error.message); }`;
  const child = spawn(process.execPath, ["--input-type=module", "--eval", code, root]);
  const said = new Promise<string>((resolve) => child.stdout.once("data", (text) => resolve(String(text).trim())));
  return { child, said };
}

test("a second start is refused in one sentence that names the first", async () => {
  const root = folder();
  const { child, said } = holder(root);
  expect(await said).toBe("held");
  expect(() => lockFolder(root)).toThrow(`(process ${child.pid})`);
  child.kill("SIGKILL");
  await new Promise((resolve) => child.once("close", resolve));
  // What a killed start has left is worth nothing.
  const unlock = lockFolder(root);
  expect(JSON.parse(readFileSync(join(root, "lock"), "utf8")).pid).toBe(process.pid);
  unlock();
  expect(existsSync(join(root, "lock"))).toBe(false);
});
test("of many that start at once one holds it", async () => {
  const root = folder();
  writeFileSync(join(root, "lock"), "cut o"); // left by a machine that lost its power
  const all = Array.from({ length: 8 }, () => holder(root));
  const said = await Promise.all(all.map((one) => one.said));
  for (const { child } of all) child.kill("SIGKILL");
  expect(said.filter((text) => text === "held").length).toBe(1);
});
test("a number that another process has got since is not taken for the holder", () => {
  const root = folder();
  writeFileSync(join(root, "lock"), JSON.stringify({ pid: process.pid, began: "1" }));
  expect(() => lockFolder(root)()).not.toThrow();
});
