#!/usr/bin/env node
import { spawnSync } from "node:child_process";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { bundleOf, isFresh } from "../scripts/lib/programs.mjs";

// The command is written in TypeScript: its bundle is run, or where that is missing or older, a loader reads it.
const root = join(dirname(fileURLToPath(import.meta.url)), "..");
const program = "cli/main.ts";
const rooms = ["cli", "contract", "core", "render", "server", "ui/page"];
const runs = isFresh(program, root, rooms) ? [join(root, bundleOf(program))] : ["--import", "tsx", join(root, program)];
const env = { ...process.env, RUBRICK_CALLED_FROM: process.env.RUBRICK_CALLED_FROM ?? process.cwd() };
const [command, ...rest] = process.argv.slice(2);
// These are done by plain scripts, which need nothing built: names of files are as the caller meant them.
const plain = ["backup", "restore"].includes(command);
const absolute = (part) => (part.startsWith("-") ? part : resolve(env.RUBRICK_CALLED_FROM, part));
const args = plain
  ? [join(root, "scripts", `${command}.mjs`), ...rest.map(absolute)]
  : [...runs, ...process.argv.slice(2)];
const { status, signal } = spawnSync(process.execPath, args, { stdio: "inherit", cwd: root, env });
process.exit(signal ? 130 : (status ?? 1));
