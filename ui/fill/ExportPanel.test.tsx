import { expect, jest, test } from "@jest/globals";
import { screen, waitFor, within } from "@testing-library/react";
import type { FillDesk } from "@/contract/releases";
import { startingValues, type Values } from "@/core/document/values";
import { outputOf } from "@/core/testing/scene";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { allAsked, answering, barriers, Refused, show } from "@/ui/testing/screen";
import { ExportPanel } from "./ExportPanel";
import type { Filling } from "./use-filling";

const design = readDesign("name-strap");
const webm = { ...outputOf({ kind: "vp9-alpha" }), id: "clip", name: "Transparent clip (WebM)" };
const gif = { ...outputOf({ kind: "gif" }), id: "gif", name: "GIF for e-mail and chat" };
const desk: FillDesk = {
  ...{ id: "r3", designId: "name-strap", number: 3, newer: null, document: design, house },
  ...{ outputs: [webm, gif] as FillDesk["outputs"], sets: [], footage: [], accepted: [] },
};
const values: Values = { ...startingValues(design), fields: { name: "ليلى حداد" } };

/** What is filled in, on a stage that finds nothing wrong. */
const filling = (more: object = {}) =>
  ({ values, faults: [], player: { check: async () => [] }, visit: () => {}, ...more }) as unknown as Filling;

const exported = () => allAsked().filter(({ path }) => path === "/api/exports");
const rules = { approvedByOther: false, keepDays: 0 };

function shown(more?: object) {
  answering({
    "POST /api/exports/estimate": () => ({ estimates: [], ahead: 0, aheadS: 0 }),
    "GET /api/house/rules": () => rules,
  });
  return show(<ExportPanel desk={desk} filling={filling(more)} />, "contributor");
}

test("files are asked for in the chosen formats and kinds, which the next visit begins with", async () => {
  answering({ "POST /api/exports": () => ({ ids: ["a", "b"], skipped: [], replaced: 0 }) });
  const { hands, unmount } = shown();
  expect(await barriers()).toEqual([]);
  await hands.click(screen.getByRole("checkbox", { name: "Square" }));
  await hands.click(screen.getByRole("checkbox", { name: "Tall" }));
  await hands.click(screen.getByRole("button", { name: "Export 2 files" }));
  await screen.findByText(/2 files are on the way/);
  expect(exported()[0]!.body).toMatchObject({
    releaseId: "r3",
    formats: ["wide", "portrait"],
    outputs: ["clip"],
    values,
  });
  unmount();
  shown();
  expect(screen.getByRole("button", { name: "Export 2 files" })).toBeTruthy();
});

test("without a format or a kind there is nothing to press", async () => {
  const { hands } = shown();
  for (const name of ["Wide", "Square", "Portrait", "Tall"]) {
    const box = screen.getByRole<HTMLInputElement>("checkbox", { name });
    if (box.checked) await hands.click(box);
  }
  const press = screen.getByRole<HTMLButtonElement>("button", { name: "Choose a format and a kind of file" });
  expect(press.disabled).toBe(true);
});

test("kinds are changed where they are named, each with what it is", async () => {
  const { hands } = shown();
  const kinds = within(screen.getByRole("group", { name: "Kinds of file" }));
  expect(kinds.queryByRole("checkbox")).toBeNull();
  await hands.click(kinds.getByRole("button", { name: "Change" }));
  await hands.click(await kinds.findByRole("checkbox", { name: /GIF/, hidden: true }));
  expect(kinds.getByText("Transparent clip (WebM), GIF for e-mail and chat")).toBeTruthy();
});

test("what is wrong in the form is said, and nothing is asked for", async () => {
  const { hands } = shown({ faults: [{ field: "name", code: "required", message: "Name is needed." }] });
  await hands.click(screen.getByRole("button", { name: /^Export/ }));
  await screen.findByText("Name is needed.");
  expect(exported()).toEqual([]);
});

test("a release that was replaced meanwhile may be exported all the same", async () => {
  answering({
    "POST /api/exports": ({ body }) => {
      if ((body as { acceptOlder: boolean }).acceptOlder) return { ids: ["a"], skipped: [], replaced: 0 };
      throw new Refused(409, "release_stale", "Release 3 was replaced by release 4.");
    },
  });
  const { hands } = shown();
  await hands.click(screen.getByRole("button", { name: /^Export \d/ }));
  await screen.findByText("Release 3 was replaced by release 4.");
  await hands.click(screen.getByRole("button", { name: "Export this release anyway" }));
  await waitFor(() => expect(screen.getByText(/1 file is on the way/)).toBeTruthy());
});

test("an answer that the page can't read is told in words", async () => {
  answering({ "POST /api/exports": () => ({ made: 4 }) });
  const said = jest.spyOn(console, "error").mockImplementation(() => {});
  const { hands } = shown();
  await hands.click(screen.getByRole("button", { name: /^Export \d/ }));
  await screen.findByText("This page is out of date. Reload it; what you typed is not lost.");
  said.mockRestore();
});
