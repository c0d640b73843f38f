import { afterEach, beforeEach, expect, jest, test } from "@jest/globals";
import { applyPatches, type Patch } from "immer";
import { RunningOrder } from "@/core/document/order";
import { createOrder } from "./store";

let stored: { revision: number; document: RunningOrder };
/** Whether the next answer is lost on its way. */
let isLost: boolean;

beforeEach(() => {
  jest.useFakeTimers();
  stored = {
    revision: 1,
    document: RunningOrder.parse({ version: 1, name: "Evening" }),
  };
  isLost = false;
  globalThis.fetch = (async (_: string, init: RequestInit) => {
    const { revision, patches } = JSON.parse(String(init.body)) as { revision: number; patches: Patch[] };
    const detail = { ...stored, by: "Ines", at: "2026-11-28T10:00:00.000Z" };
    const late = { error: { code: "moved_on", message: "It has moved on.", detail } };
    if (revision !== stored.revision) return { ok: false, status: 409, json: async () => late } as Response;
    stored = { revision: revision + 1, document: RunningOrder.parse(applyPatches(stored.document, patches)) };
    if (isLost) throw new TypeError("offline");
    return { ok: true, status: 200, json: async () => ({ data: { revision: stored.revision } }) } as Response;
  }) as typeof fetch;
});
afterEach(() => {
  jest.useRealTimers();
});

const orderOf = () => createOrder({ id: "o", ...stored, releases: [], outputs: [] });
const rename = (name: string) => (draft: { name: string }) => void (draft.name = name);

test("whoever’s own answer was lost is not asked about their own change, whatever was changed since", async () => {
  const order = orderOf();
  isLost = true;
  order.getState().edit("Rename", rename("Night"));
  await jest.advanceTimersByTimeAsync(1000);
  expect([stored.document.name, order.getState().save.kind]).toEqual(["Night", "waiting"]);
  isLost = false;
  order.getState().edit("Rename", rename("Night of moths"));
  await jest.advanceTimersByTimeAsync(10_000);
  expect([stored.document.name, order.getState().save.kind]).toEqual(["Night of moths", "saved"]);
});
test("what somebody else has changed is asked about", async () => {
  const order = orderOf();
  stored = { revision: 2, document: { ...stored.document, name: "Theirs" } };
  order.getState().edit("Rename", rename("Mine"));
  await jest.advanceTimersByTimeAsync(1000);
  expect(order.getState().save.kind).toBe("conflict");
  order.getState().settle("mine");
  await jest.advanceTimersByTimeAsync(1000);
  expect([stored.document.name, order.getState().save.kind]).toEqual(["Mine", "saved"]);
});
