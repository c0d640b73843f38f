import { buildPages } from "./lib/build.mjs";
import { checkMachine, installModules, installPackages } from "./lib/install.mjs";
import { startInstance } from "./lib/instance.mjs";
import { requireFreePort } from "./lib/settings.mjs";
import { runMain, say, StartError } from "./lib/say.mjs";

const port = Number(process.env.PORT ?? 3000);

await runMain(async () => {
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new StartError(`PORT must be a number from 1 to 65535.`);
  checkMachine();
  await requireFreePort(port).catch(leftover);
  installPackages();
  installModules();
  buildPages();
  const running = await startInstance({
    folder: process.env.RUBRICK_FOLDER ?? ".rubrick",
    port,
    onEnd: async (reason) => {
      process.stderr.write(`\n${reason}\n`);
      await running.stop();
      process.exit(1);
    },
  });
  let asked = 0;
  const end = async () => {
    asked += 1;
    if (asked > 1) process.exit(1);
    say("\nStopping …");
    await running.stop();
    process.exit(0);
  };
  process.on("SIGINT", end);
  process.on("SIGTERM", end);
  say(`
Rubrick is running at  ${running.address}

  owner        odile@quillmere.example    fern-moss-paper
  designer     tomas@quillmere.example    fern-moss-paper
  contributor  ines@quillmere.example     fern-moss-paper

Ctrl-C stops it; the data stay in ${process.env.RUBRICK_FOLDER ?? ".rubrick"}/.`);
});

/** A port held by our own killed start is freed later on; anything else is said at once. */
async function leftover(error) {
  const { existsSync } = await import("node:fs");
  if (!existsSync(`${process.env.RUBRICK_FOLDER ?? ".rubrick"}/web.pid`)) throw error;
}
