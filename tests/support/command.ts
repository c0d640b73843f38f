import { spawnSync } from "node:child_process";
import { join } from "node:path";

/** The command line as it is called in a folder where no Rubrick runs: its status, and all that it said. */
export const commandIn =
  (folder: () => string) =>
  (...args: readonly string[]): { status: number | null; said: string } => {
    const env: NodeJS.ProcessEnv = {
      ...process.env,
      RUBRICK_CALLED_FROM: folder(),
      RUBRICK_FOLDER: join(folder(), "nowhere"),
    };
    delete env.DATABASE_URL;
    delete env.STORAGE_URL;
    const done = spawnSync(process.execPath, ["cli/rubrick.mjs", ...args], { env, encoding: "utf8" });
    return { status: done.status, said: done.stdout + done.stderr };
  };
