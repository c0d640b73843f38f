import { disconnect } from "@/server/db/connection";
import { runFaults } from "./run-faults";

/*
 * `npm run faults -- --rounds 1000 --clips 200 --seed 1`: lets faults happen to a running instance (RUBRICK_TEST_URL,
 * RUBRICK_TEST_FOLDER, DATABASE_URL, STORAGE_URL, WORK_FOLDER) while people work. Ends with status 1 when anything that was acknowledged is lost.
 */

const flag = (name: string, otherwise: number): number => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : Number(process.argv[at + 1]);
};
const report = await runFaults({
  rounds: flag("rounds", 1000),
  clips: flag("clips", 200),
  seed: flag("seed", Date.now() % 1000),
  say: console.log,
});
console.log(report);
await disconnect();
process.exit(report.wrong.length === 0 ? 0 : 1);
