import { expect, jest, test } from "@jest/globals";
import { screen, waitFor } from "@testing-library/react";
import { RunningOrder } from "@/core/document/order";
import { orderDeeds } from "@/core/facts/order";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { answering, barriers, show } from "@/ui/testing/screen";
import { AddDialog } from "./AddDialog";
import { createOrder, OrderContext } from "./store";

type DemoDesignId = Parameters<typeof readDesign>[0];
const desk = (id: DemoDesignId) => ({
  ...{ id: `r-${id}`, designId: id, number: 2, newer: null, document: readDesign(id), house },
  ...{ outputs: [], sets: [], footage: [], accepted: [] },
});
const card = (id: DemoDesignId) => {
  const { name, about } = readDesign(id);
  const more = { number: 2, clips: 0, tags: [], formats: [], poster: false, publishedAt: "2026-11-28T10:00:00.000Z" };
  return { id: `r-${id}`, designId: id, name, about, ...more };
};

/** The dialog over an empty order that goes by `by`. */
function opened(by: "turns" | "times" = "turns") {
  let revision = 1;
  const ids = ["name-strap", "handle-pop-up"] as const;
  answering({
    "GET /api/releases": () => ({ releases: ids.map(card), tags: [], page: 1, more: false }),
    ...Object.fromEntries(ids.map((id) => [`GET /api/releases/r-${id}`, () => desk(id)])),
    "POST /api/orders/o/patches": () => ({ revision: ++revision }),
  });
  const order = RunningOrder.parse({ version: 1, name: "Evening", ...(by === "times" && { by }) });
  const store = createOrder({ id: "o", revision, document: order, releases: [], outputs: [] } as never);
  const onClose = jest.fn();
  const seen = show(
    <OrderContext.Provider value={store}>
      <AddDialog onClose={onClose} />
    </OrderContext.Provider>,
    "contributor",
  );
  const entries = () => store.getState().document.entries;
  return { ...seen, store, entries, onClose };
}

test("one graphic is added and opened; undone it is gone", async () => {
  const { hands, entries, store, onClose } = opened();
  const strap = await screen.findByRole("button", { name: /^Name strap/ });
  expect(await barriers()).toEqual([]);
  await hands.click(strap);
  await waitFor(() => expect(onClose).toHaveBeenCalled());
  expect(entries()).toMatchObject([{ on: true, release: "r-name-strap" }]);
  expect(store.getState().chosen).toBe(entries()[0]!.id);
  store.getState().undo();
  expect(entries()).toEqual([]);
});

test("all accounts become a graphic each; a design without an account says so", async () => {
  const { hands, entries, onClose } = opened();
  await hands.click(await screen.findByText("All accounts"));
  await hands.click(await screen.findByRole("button", { name: /^Name strap/ }));
  await screen.findByText("Name strap has no field for an account.");
  expect(onClose).not.toHaveBeenCalled();
  await hands.click(screen.getByRole("button", { name: /^Handle pop-up/ }));
  await waitFor(() => expect(onClose).toHaveBeenCalled());
  expect(entries().length).toBe(house.accounts.length);
});

test("captions come at their own times; lines that can’t be read are told with their numbers", async () => {
  const { hands, entries, onClose, store } = opened();
  await hands.click(await screen.findByText("A file of times"));
  await hands.click(await screen.findByRole("button", { name: /^Name strap/ }));
  const vtt =
    "WEBVTT\n\n00:01.500 --> 00:04.000\nAda Fernsby\n\n00:09.000 --> what\nLost\n\n00:12.000 --> 00:14.000\nرنا\n";
  await hands.upload(
    await screen.findByLabelText(orderDeeds.timesFile.label, { selector: "input[type=file]" }),
    Object.assign(new File([vtt], "talk.vtt", { type: "text/vtt" }), { text: async () => vtt }),
  );
  const add = await screen.findByRole("button", { name: "Add 2 graphics" });
  expect(screen.getByText(/^Line \d+:/)).toBeTruthy();
  expect(entries()).toEqual([]);
  await hands.click(add);
  expect(onClose).toHaveBeenCalled();
  expect(entries().map(({ at, values }) => [at, values.fields.name])).toEqual([
    [1.5, "Ada Fernsby"],
    [12, "رنا"],
  ]);
  expect(store.getState().document.by).toBe("times");
});

test("the rows of a sheet come as they are filled in; an empty sheet says so", async () => {
  const { hands, entries, onClose } = opened();
  const sheetCard = (id: string, rows: number) => ({
    ...{ id, name: id, single: false, title: "", design: "Name strap", releaseId: "r-name-strap", release: 2, rows },
    ...{ states: {}, by: "Ines Halloran", mine: true, changedAt: "2026-11-28T10:00:00.000Z" },
  });
  const sheet = (id: string, names: readonly string[]) => ({
    ...{ id, name: id, single: false, formats: ["wide"], outputs: ["clip"], desk: desk("name-strap"), others: [] },
    rows: names.map((name, i) => ({
      ...{ id: String(i).repeat(20), cells: { name }, state: "draft", stateBy: null, stateAt: null, accepted: [] },
      ...{ changedBy: null, changedAt: "2026-11-28T10:00:00.000Z", release: null, found: null, clips: [] },
    })),
  });
  answering({
    "GET /api/sheets": () => ({ sheets: [sheetCard("Spring", 2), sheetCard("Autumn", 0)], next: null }),
    "GET /api/sheets/Spring": () => sheet("Spring", ["Ada Fernsby", "رنا"]),
    "GET /api/sheets/Autumn": () => sheet("Autumn", []),
  });
  await hands.click(await screen.findByText("Rows of a sheet"));
  await hands.click(await screen.findByRole("button", { name: "Autumn 0 rows" }));
  await screen.findByText("Autumn has no rows.");
  await hands.click(screen.getByRole("button", { name: "Spring 2 rows" }));
  await waitFor(() => expect(onClose).toHaveBeenCalled());
  expect(entries().map(({ values }) => values.fields.name)).toEqual(["Ada Fernsby", "رنا"]);
});
