import { mkdirSync, rmSync } from "node:fs";
import { buildAll } from "./lib/build.mjs";
import { checkMachine, installModules, installPackages } from "./lib/install.mjs";
import { startInstance, workerNiceness } from "./lib/instance.mjs";
import { freePort } from "./lib/settings.mjs";
import { stopAll } from "./lib/processes.mjs";
import { runMain, say, StartError } from "./lib/say.mjs";
import { Suites } from "./lib/suites.mjs";

const folder = ".rubrick/test";

const instances = new Set();
async function stopInstance(instance) {
  if (instances.delete(instance)) await instance.stop();
}
const stopInstances = () => Promise.all([...instances].map(stopInstance));
const end = async () => {
  await stopInstances();
  await stopAll();
  process.exit(1);
};
process.on("SIGINT", end);
process.on("SIGTERM", end);

/** Starts an instance of its own for a lane's tests; answers it with the environment in which they find it. */
async function instanceFor(name) {
  const own = `${folder}/${name}`;
  // Tests sign in wrongly on purpose, as if from elsewhere through a proxy that stands on this machine; three members of
  // the demo world do the work of fifty.
  const extra = { LOG_LEVEL: "info", TRUSTED_PROXIES: "127.0.0.1", SPENDING_POINTS: "12000" };
  const instance = await startInstance({ folder: own, port: await freePort(0), extra });
  instances.add(instance);
  const { DATABASE_URL, STORAGE_URL, WORK_FOLDER, SESSION_SECRET } = instance.env;
  const env = {
    ...{ RUBRICK_TEST_URL: instance.address, RUBRICK_TEST_FOLDER: own, RUBRICK_FOLDER: own },
    ...{ DATABASE_URL, STORAGE_URL, WORK_FOLDER, SESSION_SECRET },
  };
  return { instance, env };
}

await runMain(async () => {
  checkMachine();
  await installPackages({ testing: true });
  await installModules();
  await buildAll();
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const suites = new Suites(folder, { parts: workerNiceness });
  const check =
    (name, ...args) =>
    (lane) =>
      suites.check(lane, name, args);
  const against = (project) => async (lane) => {
    const { instance, env } = await instanceFor(project);
    try {
      return await suites.test(lane, project, ["--runInBand"], env);
    } finally {
      // The other lanes need what it would take.
      await stopInstance(instance);
    }
  };
  try {
    // First what only computes, in two lanes, as many as the smallest machine has cores. Then tests: one lane waits for
    // screens, one for an instance of its own whose processes it kills and stops, and one takes what those leave.
    const checks = await Promise.all([
      suites.lane("lint", [check("lint", "node_modules/eslint/bin/eslint.js", ".")]),
      suites.lane("form", [
        check("types", "node_modules/typescript-native/bin/tsc", "--noEmit"),
        check("format", "node_modules/prettier/bin/prettier.cjs", "--check", "--log-level=warn", "."),
        check("format page", "--import", "tsx", "scripts/write-format-doc.ts", "--check"),
        check("messages page", "--import", "tsx", "scripts/write-messages-doc.ts", "--check"),
      ]),
    ]);
    const tests = await Promise.all([
      suites.lane("screens", [against("e2e")]),
      suites.lane("rough", [against("rough")]),
      suites.lane("parts", [(lane) => suites.test(lane, "unit"), (lane) => suites.test(lane, "components")]),
    ]);
    suites.tellSlowest();
    suites.tellFaults();
    say(`\n${suites.passed} passed, ${suites.failed} failed`);
    if (![...checks, ...tests].every(Boolean)) throw new StartError("Not everything is good; see above.");
  } finally {
    await stopInstances();
  }
});
