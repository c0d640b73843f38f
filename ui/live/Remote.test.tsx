import { expect, test } from "@jest/globals";
import { screen, waitFor } from "@testing-library/react";
import type { LiveNow, LiveView, PressRequest } from "@/contract/live";
import type { LivePart, LiveSchedule, LiveState } from "@/core/document/live";
import { pressed } from "@/core/order/live";
import { house } from "@/demo/house";
import { allAsked, answering, barriers, Refused, show } from "@/ui/testing/screen";
import { LinkRemote } from "./LinkRemote";

/* The remote as its holder has it: the air behind it is the real one, its presses are kept in this test. */

const names = ["Wren Okafor", "رות لביא", "Sorrel Vane"];
const part: LivePart = { arriveMs: 500, leaveAtMs: 3500, leaveMs: 500, nextMs: 0 };
const item = (name: string, i: number) => ({
  ...{ name, part },
  entry: { id: `e${i}`, on: true, release: "r", at: 0, values: { fields: { name } } },
});

function onAir(schedule: LiveSchedule = { kind: "demand" }) {
  let state: LiveState = { schedule, paused: false, sinceMs: Date.now() - 1000, instances: [], goesOn: false };
  let now: LiveNow = { revision: 1, version: 1, state, last: null, serverMs: Date.now() };
  const view = (): LiveView => ({
    ...{ ...now, serverMs: Date.now(), id: "live", name: "Stream", order: "Evening talks", format: house.formats[0]! },
    ...{ shown: names.map(item), coming: null, desks: {} },
  });
  answering({
    "GET /api/links/t/live": view,
    "POST /api/links/t/press": ({ body }) => {
      const { press } = body as PressRequest;
      state = pressed(
        state,
        names.map(() => part),
        press,
        Date.now(),
      );
      now = { ...now, revision: now.revision + 1, state, serverMs: Date.now() };
      return now;
    },
  });
  return show(<LinkRemote token="t" />, "contributor");
}
const pressesSent = () =>
  allAsked().flatMap(({ path, body }) => (path.endsWith("/press") ? [(body as PressRequest).press] : []));
const button = (name: RegExp) => screen.getByRole<HTMLButtonElement>("button", { name });

test("shows one graphic a press, says what comes next, and hides it", async () => {
  const { hands } = onAir();
  await screen.findByText("Nothing is on the air");
  expect(await barriers()).toEqual([]);
  await hands.click(button(/^Show next ?Wren Okafor/));
  await waitFor(() => expect(screen.getAllByText("on the air").length).toBe(1));
  expect(screen.getByText(/then nothing, until you press/)).toBeTruthy();
  await hands.click(button(/^Hide/));
  expect(pressesSent()).toEqual([{ kind: "show", part: 0 }, { kind: "hide" }]);
  expect(await barriers()).toEqual([]);
});

test("what is due by itself can be cancelled while nothing is on", async () => {
  const { hands } = onAir({ kind: "every", minutes: 5, fromMs: Date.now() + 60_000 });
  await screen.findByText("Nothing is on the air");
  for (const name of [/^Hide/, /^Clear at once/]) {
    expect(button(name).disabled).toBe(false);
    expect(button(name).textContent).toContain("cancels Wren Okafor");
  }
  await hands.click(button(/^Clear at once/));
  expect(pressesSent()).toEqual([{ kind: "clear" }]);
});

test("is worked by keys: Space shows the next, figures one of them, letters the rest", async () => {
  const { hands } = onAir();
  await screen.findByText("Nothing is on the air");
  await hands.keyboard(" ");
  await waitFor(() => expect(pressesSent().length).toBe(1));
  await hands.keyboard("3");
  await waitFor(() => expect(pressesSent().length).toBe(2));
  await hands.keyboard("o");
  await screen.findByRole("button", { name: "Release" });
  await hands.keyboard("c");
  await waitFor(() => expect(pressesSent().length).toBe(4));
  expect(pressesSent()).toEqual([
    { kind: "show", part: 0 },
    { kind: "show", part: 2 },
    { kind: "hold" },
    { kind: "clear" },
  ]);
});

test("a press that is refused says why, and the remote goes on", async () => {
  const { hands } = onAir();
  await screen.findByText("Nothing is on the air");
  answering({
    "POST /api/links/t/press": () => {
      throw new Refused(409, "moved_on", "Somebody else was faster. Look what is on the air now.");
    },
  });
  await hands.click(button(/^Show next/));
  await screen.findByText(/Somebody else was faster/);
  expect(button(/^Show next/).disabled).toBe(false);
});

test("a link that was ended says so", async () => {
  answering({
    "GET /api/links/t/live": () => {
      throw new Refused(404, "link_over", "This link was ended.");
    },
  });
  show(<LinkRemote token="t" />, "contributor");
  await screen.findByText("This link was ended.");
  expect(await barriers()).toEqual([]);
});
