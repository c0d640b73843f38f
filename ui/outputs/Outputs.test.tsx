import { beforeEach, expect, test } from "@jest/globals";
import { screen, waitFor, within } from "@testing-library/react";
import { Output } from "@/core/outputs/output";
import { allAsked, answering, barriers, Refused, show } from "@/ui/testing/screen";
import { Outputs } from "./Outputs";

const clip = Output.parse({ id: "clip", name: "Clip for the edit", kind: "vp9-alpha" });
const film = Output.parse({ id: "film", name: "Ready to post", kind: "gif" });
const list = {
  outputs: [
    { output: clip, files: 12, sheets: 2 },
    { output: film, files: 0, sheets: 0 },
  ],
  sets: [{ id: "both", name: "Everything", outputs: ["clip", "film"] }],
  footage: [],
};
beforeEach(() => answering({ "GET /api/releases": () => ({ releases: [], tags: [], page: 1, more: false }) }));
const removed = () =>
  allAsked()
    .filter(({ method }) => method === "POST")
    .map(({ path }) => path);

test("an output says what it makes and who uses it; it goes only after a question that says what goes with it", async () => {
  answering({ "GET /api/outputs": () => list, "POST /api/outputs/clip/remove": () => null });
  const { hands } = show(<Outputs />, "designer");
  const card = (await screen.findByRole("heading", { name: "Clip for the edit" })).closest("li")!;
  expect(await barriers()).toEqual([]);
  expect(card.textContent).toContain("12 files of sheets; 2 sheets use it.");
  await hands.click(within(card).getByRole("button", { name: "Remove …" }));
  expect(card.textContent).toContain("2 sheets use it and will no longer export it. Files made with it stay.");
  // Enter, pressed without looking, keeps it.
  await hands.keyboard("{Enter}");
  expect(removed()).toEqual([]);
  await hands.click(within(card).getByRole("button", { name: "Remove …" }));
  await hands.click(within(card).getByRole("button", { name: "Remove it" }));
  await waitFor(() => expect(removed()).toEqual(["/api/outputs/clip/remove"]));
});

test("a set goes as well, and its outputs stay; what is refused is told", async () => {
  answering({
    "GET /api/outputs": () => list,
    "POST /api/outputs/sets/both/remove": () => {
      throw new Refused(404, "not_found", "This set has gone.");
    },
  });
  const { hands } = show(<Outputs />, "designer");
  const set = (await screen.findByText("Everything")).closest("li")!;
  expect(set.textContent).toContain("Clip for the edit · Ready to post");
  await hands.click(within(set).getByRole("button", { name: "Remove …" }));
  expect(set.textContent).toContain("Remove the set “Everything”? Its outputs stay.");
  await hands.click(within(set).getByRole("button", { name: "Remove it" }));
  await screen.findByText("This set has gone.");
});

test("whoever fills in sees the outputs and changes none", async () => {
  answering({ "GET /api/outputs": () => list });
  show(<Outputs />, "contributor");
  await screen.findByRole("heading", { name: "Ready to post" });
  expect(screen.queryByRole("button", { name: /Remove|Change|New/ })).toBeNull();
});
