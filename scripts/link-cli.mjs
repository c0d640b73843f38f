import { existsSync, mkdirSync, rmSync, symlinkSync } from "node:fs";

// Lets `npx rubrick` find this project's own command.
if (existsSync("node_modules")) {
  mkdirSync("node_modules/.bin", { recursive: true });
  rmSync("node_modules/.bin/rubrick", { force: true });
  symlinkSync("../../cli/rubrick.mjs", "node_modules/.bin/rubrick");
}
