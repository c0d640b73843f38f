import { afterEach, beforeEach, expect, jest, test } from "@jest/globals";
import type { SheetChanges } from "@/core/sheets/changes";
import { Sender, type SheetSave } from "./sender";

let sent: SheetChanges[];
let statuses: number[];
let told: SheetSave[];
const change = (to: string): SheetChanges => ({
  cells: [{ row: "1".padStart(20, "0"), column: "name", to }],
  add: [],
  remove: [],
});

beforeEach(() => {
  jest.useFakeTimers();
  [sent, statuses, told] = [[], [], []];
  globalThis.fetch = (async (_: string, init: RequestInit) => {
    sent.push(JSON.parse(String(init.body)) as SheetChanges);
    const status = statuses.shift() ?? 200;
    const error = { code: "no", message: "Not so." };
    const json = async () => (status === 200 ? { data: { conflicts: [] } } : { error });
    return { ok: status === 200, status, json } as Response;
  }) as typeof fetch;
});
afterEach(() => {
  jest.useRealTimers();
});
const senderOf = () =>
  new Sender(
    "s",
    (save) => told.push(save),
    () => undefined,
  );

test("whoever is signed out, or asks too often, loses nothing: all goes in order once it passes", async () => {
  statuses = [401, 429, 503];
  const sender = senderOf();
  sender.put(change("Moth"));
  sender.put(change("Owl"));
  await jest.advanceTimersByTimeAsync(1000);
  expect(told.at(-1)).toEqual({ kind: "waiting", message: "Not so." });
  await jest.advanceTimersByTimeAsync(20_000);
  expect(sent.map(({ cells }) => cells[0]!.to)).toEqual(["Moth", "Moth", "Moth", "Moth", "Owl"]);
  expect(told.at(-1)).toEqual({ kind: "saved" });
});
test("what is refused is not sent again, and what follows is", async () => {
  statuses = [404];
  const sender = senderOf();
  sender.put(change("Moth"));
  sender.put(change("Owl"));
  await jest.advanceTimersByTimeAsync(400);
  expect(told).toContainEqual({ kind: "refused", message: "Not so." });
  await jest.advanceTimersByTimeAsync(20_000);
  expect(sent.map(({ cells }) => cells[0]!.to)).toEqual(["Moth", "Owl"]);
});
