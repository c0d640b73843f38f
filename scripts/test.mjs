import { rmSync } from "node:fs";
import { buildAll } from "./lib/build.mjs";
import { checkMachine, installModules, installPackages } from "./lib/install.mjs";
import { startInstance } from "./lib/instance.mjs";
import { freePort } from "./lib/settings.mjs";
import { startChild, stopAll } from "./lib/processes.mjs";
import { runMain, say, StartError } from "./lib/say.mjs";

const folder = ".rubrick/test";
const jest = ["--experimental-vm-modules", "--no-warnings", "node_modules/jest/bin/jest.js"];

let instance;
const end = async () => {
  await instance?.stop();
  await stopAll();
  process.exit(1);
};
process.on("SIGINT", end);
process.on("SIGTERM", end);

let passed = 0;
let failed = 0;

/** Runs a command, letting its output through; counts what Jest reports. */
async function run(name, command, args, env = {}) {
  say(`\n── ${name}`);
  const started = Date.now();
  const child = startChild(command, args, { env: { ...process.env, ...env }, stdio: ["ignore", "pipe", "pipe"] });
  let tail = "";
  for (const [stream, out] of [
    [child.stdout, process.stdout],
    [child.stderr, process.stderr],
  ]) {
    stream.on("data", (text) => {
      out.write(text);
      tail = (tail + text).slice(-4000);
    });
  }
  const code = await new Promise((resolve) => child.once("close", resolve));
  const counts = /^Tests:.*$/m.exec(tail)?.[0] ?? "";
  passed += Number(/(\d+) passed/.exec(counts)?.[1] ?? 0);
  failed += Number(/(\d+) failed/.exec(counts)?.[1] ?? 0);
  if (code !== 0 && !/(\d+) failed/.test(counts)) failed += 1;
  say(`── ${name}: ${code === 0 ? "good" : "FAILED"}, ${((Date.now() - started) / 1000).toFixed(0)} s`);
  return code === 0;
}

await runMain(async () => {
  checkMachine();
  await installPackages({ testing: true });
  await installModules();
  await buildAll();
  const node = process.execPath;
  // Two at a time, as many as the smallest machine has cores.
  const checks = [
    [
      ["types", ["node_modules/typescript/bin/tsc", "--noEmit"]],
      ["lint", ["node_modules/eslint/bin/eslint.js", "."]],
    ],
    [
      ["format", ["node_modules/prettier/bin/prettier.cjs", "--check", "--log-level=warn", "."]],
      ["format page", ["--import", "tsx", "scripts/write-format-doc.ts", "--check"]],
    ],
  ];
  let good = true;
  for (const pair of checks) {
    const answers = await Promise.all(pair.map(([name, args]) => run(name, node, args)));
    good = answers.every(Boolean) && good;
  }
  good = (await run("unit tests", node, [...jest, "--selectProjects", "unit"])) && good;

  rmSync(folder, { recursive: true, force: true });
  const port = await freePort(0);
  try {
    // Tests sign in wrongly on purpose, as if from elsewhere through a proxy that stands on this machine; three members of
    // the demo world do the work of fifty.
    const extra = { LOG_LEVEL: "info", TRUSTED_PROXIES: "127.0.0.1", SPENDING_POINTS: "12000" };
    instance = await startInstance({ folder, port, extra });
    const env = {
      RUBRICK_TEST_URL: instance.address,
      RUBRICK_TEST_FOLDER: folder,
      RUBRICK_FOLDER: folder,
      DATABASE_URL: instance.env.DATABASE_URL,
      STORAGE_URL: instance.env.STORAGE_URL,
      WORK_FOLDER: instance.env.WORK_FOLDER,
      SESSION_SECRET: instance.env.SESSION_SECRET,
    };
    good = (await run("end-to-end tests", node, [...jest, "--selectProjects", "e2e", "--runInBand"], env)) && good;
  } finally {
    await instance?.stop();
  }
  say(`\n${passed} passed, ${failed} failed`);
  if (!good) throw new StartError("Not everything is good; see above.");
});
