import { existsSync } from "node:fs";
import { mkdtemp, readFile, rm, stat, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { House } from "@/core/document/house";
import type { Package, PackagedFile } from "@/core/document/package";
import { sampleValues } from "@/core/document/values";
import { adoptPackage, choicesOfOurs, startingChoices } from "@/core/package/adopt";
import { arrivalsOf } from "@/core/package/parts";
import { packageLoader } from "@/render/package/load";
import { readPackage, type ReadPackage } from "@/render/package/read";
import { writePackage, type ToPack } from "@/render/package/write";
import { makeFrame } from "@/render/still";
import { designIds, readDesign } from "./designs";
import { house } from "./house";
import { savedMoves } from "./moves";
import { loadDemoPicture } from "./pictures";
import { ferns, videoFile } from "./videos";

const square = { width: 10, height: 10, shapes: [{ d: "M0 0H10V10H0Z", colour: "#00ff00ff" }] };

/** Another brand whose parts are called the same and are all others. */
const elsewhere = House.parse({
  ...house,
  name: "Elsewhere",
  colours: house.colours.map((colour) => ({ ...colour, hex: "#7f1d8aff", on: [] })),
  types: house.types.map((type) => ({ ...type, style: { ...type.style, size: 1, family: "Noto Sans" } })),
  marks: house.marks.map(({ id, name }) => ({ id, name, drawing: square })),
  accounts: house.accounts.map((account) => ({ ...account, handle: `@else-${account.id}` })),
  pictures: house.pictures.map((picture) => ({ ...picture, hash: "0".repeat(64) })),
  videos: [],
  formats: house.formats.map((format) => ({ ...format, width: 640, height: 640 })),
});

let folder: string;
beforeAll(async () => void (folder = await mkdtemp(join(tmpdir(), "package-"))));
afterAll(() => rm(folder, { recursive: true, force: true }));

/** What lies in the demo's files, as a store would tell it. */
async function fileOf(hash: string, kind: PackagedFile["kind"], name: string) {
  const path = kind === "frames" ? videoFile : join(folder, hash);
  if (!existsSync(path)) await writeFile(path, await loadDemoPicture(hash));
  const mime = kind === "frames" ? "application/x-rubrick-frames" : "image/png";
  return { hash, kind, mime, name, bytes: (await stat(path)).size, width: 10, height: 10, durationS: null, path };
}

/** Designs without sounds: the demo's voice is made when it is seeded. */
const packed = (ids: readonly (typeof designIds)[number][], whole = false): ToPack => ({
  name: "To hand over",
  house: { ...house, sounds: [] },
  designs: ids.map((id) => {
    const { sound: _, ...document } = readDesign(id);
    return { document, release: 1, rows: [] };
  }),
  moves: savedMoves,
  whole,
  fileOf,
  loadPicture: loadDemoPicture,
});

async function handedOver(name: string, what: ToPack): Promise<ReadPackage> {
  const zip = join(folder, `${name}.zip`);
  await writePackage(zip, what);
  return readPackage(zip, join(folder, name));
}

const frameIn = (
  scene: { design: Package["designs"][number]["document"]; house: House; format: string },
  load: ToPack["loadPicture"],
) => makeFrame({ scene: { ...scene, values: sampleValues(scene.design) }, widthPx: 320, loadPicture: load });

test.each(designIds)("%s looks the same in a house where everything is called the same and is another", async (id) => {
  const read = await handedOver(id, packed([id]));
  const here = { house: elsewhere, moves: [] };
  const arrivals = arrivalsOf(read.package, here);
  const { house: there, designs } = adoptPackage(read.package, here, {});
  expect(House.safeParse(there).success).toBe(true);
  expect(there.colours.slice(0, elsewhere.colours.length)).toEqual(elsewhere.colours);
  expect(arrivals.filter(({ kind, state }) => kind === "colour" && state === "same")).toEqual([]);
  const design = designs[0]!;
  const original = packed([id]).designs[0]!.document;
  for (const [i, format] of original.formats.entries()) {
    const was = await frameIn({ design: original, house, format }, loadDemoPicture);
    const is = await frameIn({ design, house: there, format: design.formats[i]! }, packageLoader(read));
    expect(is.equals(was)).toBe(true);
  }
});

test("the same designs make the same package, which brings nothing into the house it is from", async () => {
  const one = await handedOver("one", packed(["name-strap"]));
  const again = await handedOver("again", packed(["name-strap"]));
  expect((await readFile(join(folder, "one.zip"))).equals(await readFile(join(folder, "again.zip")))).toBe(true);
  expect(again.package).toEqual(one.package);
  const here = { house: { ...house, sounds: [] }, moves: savedMoves };
  const arrivals = arrivalsOf(one.package, here);
  expect(arrivals.length).toBeGreaterThan(5);
  expect(arrivals.filter(({ state }) => state !== "same")).toEqual([]);
  const { house: there, designs, moves } = adoptPackage(one.package, here, startingChoices(arrivals, false));
  expect(there).toEqual(here.house);
  expect(designs[0]).toEqual(one.package.designs[0]!.document);
  expect(moves).toEqual([]);
});

test("a package takes what is here where that is chosen, and brings in nothing else", async () => {
  const { package: pack } = await handedOver("ours", packed(["name-strap"]));
  const here = { house: elsewhere, moves: [] };
  const { house: there, designs } = adoptPackage(pack, here, choicesOfOurs(arrivalsOf(pack, here), false));
  expect(there.colours).toEqual(elsewhere.colours);
  expect(there.types).toEqual(elsewhere.types);
  expect(designs[0]!.formats).toEqual(pack.designs[0]!.document.formats);
});

test("a whole house style goes over with designs that know it, and all of it can be left away but what they show", async () => {
  const { package: pack } = await handedOver("whole", packed(["countdown"], true));
  expect(pack.house.colours).toHaveLength(house.colours.length);
  const here = { house: elsewhere, moves: [] };
  const arrivals = arrivalsOf(pack, here);
  const idle = arrivals.filter(({ needed }) => !needed);
  expect(idle.length).toBeGreaterThan(3);
  const leaving = Object.fromEntries(idle.map(({ kind, id }) => [`${kind}:${id}`, "leave" as const]));
  const { house: there } = adoptPackage(pack, here, leaving);
  expect(there.marks.length).toBe(
    elsewhere.marks.length + pack.house.marks.length - idle.filter(({ kind }) => kind === "mark").length,
  );
  const shown = arrivals.find(({ kind, needed }) => kind === "colour" && needed)!;
  expect(() => adoptPackage(pack, here, { [`colour:${shown.id}`]: "leave" })).toThrow(
    `A design shows “${shown.name}”: it can’t be left away.`,
  );
  const instead = { [`colour:${shown.id}`]: { ours: "a colour that has gone" } };
  expect(() => adoptPackage(pack, here, instead)).toThrow("What was chosen in the place of “");
});

test("a video comes along with its frames", async () => {
  const { package: pack } = await handedOver("frames", packed(["split-frame"]));
  expect(pack.house.videos.map(({ id }) => id)).toEqual([ferns.id]);
  expect(pack.files.some(({ kind, hash }) => kind === "frames" && hash === ferns.hash)).toBe(true);
});
