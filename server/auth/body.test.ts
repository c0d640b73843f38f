import { expect, test } from "@jest/globals";
import { readBody } from "./body";

const valueOf = async (request: Request, bytes: number, values = 60_000) =>
  (await readBody(request, { bytes, values })).value;
const asked = (body: string | Uint8Array<ArrayBuffer>) => new Request("http://own.invalid", { method: "POST", body });

test("a body is read as it was sent, brackets in its texts and all", async () => {
  const sent = { text: `[[{"\\${"[".repeat(200)}`, list: [1, [2, [3]]], name: "ليلى 🌿" };
  expect(await valueOf(asked(JSON.stringify(sent)), 10_000)).toEqual(sent);
});

test("what is too long, too deep or no JSON is refused with the reason", async () => {
  await expect(valueOf(asked("x".repeat(2000)), 1024)).rejects.toMatchObject({ status: 413, code: "too_large" });
  const deep = "[".repeat(100_000) + "]".repeat(100_000);
  await expect(valueOf(asked(deep), 1e6)).rejects.toMatchObject({ status: 422, code: "too_deep" });
  await expect(valueOf(asked("{"), 1024)).rejects.toMatchObject({ status: 400, code: "not_json" });
  await expect(valueOf(asked(""), 1024)).rejects.toMatchObject({ status: 400, code: "not_json" });
});

test("half of a surrogate pair is put right, in names too; whole ones stay", async () => {
  const body = '{"\\ud83c":"a\\udf3f b \\ud83c\\udf3f"}';
  expect(await valueOf(asked(body), 1024)).toEqual({ "\ufffd": "a\ufffd b 🌿" });
});

test("a name that every object has is only a name", async () => {
  const read = (await valueOf(asked('{"__proto__":{"role":"owner"}}'), 1024)) as Record<string, unknown>;
  expect(read.role).toBeUndefined();
});

test("what looks the same is spelled the same, and old East Asian characters keep their shapes", async () => {
  const body = JSON.stringify({ name: "Zoe\u0308", place: "\ufa19\u793e cafe\u0301" });
  expect(await valueOf(asked(body), 1024)).toEqual({ name: "Zo\u00eb", place: "\ufa19\u793e caf\u00e9" });
});

test("a list that no document has is refused before it is looked at, plain or not", async () => {
  for (const entry of ["a", "é"]) {
    const body = JSON.stringify({ list: Array.from({ length: 10_001 }, () => entry) });
    await expect(valueOf(asked(body), 1e6)).rejects.toMatchObject({ status: 422, code: "too_long" });
  }
});

test("values are counted before anything is made of them, and signs in texts are none", async () => {
  const wide = JSON.stringify(Object.fromEntries(Array.from({ length: 400_000 }, (_, i) => [`é${i}`, i])));
  await expect(valueOf(asked(wide), 9e6)).rejects.toMatchObject({ status: 422, code: "too_long" });
  const said = JSON.stringify({ text: ",[{".repeat(30_000) });
  expect(await valueOf(asked(said), 1e6)).toEqual({ text: ",[{".repeat(30_000) });
  const few = JSON.stringify({ list: [[1, 2], { a: 1, b: 2 }] });
  await expect(valueOf(asked(few), 1000, 6)).rejects.toMatchObject({ code: "too_long" });
  expect(await valueOf(asked(few), 1000, 7)).toBeDefined();
});
