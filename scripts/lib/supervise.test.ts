import { existsSync, mkdtempSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, expect, test } from "@jest/globals";
import { alive, startChild } from "./processes.mjs";
import { readSettings } from "./settings.mjs";
import { keepLogSmall, Supervised } from "./supervise.mjs";
const folder = mkdtempSync(join(tmpdir(), "rubrick-kept-"));
const [pidFile, log] = [join(folder, "kept.pid"), join(folder, "kept.log")];
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
let kept: Supervised | undefined;
afterEach(() => kept?.stop());

test("a process that ends is started again, with all it had started itself ended, until it is stopped", async () => {
  // It has a child of its own, and pays no heed to being asked to end.
  const script = 'trap "" TERM; sleep 1000 & echo $! > "$0"; wait';
  kept = new Supervised("kept", { pidFile, log }, () =>
    startChild("sh", ["-c", script, join(folder, "inner")], { stdio: "ignore" }),
  );
  kept.launch();
  while (!existsSync(join(folder, "inner"))) await pause(20);
  await pause(100);
  const [outer, inner] = ["kept.pid", "inner"].map((name) => Number(readFileSync(join(folder, name), "utf8")));
  process.kill(outer!, "SIGKILL");
  while (Number(readFileSync(pidFile, "utf8")) === outer) await pause(20);
  expect(alive(inner!)).toBe(false);
  expect(readFileSync(log, "utf8")).toMatch(/kept process ended \(SIGKILL\); it is started again in 1 s/);
  const second = Number(readFileSync(pidFile, "utf8"));
  expect(alive(second)).toBe(true);
  await kept.stop();
  expect(alive(second)).toBe(false);
  await pause(1500);
  expect(Number(readFileSync(pidFile, "utf8"))).toBe(second);
});
test("a log keeps its last 20 MB and the file before", () => {
  writeFileSync(log, "x".repeat(21 * 1024 * 1024));
  keepLogSmall(log);
  expect([statSync(log).size, statSync(`${log}.1`).size]).toEqual([0, 21 * 1024 * 1024]);
  writeFileSync(log, "short");
  keepLogSmall(log);
  expect(readFileSync(log, "utf8")).toBe("short");
});
test("settings are written when they change, whole or not at all, for their owner only; cut off they are told of", () => {
  const root = mkdtempSync(join(tmpdir(), "rubrick-settings-"));
  const { settings, save } = readSettings(root);
  const file = join(root, "settings.json");
  const { ino, mode } = statSync(file);
  expect(mode & 0o077).toBe(0);
  save();
  expect(statSync(file).ino).toBe(ino);
  expect(readSettings(root).settings).toEqual(settings);
  writeFileSync(file, readFileSync(file, "utf8").slice(0, 30));
  expect(() => readSettings(root)).toThrow("it was cut off");
});
