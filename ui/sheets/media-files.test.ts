import { expect, test } from "@jest/globals";
import { BlobWriter, TextReader, ZipWriter } from "@zip.js/zip.js";
import { BringError, broughtFiles } from "./media-files";

async function zipOf(entries: Readonly<Record<string, string>>): Promise<Uint8Array> {
  const zip = new ZipWriter(new BlobWriter("application/zip"));
  for (const [name, text] of Object.entries(entries)) await zip.add(name, new TextReader(text));
  return new Uint8Array(await (await zip.close()).arrayBuffer());
}
const fileOf = (bytes: Uint8Array, name = "pictures.zip") => new File([bytes.slice()], name);

test("files of a zip come one by one, without what systems put beside them", async () => {
  const zip = await zipOf({ "a/fern.png": "fern", "__MACOSX/a/._fern.png": "x", ".DS_Store": "x", "moth.png": "moth" });
  const files = await broughtFiles([fileOf(zip), new File(["seed"], "seed.png"), new File(["x"], ".hidden")]);
  expect(files.map(({ name }) => name)).toEqual(["a/fern.png", "moth.png", "seed.png"]);
  expect(await (await files[0]!.read()).text()).toBe("fern");
});

test("an entry that is longer than it says is not unpacked to its end", async () => {
  const zip = await zipOf({ "fern.png": "fern ".repeat(200_000) });
  const view = new DataView(zip.buffer);
  const central = zip.findLastIndex((_, i) => i + 4 <= zip.length && view.getUint32(i, true) === 0x02014b50);
  view.setUint32(central + 24, 10, true);
  const [file] = await broughtFiles([fileOf(zip)]);
  await expect(file!.read()).rejects.toThrow(BringError);
});

test("a zip that is cut off is refused by its name", async () => {
  const zip = await zipOf({ "fern.png": "fern" });
  await expect(broughtFiles([fileOf(zip.slice(0, 40))])).rejects.toThrow(/pictures\.zip can’t be read/);
});
