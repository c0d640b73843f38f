import { expect, jest, test } from "@jest/globals";
import { act, screen, waitFor, within } from "@testing-library/react";
import { dialogDeeds } from "@/core/facts/bench-deeds";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { showAtBench } from "@/ui/testing/bench";
import { allAsked, answering, barriers, Refused } from "@/ui/testing/screen";
import type { Workplace } from "../command";
import { useBenchStore } from "../store";
import { CommandsDialog } from "./CommandsDialog";
import { ConflictDialog } from "./ConflictDialog";
import { FieldsDialog } from "./FieldsDialog";
import { KeysDialog } from "./KeysDialog";
import { NewLayerDialog } from "./NewLayerDialog";
import { VersionsDialog } from "./VersionsDialog";

/* What opens over the bench, in a page without a server. */

const strap = readDesign("name-strap");
const close = () => undefined;
const names = (role: string) => screen.getAllByRole(role).map(({ textContent }) => textContent.trim());

test("a command is found by another word of the trade, gone to by arrows and done by Enter", async () => {
  const onClose = jest.fn();
  function AtBench() {
    const store = useBenchStore();
    return <CommandsDialog place={{ store } as Workplace} onClose={onClose} />;
  }
  const { hands, store } = showAtBench(strap, house, <AtBench />);
  expect(await barriers()).toEqual([]);
  const all = names("option").length;
  const box = screen.getByRole("combobox", { name: "Command" });
  await hands.type(box, "template");
  expect(names("option").length).toBeLessThan(all);
  await hands.clear(box);
  await hands.type(box, "no such thing");
  expect(screen.getByText("No command or setting matches. Try another word.")).toBeTruthy();
  await hands.clear(box);
  await hands.type(box, "select all{ArrowDown}{ArrowUp}{Enter}");
  expect(onClose).toHaveBeenCalled();
  expect(store.getState().chosen.length).toBeGreaterThan(3);
});

test("keys are found by a word of what they do", async () => {
  const { hands } = showAtBench(strap, house, <KeysDialog onClose={close} />);
  const keys = () => [...document.querySelectorAll("dt")].map(({ textContent }) => textContent);
  const all = keys().length;
  expect(all).toBeGreaterThan(20);
  expect(await barriers()).toEqual([]);
  await hands.type(screen.getByRole("searchbox"), "ZOOM");
  expect(keys()).toContain("Wheel");
  expect(keys().length).toBeLessThan(all);
});

test("a new layer goes where it belongs, is selected, and undone in one step", async () => {
  const { hands, store } = showAtBench(strap, house, <NewLayerDialog onClose={close} />);
  expect(await barriers()).toEqual([]);
  const before = store.getState().document.layers.map(({ id }) => id);
  await hands.click(screen.getByRole("button", { name: /^Text/ }));
  const { document, chosen } = store.getState();
  const added = document.layers.filter(({ id }) => !before.includes(id));
  expect([added.length, added[0]!.kind, chosen]).toEqual([1, "text", [added[0]!.id]]);
  await hands.click(screen.getByRole("button", { name: /^Badge A mark/ }));
  act(() => {
    store.getState().undo();
    store.getState().undo();
  });
  expect(store.getState().document).toEqual(strap);
});

test("fields are ordered, renamed, required and removed; the form beside them shows it at once", async () => {
  const { hands, store } = showAtBench(strap, house, <FieldsDialog onClose={close} />);
  const form = () => within(screen.getByRole("region", { name: "The form as people see it" }));
  const fields = () => store.getState().document.fields;
  const [first, second] = fields();
  expect(await barriers()).toEqual([]);
  await hands.click(screen.getByRole("button", { name: `${first!.label}: down` }));
  expect(
    fields()
      .slice(0, 2)
      .map(({ id }) => id),
  ).toEqual([second!.id, first!.id]);
  const settings = within(screen.getByRole("region", { name: `Settings of ${first!.label}` }));
  const label = settings.getAllByRole("textbox")[0]!;
  await hands.clear(label);
  // A field without a name is none: the last one stands until another is typed.
  expect(fields()[1]!.label).not.toBe("");
  await hands.type(label, " في الميدان");
  expect(form().getByText(fields()[1]!.label)).toBeTruthy();
  await hands.click(screen.getByRole("button", { name: `Remove ${fields()[1]!.label}` }));
  expect(fields().map(({ id }) => id)).not.toContain(first!.id);
  act(() => store.getState().undo());
  expect(fields().map(({ id }) => id)).toContain(first!.id);
});

test("fields that a design without any should have are suggested in one press, and once", async () => {
  const bare = { ...strap, fields: [] };
  const { hands, store } = showAtBench(bare, house, <FieldsDialog onClose={close} />);
  expect(screen.getByText(/^There are no fields yet\./)).toBeTruthy();
  await hands.click(screen.getByRole("button", { name: dialogDeeds.suggestFields.label }));
  const made = store.getState().document.fields.length;
  expect(made).toBeGreaterThan(1);
  await hands.click(screen.getByRole("button", { name: dialogDeeds.suggestFields.label }));
  await screen.findByText("Everything is exposed already.");
  expect(store.getState().document.fields.length).toBe(made);
});

test("a version is saved under a name, and restored as one step that can be undone", async () => {
  const older = { ...strap, about: "As it was in spring" };
  const version = { id: "v1", name: "Spring", by: "Tomás Fennimore", at: "2026-11-28T10:00:00.000Z" };
  answering({
    "GET /api/designs/name-strap/versions": () => ({ versions: [version], releases: [] }),
    "GET /api/designs/name-strap/versions/v1": () => ({ document: older }),
    "POST /api/designs/name-strap/versions": () => {
      throw new Refused(429, "many", "200 versions are kept at most. Remove some first.");
    },
  });
  const { hands, store } = showAtBench(strap, house, <VersionsDialog onClose={close} />);
  const restore = await screen.findByRole<HTMLButtonElement>("button", { name: "Restore Spring" });
  expect(await barriers()).toEqual([]);
  await hands.type(screen.getByRole("textbox"), "Before the fair{Enter}");
  await screen.findByText("200 versions are kept at most. Remove some first.");
  expect(screen.getByRole<HTMLInputElement>("textbox").value).toBe("Before the fair");
  expect(allAsked().find(({ method, path }) => method === "POST" && path.endsWith("/versions"))?.body).toMatchObject({
    name: "Before the fair",
  });
  await waitFor(() => expect(restore.disabled).toBe(false));
  await hands.click(restore);
  expect(store.getState().document.about).toBe("As it was in spring");
  act(() => store.getState().undo());
  expect(store.getState().document).toEqual(strap);
});

test("two who changed the same value are asked whose stands, value by value; all else of both is kept", async () => {
  const { store, hands } = showAtBench(strap, house, <ConflictDialog />);
  expect(screen.queryByRole("dialog")).toBeNull();
  const theirs = { ...strap, about: "Theirs", notes: "Written by Sorrel" };
  let revision = 2;
  answering({
    "POST /api/designs/name-strap/patches": ({ body }) => {
      if ((body as { revision: number }).revision < 2) {
        const detail = { revision: 2, document: theirs, by: "Sorrel", at: "2026-11-28T10:00:00.000Z" };
        throw new Refused(409, "moved_on", "It has moved on.", detail);
      }
      return { revision: ++revision };
    },
  });
  act(() => store.getState().edit("About", (draft) => void (draft.about = "Mine")));
  const dialog = await screen.findByRole("dialog", {}, { timeout: 5000 });
  expect(dialog.textContent).toContain("Sorrel has changed the same as you");
  expect(await barriers()).toEqual([]);
  const [mine, other] = within(dialog).getAllByRole<HTMLInputElement>("radio");
  expect([mine!.checked, other!.checked]).toEqual([true, false]);
  await hands.click(other!);
  await hands.click(within(dialog).getByRole("button", { name: "Continue with these" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(store.getState().document).toMatchObject({ about: "Theirs", notes: "Written by Sorrel" });
});
