import { createHash } from "node:crypto";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, expect, test } from "@jest/globals";
import { Uint8ArrayReader, Uint8ArrayWriter, ZipWriter } from "@zip.js/zip.js";
import { box, designWith, smallHouse } from "@/core/testing/scene";
import { Refusal } from "@/server/refusal";
import { readBrought } from "./read-package";

/* A package may be whole, and its files still be none. */
const folder = mkdtempSync(join(tmpdir(), "rubrick-brought-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const words = Buffer.from("these bytes are as they were packed, and no picture");

async function packed(name: string, bytes: Buffer): Promise<string> {
  const hash = createHash("sha256").update(bytes).digest("hex");
  const leaf = { id: "leaf", name: "Leaf", hash, width: 1, height: 1 };
  const document = {
    ...{ kind: "rubrick package", version: 1, name: "Leaves", house: { ...smallHouse, pictures: [leaf] } },
    designs: [{ document: designWith([box("panel")]) }],
    files: [
      {
        ...{ hash, kind: "picture", mime: "image/png", name: "Leaf", bytes: bytes.length },
        ...{ width: 1, height: 1, durationS: null },
      },
    ],
  };
  const writer = new ZipWriter(new Uint8ArrayWriter(), { useWebWorkers: false });
  await writer.add("package.json", new Uint8ArrayReader(Buffer.from(JSON.stringify(document))));
  await writer.add(`media/${hash}.png`, new Uint8ArrayReader(bytes));
  const file = join(folder, `${name}.zip`);
  writeFileSync(file, await writer.close());
  mkdirSync(join(folder, name));
  return file;
}

test("a picture in a package that is none is refused by its name", async () => {
  const read = readBrought(await packed("words", words), join(folder, "words"), "words.zip");
  await expect(read).rejects.toThrow(Refusal);
  await expect(read).rejects.toThrow("The file of “Leaf” in it can’t be read as a picture.");
});

test("one with a picture is taken", async () => {
  const png = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";
  const file = await packed("good", Buffer.from(png, "base64"));
  expect(await readBrought(file, join(folder, "good"), "good.zip")).toEqual({});
});
