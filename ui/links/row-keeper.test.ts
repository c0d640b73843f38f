import { afterEach, beforeEach, expect, jest, test } from "@jest/globals";
import { withCell } from "@/core/sheets/changes";
import type { Cells } from "@/core/sheets/row";
import { restored, RowKeeper, type Kept, type Unkept } from "./row-keeper";

type Sent = { cells: { column: string; was?: string; to?: string }[]; ready: boolean };
const row = "0".repeat(20);
/** The row as a server keeps it, by the rule that the real one has. */
let server: Cells;
let sent: Sent[];
let keepalive: (boolean | undefined)[];
/** What becomes of each request, in turn; answered at once where nothing is said. */
let fates: ("slow" | "lost before" | "lost after" | number)[];
let arrive: (() => void)[];
let told: Kept[];
let shown: Cells;
let left: Unkept | undefined;
let written: readonly string[];

beforeEach(() => {
  jest.useFakeTimers();
  written = [];
  [server, sent, keepalive, fates, arrive, told, shown, left] = [{}, [], [], [], [], [], {}, undefined];
  globalThis.fetch = (async (_: string, init: RequestInit) => {
    const body = JSON.parse(String(init.body)) as Sent;
    sent.push(body);
    keepalive.push(init.keepalive);
    const fate = fates.shift();
    if (fate === "slow") await new Promise<void>((resolve) => arrive.push(resolve));
    if (fate === "lost before") throw new TypeError("offline");
    if (typeof fate === "number") {
      const error = { code: "no", message: "It can’t be taken." };
      return { ok: false, status: fate, json: async () => ({ error }) } as Response;
    }
    const conflicts: unknown[] = [];
    for (const change of body.cells) {
      const next = withCell(server, { ...change, row });
      if ("cells" in next) server = next.cells;
      else conflicts.push({ column: change.column, theirs: next.theirs });
    }
    if (fate === "lost after") throw new TypeError("offline");
    const data = { conflicts, state: body.ready ? "ready" : "draft" };
    return { ok: true, status: 200, json: async () => ({ data }) } as Response;
  }) as typeof fetch;
});
afterEach(() => {
  jest.useRealTimers();
});

const keeperOf = () =>
  new RowKeeper(
    "/api/links/x/row",
    { cells: server, state: "draft" },
    written,
    (kept) => told.push(kept),
    (theirs) => (shown = { ...shown, ...theirs } as Cells),
    (unkept) => (left = unkept),
  );
const typed = (keeper: RowKeeper, name: string) => keeper.write((shown = { ...shown, name }));
const wait = (ms: number) => jest.advanceTimersByTimeAsync(ms);
const last = () => told[told.length - 1]!;

test("what is typed while an earlier word is on its way collides with nobody", async () => {
  fates = ["slow"];
  const keeper = keeperOf();
  typed(keeper, "Mo");
  await wait(1000);
  typed(keeper, "Moth");
  await wait(3000);
  expect(sent).toHaveLength(1);
  arrive[0]!();
  await wait(1000);
  expect(sent.map(({ cells }) => cells)).toEqual([
    [{ column: "name", to: "Mo" }],
    [{ column: "name", was: "Mo", to: "Moth" }],
  ]);
  expect(server).toEqual({ name: "Moth" });
  expect([last().keeping, last().theirs, left]).toEqual(["kept", [], undefined]);
});
test("an answer that is lost on its way is no collision, whatever was typed since", async () => {
  fates = ["lost after", "lost before"];
  const keeper = keeperOf();
  typed(keeper, "Mo");
  await wait(1000);
  expect(last().keeping).toBe("offline");
  typed(keeper, "Moth");
  expect(left).toEqual({ known: {}, wanted: { name: "Moth" } });
  await wait(10_000);
  expect(sent.slice(0, 3).map(({ cells }) => cells[0]!.to)).toEqual(["Mo", "Mo", "Mo"]);
  expect([server, shown]).toEqual([{ name: "Moth" }, { name: "Moth" }]);
  expect([last().keeping, last().theirs]).toEqual(["kept", []]);
});
test("what somebody else wrote meanwhile stands and is told; it is not said to be ready then", async () => {
  const keeper = keeperOf();
  server = { name: "Owl" };
  typed(keeper, "Moth");
  expect(await keeper.sayReady()).toBe(false);
  expect([server, shown, last().theirs]).toEqual([{ name: "Owl" }, { name: "Owl" }, ["name"]]);
  expect(sent.some(({ ready }) => ready)).toBe(false);
  // Seen and left as it is, it is ready.
  expect(await keeper.sayReady()).toBe(true);
  expect([server, last().state, last().theirs]).toEqual([{ name: "Owl" }, "ready", []]);
  typed(keeper, "Moth");
  expect(await keeper.sayReady()).toBe(true);
  expect([server, last().state]).toEqual([{ name: "Moth" }, "ready"]);
});
test("what others wrote while an earlier page could not send stays told until something is kept, and stops nobody", async () => {
  written = ["role"];
  const keeper = keeperOf();
  typed(keeper, "Moth");
  expect(last()).toMatchObject({ keeping: "sending", theirs: ["role"] });
  expect(await keeper.sayReady()).toBe(true);
  expect([server, last().state, last().theirs]).toEqual([{ name: "Moth" }, "ready", []]);
});
test("ready is said once all that was typed is kept", async () => {
  fates = ["slow"];
  const keeper = keeperOf();
  typed(keeper, "Mo");
  await wait(1000);
  typed(keeper, "Moth");
  const ready = keeper.sayReady();
  arrive[0]!();
  expect(await ready).toBe(true);
  expect(sent.map(({ ready: said }) => said)).toEqual([false, false, true]);
  expect(server).toEqual({ name: "Moth" });
});
test("a value that can’t be taken is put right; a link that has gone takes nothing more", async () => {
  fates = [422, 404];
  const keeper = keeperOf();
  typed(keeper, "x".repeat(9));
  await wait(1000);
  expect(last()).toMatchObject({ keeping: "refused", fault: "It can’t be taken." });
  await wait(60_000);
  expect(sent).toHaveLength(1);
  typed(keeper, "Moth");
  await wait(1000);
  expect(last().keeping).toBe("over");
  typed(keeper, "Owl");
  await wait(60_000);
  expect(sent).toHaveLength(2);
  expect(left).toEqual({ known: {}, wanted: { name: "Owl" } });
});
test("what was typed back while an answer was lost is typed back at the server too", async () => {
  fates = ["lost after"];
  const keeper = keeperOf();
  typed(keeper, "Mo");
  await wait(1000);
  expect([server, last().keeping]).toEqual([{ name: "Mo" }, "offline"]);
  keeper.write((shown = {}));
  await wait(10_000);
  expect([server, last().keeping, left]).toEqual([{}, "kept", undefined]);
});
test("what could not be taken and was taken back needs no mending", async () => {
  fates = [422];
  const keeper = keeperOf();
  typed(keeper, "x".repeat(9));
  await wait(1000);
  keeper.write((shown = {}));
  expect(last()).toMatchObject({ keeping: "kept", fault: undefined });
});
test("too many asking is waited for", async () => {
  fates = [429, 503];
  const keeper = keeperOf();
  typed(keeper, "Moth");
  await wait(1000);
  expect(last()).toMatchObject({ keeping: "offline", fault: "It can’t be taken." });
  await wait(10_000);
  expect([server, last().keeping, last().fault]).toEqual([{ name: "Moth" }, "kept", undefined]);
});
test("a page that leaves sends what is left at once, also beside what is on its way", async () => {
  fates = ["slow"];
  const keeper = keeperOf();
  keeper.leave();
  expect(sent).toHaveLength(0);
  typed(keeper, "Mo");
  keeper.leave();
  typed(keeper, "Moth");
  keeper.leave();
  expect(sent.map(({ cells }) => cells)).toEqual([
    [{ column: "name", to: "Mo" }],
    [{ column: "name", was: "Mo", to: "Moth" }],
  ]);
  expect(keepalive).toEqual([true, true]);
});
test("what an earlier page could not send goes on, unless somebody has written there since", () => {
  const unkept = { known: { a: "1", b: "2", c: "3" }, wanted: { a: "one", b: "two", d: "four" } };
  expect(restored({ a: "1", b: "zwei", c: "3" }, unkept)).toEqual({
    cells: { a: "one", b: "zwei", d: "four" },
    theirs: ["b"],
  });
  expect(restored({ a: "one", b: "two", d: "four" }, unkept)).toEqual({
    cells: { a: "one", b: "two", d: "four" },
    theirs: [],
  });
});
