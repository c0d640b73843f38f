import { expect, test } from "@jest/globals";
import { act, fireEvent, screen } from "@testing-library/react";
import { RunningOrder } from "@/core/document/order";
import { answering, barriers, show } from "@/ui/testing/screen";
import { OrderRules } from "./OrderRules";
import { createOrder, OrderContext } from "./store";

function shown() {
  let revision = 1;
  answering({ "POST /api/orders/o": () => ({ revision: ++revision }) });
  answering({ "POST /api/orders/o/patches": () => ({ revision: ++revision }) });
  const document = RunningOrder.parse({ version: 1, name: "Evening" });
  const store = createOrder({ id: "o", revision, document, releases: [], outputs: [] } as never);
  const order = () => store.getState().document;
  const seen = show(
    <OrderContext.Provider value={store}>
      <OrderRules />
    </OrderContext.Provider>,
    "contributor",
  );
  return { ...seen, store, order };
}

test("the rules of an order are named, say what they do, and are changed and undone", async () => {
  const { hands, order, store } = shown();
  expect(await barriers()).toEqual([]);
  expect(document.querySelectorAll("[data-help]").length).toBeGreaterThan(3);
  await hands.selectOptions(screen.getByLabelText("Length of each"), "equal");
  expect(order().lengths).toEqual({ kind: "equal", seconds: 5 });
  const times = screen.getByLabelText("Number of showings");
  await hands.clear(times);
  await hands.type(times, "3");
  fireEvent.blur(times);
  expect(order().repeat.times).toBe(3);
  // There is something between showings only where there are several.
  expect(screen.getByLabelText("Pause between two showings, in seconds")).toBeTruthy();
  act(() => {
    store.getState().undo();
    store.getState().undo();
  });
  expect([order().lengths.kind, order().repeat.times]).toEqual(["own", 1]);
  expect(screen.queryByLabelText("Pause between two showings, in seconds")).toBeNull();
});

test("an order by times has no next graphic to be told about", async () => {
  const { hands, order } = shown();
  expect(screen.getByLabelText("How the next graphic follows, in all of the order")).toBeTruthy();
  await hands.click(screen.getByRole("radio", { name: "Each at its own time" }));
  expect(order().by).toBe("times");
  expect(screen.queryByLabelText("How the next graphic follows, in all of the order")).toBeNull();
});
