import { expect, jest, test } from "@jest/globals";
import { screen } from "@testing-library/react";
import type { ExportView } from "@/contract/exports";
import { exportView } from "@/ui/testing/samples";
import { barriers, show } from "@/ui/testing/screen";
import { ExportRow } from "./ExportRow";

const proof = { passed: true, faults: [], notes: [] } as unknown as ExportView["proof"];

function shown(more: Partial<ExportView>) {
  const onAct = jest.fn();
  const row = (
    <table>
      <tbody>
        <ExportRow job={exportView("a", more)} alone onAct={onAct} />
      </tbody>
    </table>
  );
  return { onAct, ...show(row, "contributor") };
}

test.each<[string, Partial<ExportView>, RegExp, string[]]>([
  [
    "waits behind others",
    { state: "waiting", ahead: 3, aboutS: 100 },
    /after 3 others, in about 2 minutes/,
    ["Cancel"],
  ],
  ["waits as the next", { state: "waiting", ahead: 0, aboutS: 10 }, /next, in less than a minute/, ["Cancel"]],
  [
    "waits to be tried again",
    { state: "waiting", error: "The encoder was killed.", ahead: null },
    /The encoder was killed\. It will be tried again automatically\./,
    ["Cancel"],
  ],
  ["is made", { state: "leased", framesDone: 30, framesTotal: 75, worker: "w1" }, /30 of 75 frames · w1/, ["Cancel"]],
  ["failed", { state: "failed", error: "The disk is full." }, /The disk is full\./, ["Try again"]],
  ["was cancelled", { state: "cancelled" }, /Cancelled/, ["Try again"]],
  ["was proved", { proof }, /Proved/, ["Proof", "Share …"]],
  ["is gone", { goneAt: "2026-11-01T10:00:00.000Z" }, /expired on/, ["Export again"]],
])("a file that %s says so, and offers what can be done with it", async (_, more, words, presses) => {
  const { container, onAct, hands } = shown(more);
  expect(container.textContent).toMatch(words);
  const offered = screen.getAllByRole("button").map(({ textContent }) => textContent);
  for (const press of presses) expect(offered).toContain(press);
  expect(await barriers()).toEqual([]);
  const [first] = presses;
  if (!["Cancel", "Try again", "Export again"].includes(first!)) return;
  await hands.click(screen.getByRole("button", { name: first! }));
  expect(onAct).toHaveBeenCalledWith(first === "Cancel" ? "cancel" : "retry");
});

test("somebody else's file is looked at and not touched", () => {
  shown({ state: "waiting", mine: false, ahead: 0, aboutS: 1 });
  expect(screen.queryByRole("button", { name: "Cancel" })).toBeNull();
});
