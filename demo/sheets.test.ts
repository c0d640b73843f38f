import { expect, test } from "@jest/globals";
import { rowFaults, rowValues } from "@/core/sheets/row";
import { foundIn } from "@/render/checks";
import { designIds, readDesign } from "./designs";
import { house } from "./house";
import { loadDemoPicture } from "./pictures";
import { demoSheets } from "./sheets";

const designOf = (id: string) => readDesign(designIds.find((one) => one === id)!);

test("the speakers’ sheet has two rows with something to mend, and all other rows of the garden are right", () => {
  const faulty = demoSheets.map(({ design, rows }) =>
    rows.filter((row) => rowFaults(designOf(design), row).length > 0),
  );
  expect(faulty.map((rows) => rows.length)).toEqual([2, 0]);
});

test("names in every script are set with letters of their own", async () => {
  const { design: id, rows } = demoSheets[0]!;
  const design = designOf(id);
  for (const row of rows.filter((one) => rowFaults(design, one).length === 0)) {
    const request = { design, values: rowValues(design, row), house };
    const found = await foundIn(request, ["wide"], loadDemoPicture, "row");
    expect([row.name, found.flatMap(({ issues }) => issues.map(({ code }) => code))]).toEqual([row.name, []]);
  }
});
