import { afterAll, expect, test } from "@jest/globals";
import { disconnect } from "@/server/db/connection";
import { kindsOfWork } from "./hands";
import { leastWork, runFaults } from "./run-faults";
afterAll(() => disconnect());

test("a dozen faults cost nobody anything that was acknowledged", async () => {
  const report = await runFaults({ rounds: 12, clips: 8, seed: 20 });
  console.log(report);
  expect(report.wrong).toEqual([]);
  expect(Object.keys(report.happened).length).toBeGreaterThan(5);
  // Work went on after each: otherwise nothing was tried.
  for (const kind of kindsOfWork) expect(report.acknowledged[kind]).toBeGreaterThanOrEqual(12 * leastWork[kind]);
});
