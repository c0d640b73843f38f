import { beforeEach, expect, test } from "@jest/globals";
import type { Patch } from "immer";
import { box, designWith } from "@/core/testing/scene";
import { fateOf, findUnsent, UnsentKeeper, type Unsent } from "./unsent";

/** A browser's store with its names as own properties. */
function newStore(): Storage {
  const store = {} as Record<string, string>;
  const methods = {
    getItem: (key: string) => store[key] ?? null,
    setItem: (key: string, text: string) => void (store[key] = text),
    removeItem: (key: string) => void delete store[key],
  };
  for (const [name, value] of Object.entries(methods))
    Object.defineProperty(store, name, { value, configurable: true });
  return store as unknown as Storage;
}

const held = new Set<string>();
const locks = {
  request: async (name: string, work: () => Promise<void>) => {
    held.add(name);
    await work();
    held.delete(name);
  },
  query: async () => ({ held: [...held].map((name) => ({ name })) }),
};
beforeEach(() => {
  held.clear();
  Object.defineProperty(globalThis, "navigator", { value: { locks }, configurable: true });
});

const put = (value: string): Patch[] => [{ op: "replace", path: ["about"], value }];
const design = designWith([box("a")]);
const unsent = (revision: number, patches: Patch[]): Unsent => ({ key: "k", revision, patches, atMs: 0 });

test("what a page has not saved is found by the next one of the same member, once that page is gone", async () => {
  const store = newStore();
  const keeper = new UnsentKeeper("tomas", "strap", store);
  keeper.keep(4, put("a word"), true);
  expect(await findUnsent("tomas", "strap", store)).toEqual([]);
  keeper.release();
  await Promise.resolve();
  expect(await findUnsent("tomas", "strap", store)).toMatchObject([{ revision: 4, patches: put("a word") }]);
  expect(await findUnsent("odile", "strap", store)).toEqual([]);
  expect(await findUnsent("tomas", "strap-2", store)).toEqual([]);
});
test("nothing is left once saved, and nonsense in the store is no harm", async () => {
  const store = newStore();
  const keeper = new UnsentKeeper("tomas", "strap", store);
  keeper.keep(4, put("a word"), true);
  keeper.keep(5, [], true);
  keeper.release();
  store.setItem("rubrick unsent tomas strap x", "{not json");
  store.setItem("rubrick unsent tomas strap y", JSON.stringify({ revision: "one" }));
  expect(await findUnsent("tomas", "strap", store)).toEqual([]);
  expect(Object.keys(store)).toEqual([]);
});
test("a full store is no harm either", () => {
  const store = newStore();
  Object.defineProperty(store, "setItem", {
    value: () => {
      throw new DOMException("full", "QuotaExceededError");
    },
  });
  expect(() => new UnsentKeeper("tomas", "strap", store).keep(1, put("x"), true)).not.toThrow();
});
test("changes go on where nobody has changed anything, are dropped where they arrived, and asked about otherwise", () => {
  expect(fateOf(unsent(4, put("a word")), design, 4)).toBe("go on");
  expect(fateOf(unsent(4, put("a word")), { ...design, about: "a word" }, 5)).toBe("nothing");
  expect(fateOf(unsent(4, put("a word")), { ...design, about: "another" }, 5)).toBe("ask");
  const deep: Patch[] = [{ op: "replace", path: ["layers", 7, "name"], value: "gone" }];
  expect(fateOf(unsent(4, deep), design, 4)).toBe("ask");
});
