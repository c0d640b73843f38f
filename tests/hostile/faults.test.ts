import { afterAll, expect, jest, test } from "@jest/globals";
import { disconnect } from "@/server/db/connection";
import { runFaults } from "./run-faults";

jest.setTimeout(900_000);
afterAll(() => disconnect());

test("fifty faults cost nobody anything that was acknowledged", async () => {
  const report = await runFaults({ rounds: 50, clips: 16, seed: 20 });
  console.log(report);
  expect(report.wrong).toEqual([]);
  expect(Object.keys(report.happened).length).toBeGreaterThan(6);
  // Work went on meanwhile: otherwise nothing was tried.
  expect(report.acknowledged.cells).toBeGreaterThan(30);
  expect(report.acknowledged.patches).toBeGreaterThan(30);
  expect(report.acknowledged.files).toBeGreaterThan(3);
});
