#!/usr/bin/env node
import { spawnSync } from "node:child_process";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

// The command is written in TypeScript; this only finds the loader that reads it.
const root = join(dirname(fileURLToPath(import.meta.url)), "..");
const env = { ...process.env, RUBRICK_CALLED_FROM: process.env.RUBRICK_CALLED_FROM ?? process.cwd() };
const args = ["--import", "tsx", join(root, "cli", "main.ts"), ...process.argv.slice(2)];
const { status, signal } = spawnSync(process.execPath, args, { stdio: "inherit", cwd: root, env });
process.exit(signal ? 130 : (status ?? 1));
