import { createHash } from "node:crypto";
import { mkdtemp, readdir, rm, stat, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { Uint8ArrayReader, Uint8ArrayWriter, ZipWriter, type ZipWriterAddDataOptions } from "@zip.js/zip.js";
import { Design } from "@/core/document/design";
import { House } from "@/core/document/house";
import { most } from "./layout";
import { PackageError, readPackage } from "./read";

/* Packages that somebody has tampered with, or that were never any. Each is refused in words, and leaves nothing. */

const picture = Buffer.from(
  "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
  "base64",
);
const hash = createHash("sha256").update(picture).digest("hex");
const place = `media/${hash}.png`;

type Json = Record<string, any>; // eslint-disable-line @typescript-eslint/no-explicit-any -- documents that are wrong on purpose

/** A small sound package, anew each time. */
const sound = (): Json => ({
  ...{ kind: "rubrick package", version: 1, name: "A strap" },
  house: structuredClone(
    House.parse({
      ...{ version: 1, name: "House", types: [], marks: [] },
      colours: [{ role: "ink", name: "Ink", hex: "#112233ff" }],
      pictures: [{ id: "leaf", name: "Leaf", hash, width: 1, height: 1 }],
      formats: [{ id: "wide", name: "Wide", width: 1920, height: 1080 }],
    }),
  ),
  designs: [
    {
      document: Design.parse({
        ...{ version: 2, id: "strap", name: "Strap", formats: ["wide"], length: { default: 4, min: 2, max: 9 } },
        layers: [
          {
            ...{ id: "panel", name: "Panel", kind: "rectangle", fill: { kind: "plain", colour: "house:ink" } },
            ...{ width: { kind: "fixed", u: 20 }, height: { kind: "fixed", u: 8 } },
          },
        ],
      }),
    },
  ],
  files: [
    {
      ...{ hash, kind: "picture", mime: "image/png", name: "Leaf", bytes: picture.length },
      ...{ width: 1, height: 1, durationS: null },
    },
  ],
});

type Entry = [name: string, bytes: Uint8Array | string, options?: ZipWriterAddDataOptions];

async function zipOf(entries: readonly Entry[], of: { password?: string } = {}): Promise<Uint8Array> {
  const writer = new ZipWriter(new Uint8ArrayWriter(), { useWebWorkers: false, ...of });
  for (const [name, bytes, options] of entries) {
    await writer.add(name, new Uint8ArrayReader(typeof bytes === "string" ? Buffer.from(bytes) : bytes), options);
  }
  return writer.close();
}

const entriesOf = (document: unknown): Entry[] => [
  ["package.json", typeof document === "string" ? document : JSON.stringify(document)],
  [place, picture],
];

/** The sound package with its document changed. */
const changed = (change: (document: Json) => unknown) => async () => {
  const document = sound();
  return zipOf(entriesOf(change(document) ?? document));
};
/** The sound package with these beside, or in the place of, what it has. */
const beside = (...entries: Entry[]) => {
  return async () =>
    zipOf([...entriesOf(sound()).filter(([name]) => !entries.some((entry) => entry[0] === name)), ...entries]);
};
const bytesOf = (change: (zip: Buffer) => Uint8Array) => async () =>
  change(Buffer.from(await zipOf(entriesOf(sound()))));
const layer = (document: Json): Json => document.designs[0].document.layers[0];
const nested = (depth: number) => `${"[".repeat(depth)}${"]".repeat(depth)}`;

const hostile: readonly (readonly [string, () => Promise<Uint8Array>, RegExp])[] = [
  // What is no zip, or not a whole one.
  ["nothing", async () => new Uint8Array(), /The zip is damaged or cut off/],
  ["a picture", async () => picture, /The zip is damaged or cut off/],
  ["words", async () => Buffer.from("PK, but no zip".repeat(50)), /The zip is damaged or cut off/],
  ["a zip cut off in the middle", bytesOf((zip) => zip.subarray(0, zip.length / 2)), /The zip is damaged or cut off/],
  ["a zip without its last byte", bytesOf((zip) => zip.subarray(0, zip.length - 1)), /The zip is damaged or cut off/],
  [
    "a zip whose list is overwritten",
    bytesOf((zip) => zip.fill(0, zip.length - 120, zip.length - 30)),
    /The zip is damaged or cut off|has no place in a design package/,
  ],
  [
    "a zip that says it has 65,000 entries",
    bytesOf((zip) => (zip.writeUInt16LE(65000, zip.length - 12), zip.writeUInt16LE(65000, zip.length - 14), zip)),
    /damaged or cut off|zip/,
  ],
  ["an empty zip", async () => zipOf([]), /This is not a design package: it has no package\.json/],
  [
    "damage inside a file",
    bytesOf(
      (zip) => (zip.fill(7, zip.indexOf(place) + place.length + 40, zip.indexOf(place) + place.length + 52), zip),
    ),
    /“media.*png” in it is damaged|is not the one that was packed/,
  ],
  [
    "damage inside the document",
    bytesOf((zip) => (zip.fill(0xff, 60, 90), zip)),
    /“package.json” in it is damaged|is no valid JSON|The zip is damaged or cut off/,
  ],
  [
    "a locked zip",
    async () => zipOf(entriesOf(sound()), { password: "secret" }),
    /It is locked with a password. Pack it without one/,
  ],
  // Names that lead out, or have no place.
  [
    "a way up",
    beside(["../package.json", "{}"]),
    /has no place in a design package|A file name in it points outside its folder, which is not allowed in a design package/,
  ],
  [
    "a way up inside",
    beside([`media/../../${hash}.png`, picture]),
    /has no place in a design package|A file name in it points outside its folder, which is not allowed in a design package/,
  ],
  [
    "a way from the root",
    beside(["/etc/passwd", "x"]),
    /has no place in a design package|A file name in it points outside its folder, which is not allowed in a design package/,
  ],
  [
    "a way by drive",
    beside(["C:\\windows\\x.dll", "x"]),
    /has no place in a design package|A file name in it points outside its folder, which is not allowed in a design package/,
  ],
  [
    "backslashes",
    beside([`media\\${hash}.png`, picture]),
    /has no place in a design package|A file name in it points outside its folder, which is not allowed in a design package/,
  ],
  [
    "a program",
    beside(["run.sh", "#!/bin/sh"]),
    /has no place in a design package|A file name in it points outside its folder, which is not allowed in a design package/,
  ],
  ["a hidden file", beside([".bashrc", "x"]), /has no place in a design package/],
  ["a nul in a name", beside(["package.json\0.png", "x"]), /has no place in a design package/],
  ["a name of ten thousand letters", beside([`${"a".repeat(10_000)}.webp`, "x"]), /has no place in a design package/],
  ["a folder of its own", beside(["evil/", "", { directory: true }]), /has no place in a design package/],
  ["a package in the package", beside(["media/package.zip", "x"]), /has no place in a design package/],
  ["capital hashes", beside([`media/${hash.toUpperCase()}.png`, picture]), /has no place in a design package/],
  [
    "a symbolic link",
    beside([place, "/etc/passwd", { externalFileAttributes: (0o120777 << 16) >>> 0, msDosCompatible: false }]),
    /leads somewhere else: a package holds plain files only/,
  ],
  ["the document twice", bytesOf((zip) => twice(zip)), /“package.json” is in it twice|The zip is damaged or cut off/],
  [
    "more files than any package has",
    async () =>
      zipOf([
        ...entriesOf(sound()),
        ...Array.from({ length: 4100 }, (_, i): Entry => [`posters/p-${i}.webp`, "x", { level: 0 }]),
      ]),
    /It holds more than 4000 files/,
  ],
  // What bursts.
  [
    "a document that unpacks to 100 MB of blanks",
    async () => zipOf([["package.json", Buffer.alloc(100 << 20, 32)]]),
    /Unpacked it would be far too large/,
  ],
  [
    "a document larger than any is",
    async () => zipOf([["package.json", Buffer.alloc(most.documentBytes + 1, 32), { level: 0 }]]),
    /Its document is too large/,
  ],
  [
    "a picture of noughts packed tightly",
    beside([place, Buffer.alloc(60 << 20)]),
    /Unpacked it would be far too large/,
  ],
  ["a poster of noughts", beside(["posters/a-b.webp", Buffer.alloc(60 << 20)]), /Unpacked it would be far too large/],
  [
    "a size that is a lie",
    bytesOf((zip) => lying(zip)),
    /is larger than it says|is shorter than it says|in it is damaged|The zip is damaged or cut off/,
  ],
  // Documents that are none.
  ["no document", async () => zipOf([[place, picture]]), /This is not a design package: it has no package\.json/],
  ["no JSON", async () => zipOf(entriesOf("{ kind: rubrick }")), /Its package\.json is no valid JSON/],
  [
    "Latin letters",
    async () =>
      zipOf([
        ["package.json", Buffer.from([0x7b, 0xe9, 0x7d])],
        [place, picture],
      ]),
    /Its package\.json is no valid JSON/,
  ],
  ["a list", async () => zipOf(entriesOf([])), /not a design package/],
  ["null", async () => zipOf(entriesOf("null")), /not a design package/],
  [
    "brackets without end",
    async () => zipOf(entriesOf(`{"kind":"rubrick package","x":${nested(2000)}}`)),
    /Its document is nested too deeply/,
  ],
  ["another kind of thing", changed((document) => ({ ...document, kind: "something else" })), /not a design package/],
  ["a newer version", changed((document) => ({ ...document, version: 2 })), /newer version of Rubrick/],
  ["a version of nonsense", changed((document) => ({ ...document, version: "1" })), /version/],
  ["no version", changed(({ version: _, ...document }) => document), /version/],
  ["a key that nobody knows", changed((document) => ({ ...document, script: "alert(1)" })), /script/i],
  [
    "a prototype",
    async () => zipOf(entriesOf(`${JSON.stringify(sound()).slice(0, -1)},"__proto__":{"admin":true}}`)),
    /__proto__/,
  ],
  ["neither design nor house", changed((document) => ({ ...document, designs: [] })), /neither/],
  ["no house style", changed(({ house: _, ...document }) => document), /house/],
  // Designs.
  [
    "a newer design",
    changed((document) => void (document.designs[0].document.version = 3)),
    /designs\.0\.document\.version/,
  ],
  [
    "a design that is no document",
    changed((document) => void (document.designs[0].document = "strap")),
    /designs\.0\.document/,
  ],
  ["a kind of layer that nobody knows", changed((document) => void (layer(document).kind = "program")), /layers\.0/],
  [
    "a size beyond numbers",
    async () => zipOf(entriesOf(JSON.stringify(sound()).replace('"u":20', '"u":1e999'))),
    /layers\.0/,
  ],
  ["an id that leads out", changed((document) => void (document.designs[0].document.id = "../../etc")), /document\.id/],
  [
    "two layers of one id",
    changed((document) => void document.designs[0].document.layers.push(layer(document))),
    /used twice/,
  ],
  ["two designs of one id", changed((document) => void document.designs.push(document.designs[0])), /in it twice/],
  [
    "a colour that is not in it",
    changed((document) => void (layer(document).fill.colour = "house:gold")),
    /colour “gold”/,
  ],
  [
    "a format that is not in it",
    changed((document) => void (document.designs[0].document.formats = ["round"])),
    /format “round”/,
  ],
  [
    "more layers than any design has",
    changed(
      (document) =>
        void (document.designs[0].document.layers = Array.from({ length: 2001 }, (_, i) => ({
          ...layer(document),
          id: `l-${i}`,
        }))),
    ),
    /layers/,
  ],
  // House styles and files.
  ["a hex that is a script", changed((document) => void (document.house.colours[0].hex = '"><script>')), /hex|colours/],
  [
    "two colours of one role",
    changed((document) => void document.house.colours.push(document.house.colours[0])),
    /twice/,
  ],
  ["a format of a million pixels a side", changed((document) => void (document.house.formats[0].width = 1e6)), /width/],
  [
    "a picture whose file is not in it",
    changed((document) => void (document.house.pictures[0].hash = "a".repeat(64))),
    /file of “Leaf”/,
  ],
  [
    "a file that is not listed",
    changed((document) => void ((document.files = []), (document.house.pictures = []))),
    /lies in it, but nothing in it shows that file/,
  ],
  [
    "a listed file that is missing",
    async () => zipOf(entriesOf(sound()).slice(0, 1)),
    /The file of “Leaf” \(media.*\) is missing from it/,
  ],
  ["a file listed twice", changed((document) => void document.files.push(document.files[0])), /listed in it twice/],
  [
    "a file of another length",
    changed((document) => void (document.files[0].bytes = 5)),
    /The file of “Leaf” is not as long as it was/,
  ],
  [
    "another file in its place",
    beside([place, Buffer.from(picture).fill(1, 40, 50)]),
    /The file of “Leaf” is not the one that was packed/,
  ],
  ["a hash that is a path", changed((document) => void (document.files[0].hash = "../../../../etc/passwd")), /hash/],
  [
    "a font that leads out",
    changed((document) => void (document.shipped = [{ file: "../../x.ttf", family: "X", hash }])),
    /shipped/,
  ],
];

/** The same name twice in the list: the second entry is called like the first. */
function twice(zip: Buffer): Buffer {
  // The media entry's name is longer: the document is listed anew in its place by a second list entry.
  const at = zip.lastIndexOf("PK\u0001\u0002", zip.length, "latin1");
  const first = zip.indexOf("PK\u0001\u0002", 0, "latin1");
  const end = zip.lastIndexOf("PK\u0005\u0006", zip.length, "latin1");
  const entry = zip.subarray(first, at);
  const tail = Buffer.from(zip.subarray(end));
  tail.writeUInt16LE(3, 8);
  tail.writeUInt16LE(3, 10);
  tail.writeUInt32LE(end - first + entry.length, 12);
  return Buffer.concat([zip.subarray(0, end), entry, tail]);
}

/** The list says that the document is ten bytes long. */
function lying(zip: Buffer): Buffer {
  const first = zip.indexOf("PK\u0001\u0002", 0, "latin1");
  zip.writeUInt32LE(10, first + 24);
  return zip;
}

let folder: string;
beforeAll(async () => void (folder = await mkdtemp(join(tmpdir(), "hostile-packages-"))));
afterAll(() => rm(folder, { recursive: true, force: true }));

async function read(zip: Uint8Array, name: string) {
  const file = join(folder, `${name}.zip`);
  await writeFile(file, zip);
  const into = join(folder, name);
  return readPackage(file, into);
}

test("the sound package is taken", async () => {
  const { package: pack, pathOf } = await read(await zipOf(entriesOf(sound())), "sound");
  expect(pack.designs[0]!.document.id).toBe("strap");
  expect((await stat(pathOf(hash)!)).size).toBe(picture.length);
});

test("there are sixty of them at least", () => expect(hostile.length).toBeGreaterThanOrEqual(60));

test.each(hostile.map(([name, make, words], i) => ({ name, make, words, i })))(
  "refuses $name",
  async ({ make, words, i }) => {
    const refusal = await read(await make(), `hostile-${i}`).then(
      () => undefined,
      (error: unknown) => error,
    );
    expect(refusal).toBeInstanceOf(PackageError);
    expect((refusal as Error).message).toMatch(words);
    // No file was written anywhere but into its own folder.
    expect((await readdir(folder)).filter((name) => !/^(sound|hostile-\d+)(\.zip)?$/.test(name))).toEqual([]);
  },
);
