import { describe, expect, test } from "@jest/globals";
import type { Account } from "../document/house";
import { box, designWith, testHouse } from "../testing/scene";
import { everyAccount } from "./every-account";
import type { Cells } from "./row";

const account = (id: string): Account => ({ ...testHouse.accounts[0]!, id });
const house = { ...testHouse, accounts: ["d", "a", "c", "b"].map(account) };
const field = { id: "who", kind: "account", label: "Who", choices: ["a", "b", "c"], default: "a" };
const design = designWith([box("panel")], { fields: [field] });
const ids = () => {
  let last = 0;
  return () => `new-${++last}`;
};

describe("everyAccount", () => {
  test("adds those on offer that have no row, in the order of the house, one below the other", () => {
    const rows: { id: string; cells: Cells }[] = [
      { id: "r1", cells: { who: "c" } },
      { id: "r2", cells: {} },
    ];
    expect(everyAccount(design, house, rows, ids())).toEqual([
      { id: "new-1", cells: { who: "a" }, after: "r2" },
      { id: "new-2", cells: { who: "b" }, after: "new-1" },
    ]);
  });
  test("begins an empty sheet, and adds nothing a second time", () => {
    const added = everyAccount(design, house, [], ids());
    expect(added.map(({ cells }) => cells.who)).toEqual(["a", "c", "b"]);
    expect(added[0]).not.toHaveProperty("after");
    expect(everyAccount(design, house, added as never[], ids())).toEqual([]);
  });
  test("adds nothing where no account can be filled in", () => {
    expect(everyAccount(designWith([box("panel")]), house, [], ids())).toEqual([]);
  });
});
