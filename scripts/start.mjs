import { buildAll } from "./lib/build.mjs";
import { checkMachine, installModules, installPackages } from "./lib/install.mjs";
import { startInstance } from "./lib/instance.mjs";
import { stopAll } from "./lib/processes.mjs";
import { runMain, say, StartError } from "./lib/say.mjs";

const port = Number(process.env.PORT ?? 3000);
const folder = process.env.RUBRICK_FOLDER ?? ".rubrick";
let running;
let asked = 0;

/** Whatever has been started is ended, in order once all of it runs; asked twice, at once. */
async function end() {
  asked += 1;
  if (asked > 2) process.exit(1);
  if (asked === 2) await stopAll();
  else {
    say("\nStopping …");
    await running?.stop();
    await stopAll();
  }
  process.exit(0);
}
// Before anything is started: from here on nothing is left behind.
process.on("SIGINT", end);
process.on("SIGTERM", end);
process.on("SIGHUP", end);

await runMain(async () => {
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new StartError(`PORT must be a number from 1 to 65535.`);
  checkMachine();
  await installPackages();
  await installModules();
  await buildAll();
  running = await startInstance({ folder, port });
  const demo = `
  owner        odile@quillmere.example    fern-moss-paper
  designer     tomas@quillmere.example    fern-moss-paper
  contributor  ines@quillmere.example     fern-moss-paper
`;
  say(`
Rubrick is running at  ${running.address}
${process.env.DATABASE_URL ? "" : demo}
Ctrl-C stops it; the data stay in ${folder}/.`);
});
