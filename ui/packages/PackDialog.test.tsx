import { expect, jest, test } from "@jest/globals";
import { screen, waitFor } from "@testing-library/react";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { jobView } from "@/ui/testing/samples";
import { allAsked, answering, barriers, Refused, show, tell } from "@/ui/testing/screen";
import { PackDialog } from "./PackDialog";

const draft = (id: "name-strap" | "countdown", isPublished: boolean) => ({
  ...{ id, document: readDesign(id), revision: 1, archived: false, changedAt: "2026-11-30T10:00:00.000Z" },
  ...{ tags: [], changedBy: null, clips: 0, release: isPublished ? { id: "r", number: 1, poster: false } : null },
});
const shelf = () => ({
  drafts: [draft("name-strap", true), draft("countdown", false)],
  house,
  page: 1,
  more: false,
  tags: [],
});
const packed = { hash: "h", bytes: 4_200_000, mime: "application/zip", fileName: "Name-strap.package.zip" };

test("says what goes, how far it is, and offers what was made; closed and opened it is still there", async () => {
  let now: object = jobView({ done: 3, total: 8, aboutS: 12 });
  answering({
    "GET /api/designs": shelf,
    "POST /api/packages/pack": () => ({ job: "j1" }),
    "GET /api/jobs/j1": () => now,
  });
  const onClose = jest.fn();
  const { hands, unmount } = show(<PackDialog first="name-strap" onClose={onClose} />);
  await screen.findByText("never published: its draft is exported");
  expect(screen.getByRole<HTMLInputElement>("checkbox", { name: /^Name strap/ }).checked).toBe(true);
  await hands.click(screen.getByRole("checkbox", { name: /^Countdown/ }));
  await hands.type(screen.getByRole("textbox"), "For Brookfall");
  expect(await barriers()).toEqual([]);
  await hands.click(screen.getByRole("button", { name: "Pack" }));
  await screen.findByText("3 of 8 pictures are made, about 12 s left. You can close this: it continues.");
  expect(allAsked().find(({ path }) => path === "/api/packages/pack")?.body).toEqual({
    ...{ designs: ["name-strap", "countdown"], from: "release", whole: false, notes: "For Brookfall" },
  });
  await hands.click(screen.getByRole("button", { name: "Close" }));
  expect(onClose).toHaveBeenCalled();
  unmount();
  now = jobView({ state: "done", aboutS: null, result: packed });
  const again = show(<PackDialog onClose={onClose} />);
  const link = await screen.findByRole("link", { name: "Save Name-strap.package.zip" });
  expect(link.getAttribute("href")).toBe("/api/jobs/j1/file");
  // Once it was seen made and closed, it is over.
  await again.hands.click(screen.getByRole("button", { name: "Close" }));
  again.unmount();
  show(<PackDialog onClose={onClose} />);
  await screen.findByText("never published: its draft is exported");
  expect(screen.queryByRole("link")).toBeNull();
});

test("what fails or is refused is told, and can be asked for again", async () => {
  answering({
    "GET /api/designs": shelf,
    "POST /api/packages/pack": () => {
      throw new Refused(429, "spent", "This is a lot for ten minutes. Try again in three.");
    },
  });
  const { hands } = show(<PackDialog first="name-strap" onClose={() => undefined} />);
  await hands.click(await screen.findByRole("button", { name: "Pack" }));
  await screen.findByText("This is a lot for ten minutes. Try again in three.");
  answering({
    "POST /api/packages/pack": () => ({ job: "j2" }),
    "GET /api/jobs/j2": () => jobView({ id: "j2", state: "failed", error: "The disk is full.", aboutS: null }),
  });
  await hands.click(screen.getByRole("button", { name: "Pack" }));
  await waitFor(() => {
    tell("job:j2", {});
    expect(screen.getByText("The disk is full.")).toBeTruthy();
  });
});
