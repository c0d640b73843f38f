import { expect, test } from "@jest/globals";
import { screen, waitFor } from "@testing-library/react";
import { house } from "@/demo/house";
import { readDesign } from "@/demo/designs";
import { jobView } from "@/ui/testing/samples";
import { allAsked, answering, barriers, show, tell } from "@/ui/testing/screen";
import { RepublishDialog } from "./RepublishDialog";

const drifts = [
  { id: "r1", designId: "name-strap", name: "Name strap", release: 2, clips: 3, values: ["Fern", "Body"] },
  { id: "r2", designId: "countdown", name: "Countdown", release: 1, clips: 0, values: ["Fern"] },
];

test("what is ticked is published again, told one by one, and what was stopped says why", async () => {
  let now: object = jobView({ done: 1, total: 2, aboutS: 4 });
  answering({
    "GET /api/house": () => ({ revision: 7, document: house }),
    "GET /api/releases/r1/scene": () => ({ document: readDesign("name-strap"), house }),
    "GET /api/releases/r2/scene": () => ({ document: readDesign("countdown"), house }),
    "POST /api/house/republish": () => ({ job: "j1" }),
    "GET /api/jobs/j1": () => now,
    "GET /api/house/drifts": () => ({ drifts: [] }),
  });
  const { hands, unmount } = show(<RepublishDialog drifts={drifts} onClose={() => undefined} />);
  expect(screen.getByText(/Name strap/).closest("li")?.textContent).toContain("3 clips: Fern, Body");
  expect(await barriers()).toEqual([]);
  await hands.click(screen.getAllByRole("checkbox")[1]!);
  await hands.click(screen.getByRole("button", { name: "Publish 1 again" }));
  await screen.findByText(/^1 of 2 are checked and published, about 4 s left/);
  expect(allAsked().find(({ path }) => path === "/api/house/republish")?.body).toEqual({
    revision: 7,
    releases: ["r1"],
  });
  // The page is loaded anew: what was begun is waited for, with nothing to be ticked.
  unmount();
  show(<RepublishDialog drifts={[]} onClose={() => undefined} />);
  await screen.findByText(/^1 of 2 are checked and published/);
  expect(screen.queryAllByRole("checkbox")).toEqual([]);
  expect(screen.queryByRole("button", { name: /^Publish/ })).toBeNull();
  now = jobView({
    ...{ state: "done", aboutS: null },
    result: [
      { release: "r1", name: "Name strap", state: "published", number: 3 },
      { release: "r2", name: "Countdown", state: "stopped", message: "“Ring” leaves the picture." },
    ],
  });
  await waitFor(() => {
    tell("job:j1", {});
    expect(screen.getByText("1 of 2 are published again.")).toBeTruthy();
  });
  expect(screen.getByText(/stays as it is. “Ring” leaves the picture./)).toBeTruthy();
});
