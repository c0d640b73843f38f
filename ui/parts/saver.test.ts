import { afterEach, beforeEach, expect, jest, test } from "@jest/globals";
import type { Patch } from "immer";
import type { Design } from "@/core/document/design";
import { box, designWith } from "@/core/testing/scene";
import { Conflict } from "@/contract/designs";
import { Saver, type SaveState } from "./saver";

type Sent = { revision: number; patches: Patch[] };
const sent: Sent[] = [];
let answer: (body: Sent) => { status: number; json: unknown };
/** What each request was called, and which ones it says were lost. */
const named: { nonce?: string | undefined; lost?: string[] | undefined }[] = [];
const states: SaveState[] = [];
const whole = { id: "d" } as unknown as Design;
let now = whole;
const patch = (value: number): Patch[] => [{ op: "replace", path: ["seed"], value }];

beforeEach(() => {
  jest.useFakeTimers();
  sent.length = 0;
  named.length = 0;
  now = whole;
  states.length = 0;
  answer = ({ revision }) => ({ status: 200, json: { data: { revision: revision + 1 } } });
  globalThis.fetch = (async (_: string, init: RequestInit) => {
    const { nonce, lost, ...body } = JSON.parse(String(init.body)) as Sent & { nonce?: string; lost?: string[] };
    sent.push(body);
    named.push({ nonce, lost });
    const { status, json } = answer(body);
    if (status === 0) throw new TypeError("offline");
    return { ok: status < 400, status, json: async () => json } as Response;
  }) as typeof fetch;
});
afterEach(() => {
  jest.useRealTimers();
});
const saver = () =>
  new Saver({
    path: "/api/designs/d",
    revision: 1,
    conflict: Conflict,
    tell: (state) => states.push(state),
    whole: () => now,
  });
const last = () => states[states.length - 1];

test("saves a moment after the last change, and within a second while they keep coming", async () => {
  const s = saver();
  s.add(patch(1));
  await jest.advanceTimersByTimeAsync(200);
  expect(sent).toEqual([]);
  await jest.advanceTimersByTimeAsync(200);
  expect(sent).toMatchObject([{ revision: 1 }]);
  expect(last()).toEqual({ kind: "saved" });
  for (let i = 0; i < 10; i++) {
    s.add(patch(i));
    await jest.advanceTimersByTimeAsync(200);
  }
  expect(sent.length).toBeGreaterThanOrEqual(3);
  await jest.advanceTimersByTimeAsync(1000);
  expect(sent.map(({ revision }) => revision)).toEqual(sent.map((_, i) => i + 1));
  expect(sent.flatMap(({ patches }) => patches)).toHaveLength(11);
});
test("tries again when the server can't be reached, with nothing lost", async () => {
  answer = () => ({ status: 0, json: {} });
  const s = saver();
  s.add(patch(1));
  await jest.advanceTimersByTimeAsync(500);
  expect(last()!.kind).toBe("waiting");
  s.add(patch(2));
  answer = ({ revision }) => ({ status: 200, json: { data: { revision: revision + 1 } } });
  await jest.advanceTimersByTimeAsync(4000);
  expect(sent[sent.length - 1]!.patches).toHaveLength(2);
  expect(last()).toEqual({ kind: "saved" });
});
test("says that it is not saved when asked to save while the server can't be reached", async () => {
  answer = () => ({ status: 0, json: {} });
  const s = saver();
  s.add(patch(1));
  expect(await s.flush()).toBeUndefined();
  expect(sent).toHaveLength(1);
  answer = ({ revision }) => ({ status: 200, json: { data: { revision: revision + 1 } } });
  expect(await s.flush()).toBe(2);
});
test("stops at a conflict until both versions have been dealt with", async () => {
  answer = () => ({
    status: 409,
    json: {
      error: {
        code: "moved_on",
        message: "late",
        detail: { revision: 7, document: designWith([box("a")]), by: null, at: "2026-11-25T10:00:00Z" },
      },
    },
  });
  const s = saver();
  s.add(patch(1));
  await jest.advanceTimersByTimeAsync(500);
  expect(last()!.kind).toBe("conflict");
  s.add(patch(2));
  await jest.advanceTimersByTimeAsync(5000);
  expect(sent).toHaveLength(1);
  expect(await s.flush()).toBeUndefined();
  answer = ({ revision }) => ({ status: 200, json: { data: { revision: revision + 1 } } });
  s.resume(7, {});
  s.add(patch(3));
  expect(await s.flush()).toBe(8);
  expect(sent[sent.length - 1]).toEqual({ revision: 7, patches: patch(3) });
});
test("goes on with the whole document once a change has been refused", async () => {
  answer = () => ({ status: 422, json: { error: { code: "invalid", message: "layers.0: no" } } });
  const s = saver();
  s.add(patch(1));
  await jest.advanceTimersByTimeAsync(500);
  expect(last()).toEqual({ kind: "refused", message: "layers.0: no" });
  answer = ({ revision }) => ({ status: 200, json: { data: { revision: revision + 1 } } });
  s.add(patch(2));
  await jest.advanceTimersByTimeAsync(500);
  expect(sent[1]).toEqual({ revision: 1, document: whole });
  expect(last()).toEqual({ kind: "saved" });
  s.add(patch(3));
  await jest.advanceTimersByTimeAsync(500);
  expect(sent[2]).toEqual({ revision: 2, patches: patch(3) });
});
test.each([401, 408, 429, 503])("waits for what passes: %i", async (status) => {
  answer = () => ({ status, json: { error: { code: "no", message: "Not now." } } });
  const s = saver();
  s.add(patch(1));
  await jest.advanceTimersByTimeAsync(500);
  expect(last()).toEqual({ kind: "waiting", message: "Not now." });
  answer = ({ revision }) => ({ status: 200, json: { data: { revision: revision + 1 } } });
  await jest.advanceTimersByTimeAsync(4000);
  expect([last(), sent[sent.length - 1]]).toEqual([{ kind: "saved" }, { revision: 1, patches: patch(1) }]);
});
test("names the requests whose answers were lost, and knows what each of them would have stored", async () => {
  answer = () => ({ status: 0, json: {} });
  const s = saver();
  s.add(patch(1));
  await jest.advanceTimersByTimeAsync(4000);
  const [first, second] = named.map(({ nonce }) => nonce!);
  // Sent again as it was.
  expect([named.map(({ lost }) => lost), second]).toEqual([[undefined, [first]], first]);
  expect([s.sentBy(first), s.sentBy(undefined)]).toEqual([whole, undefined]);
  const more = { ...whole };
  now = more;
  s.add(patch(2));
  await jest.advanceTimersByTimeAsync(500);
  const third = named.at(-1)!.nonce!;
  expect([named.at(-1)!.lost, s.sentBy(third) === more, s.sentBy(first) === whole]).toEqual([[first], true, true]);
  answer = ({ revision }) => ({ status: 200, json: { data: { revision: revision + 1 } } });
  await jest.advanceTimersByTimeAsync(4000);
  expect([named.at(-1)!.lost, s.sentBy(first)]).toEqual([[third, first], undefined]);
});
test("what could not be sent when a desk was left is sent while the page lives", async () => {
  answer = () => ({ status: 0, json: {} });
  const s = saver();
  s.add(patch(1));
  s.dispose();
  await jest.advanceTimersByTimeAsync(4000);
  expect(sent).toHaveLength(2);
  answer = ({ revision }) => ({ status: 200, json: { data: { revision: revision + 1 } } });
  await jest.advanceTimersByTimeAsync(60_000);
  expect(sent).toEqual(Array(3).fill({ revision: 1, patches: patch(1) }));
});
test("sends what waits when the page goes away", () => {
  const s = saver();
  s.add(patch(1));
  s.dispose();
  expect(sent).toMatchObject([{ revision: 1, patches: patch(1) }]);
});
test("sends what waits behind a request that is on its way, on the revision that one will make", async () => {
  let arrive = () => {};
  const arrived = new Promise<void>((resolve) => (arrive = resolve));
  const fetched = globalThis.fetch;
  globalThis.fetch = (async (path: string, init: RequestInit) => {
    const answered = await fetched(path, init);
    if (sent.length === 1) await arrived;
    return answered;
  }) as typeof fetch;
  const s = saver();
  s.add(patch(1));
  await jest.advanceTimersByTimeAsync(500);
  s.add(patch(2));
  s.dispose();
  expect(sent).toEqual([
    { revision: 1, patches: patch(1) },
    { revision: 2, patches: patch(2) },
  ]);
  arrive();
  await jest.advanceTimersByTimeAsync(2000);
  expect(sent).toHaveLength(2);
});
