import { afterAll, expect, test } from "@jest/globals";
import { wrongWith } from "./input";
import { cancelTaken, table } from "./table";
import { watched } from "./watch";
afterAll(cancelTaken);

// The whole table is long; this part of it stands for each kind.
test.each(table.filter(({ short }) => short).map((input) => [input.name, input] as const))("%s", async (_, input) => {
  const { answer, seen } = await watched(input);
  expect(wrongWith(input, answer)).toBeUndefined();
  // Far more than it may be, because this machine is busy with tests: `npm run hostile` holds it to a quarter second.
  expect(seen.othersMs).toBeLessThan(2000);
  expect(seen.pageMs).toBeLessThan(4000);
});
