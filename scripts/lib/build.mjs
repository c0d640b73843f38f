import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { buildPlayer, playerFile } from "./player.mjs";
import { runChild } from "./processes.mjs";
import { programFolder } from "./programs.mjs";
import { StartError, say } from "./say.mjs";

/** What the built pages depend on. */
const sources = [
  "app",
  "ui",
  "core",
  "contract",
  "receivers",
  "server",
  "public",
  "package-lock.json",
  "next.config.ts",
];

/** What runs beside the pages: the worker, the command line, and what prepares and parses. */
const programs = [
  "worker/main.ts",
  "cli/main.ts",
  "scripts/prepare-data.ts",
  "server/designs/checks-program.ts",
  "server/files/parse/program.ts",
];
const programSources = [
  "app/api/",
  "cli",
  "contract",
  "core",
  "demo",
  "render",
  "scripts",
  "server",
  "ui",
  "worker",
  "package-lock.json",
];

/** Packages of many small modules that every program needs: in a bundle they are read at once. */
const bundledPackages = ["culori", "immer", "zod"];

/** All other packages: those with native parts, and those that look for files beside themselves. */
function externalPackages() {
  const { dependencies, devDependencies } = JSON.parse(readFileSync("package.json", "utf8"));
  return Object.keys({ ...dependencies, ...devDependencies }).filter((name) => !bundledPackages.includes(name));
}

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

/** A digest of everything that a build is made from. */
function digestOf(paths) {
  const hash = createHash("sha256");
  for (const file of paths.flatMap((source) => [...files(source)]).sort()) hash.update(file).update(readFileSync(file));
  return hash.digest("hex");
}

/** Does a build when its sources have changed since the last one; its mark says what it was made from. */
async function built(mark, paths, made, build) {
  const digest = digestOf(paths);
  if (existsSync(made) && existsSync(mark) && readFileSync(mark, "utf8") === digest) return;
  await build();
  writeFileSync(mark, digest);
}

/** Builds pages and programs when their sources have changed since the last build. */
export async function buildAll() {
  await built(".next/rubrick-sources", sources, ".next/BUILD_ID", buildPages);
  await built(".next/rubrick-programs", programSources, programFolder, buildPrograms);
}

async function buildPages() {
  say("Building the pages …");
  const { status, stdout, stderr } = await runChild(process.execPath, ["node_modules/next/dist/bin/next", "build"], {
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
  });
  if (status !== 0)
    throw new StartError(`The pages could not be built:\n${stdout.slice(-3000)}\n${stderr.slice(-3000)}`);
}

/** A program keeps its path in the bundle's folder. */
const asEntry = (program) => ({ in: program, out: program.replace(/\.ts$/, "") });

/** Writes a module that holds what the web process needs beside the pages: the handlers of all paths of the API. Answers its path. */
function writeRoutes() {
  const folders = [...files("app/api/")]
    .filter((file) => file.endsWith("/route.ts"))
    .map(dirname)
    .sort();
  const lines = [
    ...folders.map((folder, i) => `import * as path${i} from "@/${folder}/route";`),
    "export const routes = {",
    ...folders.map((folder, i) => `  ${JSON.stringify(folder.replace(/^app/, ""))}: path${i},`),
    "};",
    'export { foreignHost, isOwnHost } from "@/server/auth/origin";',
    'export { memberOf } from "@/server/auth/session";',
  ];
  const file = ".next/routes.ts";
  writeFileSync(file, `${lines.join("\n")}\n`);
  return file;
}

/** Bundles what runs beside the pages, so that nothing of ours is translated while it runs. */
async function buildPrograms() {
  // Only there once the packages are.
  const { build } = await import("esbuild");
  rmSync(programFolder, { recursive: true, force: true });
  await build({
    entryPoints: [...programs.map(asEntry), { in: writeRoutes(), out: "api" }],
    ...{ outdir: programFolder, outExtension: { ".js": ".mjs" } },
    ...{ bundle: true, splitting: true, external: externalPackages() },
    ...{ platform: "node", format: "esm", target: "node20" },
    logLevel: "silent",
  })
    .then(async () => {
      const player = await buildPlayer();
      mkdirSync(dirname(playerFile), { recursive: true });
      writeFileSync(playerFile, player);
    })
    .catch((error) => {
      throw new StartError(`The programs could not be built:\n${String(error.message).slice(0, 3000)}`);
    });
}
