import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { runChild } from "./processes.mjs";
import { StartError, say } from "./say.mjs";

/** What the built pages depend on. */
const sources = [
  "app",
  "ui",
  "core",
  "contract",
  "server",
  "public",
  "package-lock.json",
  "next.config.ts",
  "proxy.ts",
];

function* files(path) {
  if (!existsSync(path)) return;
  const isFile = path.includes(".") && !path.endsWith("/");
  if (isFile) {
    yield path;
    return;
  }
  for (const entry of readdirSync(path, { withFileTypes: true })) {
    const inner = join(path, entry.name);
    if (entry.isDirectory()) yield* files(`${inner}/`);
    else if (!/\.test\.tsx?$/.test(entry.name)) yield inner;
  }
}

/** Builds the pages when their sources have changed since the last build. */
export async function buildPages() {
  const hash = createHash("sha256");
  for (const file of sources.flatMap((source) => [...files(source)]).sort())
    hash.update(file).update(readFileSync(file));
  const digest = hash.digest("hex");
  const mark = ".next/rubrick-sources";
  if (existsSync(mark) && readFileSync(mark, "utf8") === digest) return;
  say("Building the pages …");
  const { status, stdout, stderr } = await runChild(process.execPath, ["node_modules/next/dist/bin/next", "build"], {
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
  });
  if (status !== 0)
    throw new StartError(`The pages could not be built:\n${stdout.slice(-3000)}\n${stderr.slice(-3000)}`);
  writeFileSync(mark, digest);
}
