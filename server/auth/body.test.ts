import { expect, test } from "@jest/globals";
import { readBody } from "./body";

const asked = (body: string | Uint8Array<ArrayBuffer>) => new Request("http://own.invalid", { method: "POST", body });

test("a body is read as it was sent, brackets in its texts and all", async () => {
  const sent = { text: `[[{"\\${"[".repeat(200)}`, list: [1, [2, [3]]], name: "ليلى 🌿" };
  expect(await readBody(asked(JSON.stringify(sent)), 10_000)).toEqual(sent);
});

test("what is too long, too deep or no JSON is refused with the reason", async () => {
  await expect(readBody(asked("x".repeat(2000)), 1024)).rejects.toMatchObject({ status: 413, code: "too_large" });
  const deep = "[".repeat(100_000) + "]".repeat(100_000);
  await expect(readBody(asked(deep), 1e6)).rejects.toMatchObject({ status: 422, code: "too_deep" });
  await expect(readBody(asked("{"), 1024)).rejects.toMatchObject({ status: 400, code: "not_json" });
  await expect(readBody(asked(""), 1024)).rejects.toMatchObject({ status: 400, code: "not_json" });
});

test("half of a surrogate pair is put right, in names too; whole ones stay", async () => {
  const body = '{"\\ud83c":"a\\udf3f b \\ud83c\\udf3f"}';
  expect(await readBody(asked(body), 1024)).toEqual({ "\ufffd": "a\ufffd b 🌿" });
});

test("a name that every object has is only a name", async () => {
  const read = (await readBody(asked('{"__proto__":{"role":"owner"}}'), 1024)) as Record<string, unknown>;
  expect(read.role).toBeUndefined();
});

test("what looks the same is spelled the same, and old East Asian characters keep their shapes", async () => {
  const body = JSON.stringify({ name: "Zoe\u0308", place: "\ufa19\u793e cafe\u0301" });
  expect(await readBody(asked(body), 1024)).toEqual({ name: "Zo\u00eb", place: "\ufa19\u793e caf\u00e9" });
});

test("a list that no document has is refused before it is looked at, plain or not", async () => {
  for (const entry of ["a", "é"]) {
    const body = JSON.stringify({ list: Array.from({ length: 10_001 }, () => entry) });
    await expect(readBody(asked(body), 1e6)).rejects.toMatchObject({ status: 422, code: "too_long" });
  }
});
