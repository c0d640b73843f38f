import { createHash } from "node:crypto";
import sharp from "sharp";
import { z } from "zod";
import { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { Package, packageKind, packageVersion, type PackagedDesign, type PackagedFile } from "@/core/document/package";
import { referencesIn } from "@/core/document/references";
import { sampleValues } from "@/core/document/values";
import { packedHouse } from "@/core/package/contents";
import { layerFamilies } from "@/core/package/families";
import { filesOfHouse } from "@/core/package/parse";
import { bundledFonts } from "@/core/type/catalogue";
import { loadFace } from "../fonts";
import { makeFrame } from "../still";
import { writeZip, type ZipFile } from "../zip-files";
import { documentPlace, licencePlace, pagePlace, placeOfFile, placeOfFont, placeOfPoster, schemaPlace } from "./layout";
import { licencesOf, pageOf } from "./words";

export interface ToPack {
  readonly name: string;
  readonly notes?: string;
  readonly house: House;
  readonly designs: readonly PackagedDesign[];
  readonly moves: readonly Package["moves"][number][];
  /** All of the house style goes along. */
  readonly whole?: boolean;
  /** What is known of a stored file, and where it lies on this machine. Throws for one that is not there. */
  readonly fileOf: (hash: string, kind: PackagedFile["kind"], name: string) => Promise<PackagedFile & { path: string }>;
  readonly loadPicture: (ref: string) => Promise<Uint8Array>;
  readonly signal?: AbortSignal;
  readonly onPoster?: (done: number, total: number) => void;
}

const posterHeightPx = 360;
/** A ground between light and dark, on which graphics of both kinds can be seen. */
const posterGround = "#77736b";

/** Writes a package; the same designs make the same bytes. */
export async function writePackage(path: string, what: ToPack): Promise<Package> {
  const { designs, whole = false, moves } = what;
  const house = whole ? what.house : packedHouse(what.house, designs);
  const zip = writeZip(path);
  const files = await filesIn(house, what);
  const shipped = await shippedFonts(house, designs);
  const pack = Package.parse({
    ...{ kind: packageKind, version: packageVersion, name: what.name, notes: what.notes ?? "", whole, house },
    moves: whole ? moves : wornBy(designs, moves),
    designs,
    files: files.map(({ path: _, ...facts }) => facts),
    shipped: shipped.map(({ file, family, hash }) => ({ file, family, hash })),
  });
  await zip.add(documentPlace, Buffer.from(`${JSON.stringify(pack, null, 1)}\n`));
  await zip.add(schemaPlace, Buffer.from(`${JSON.stringify(z.toJSONSchema(Package, { io: "input" }), null, 1)}\n`));
  await zip.add(pagePlace, Buffer.from(pageOf(pack)));
  await zip.add(licencePlace, Buffer.from(await licencesOf(pack)));
  for (const file of files) await zip.addFile(placeOfFile(file), file.path);
  for (const { file, bytes } of shipped) await zip.add(placeOfFont(file), bytes);
  await addPosters(zip, pack, what);
  await zip.close();
  return pack;
}

/** Of the saved moves those that layers wear; of a whole house style all. */
function wornBy(designs: readonly PackagedDesign[], moves: ToPack["moves"]): ToPack["moves"] {
  const worn = new Set(
    designs.flatMap(({ document }) =>
      referencesIn(Design, document).flatMap(({ kind, id }) => (kind === "saved-move" ? [id] : [])),
    ),
  );
  return moves.filter(({ id }) => worn.has(id));
}

async function filesIn(house: House, { fileOf }: ToPack) {
  const files = new Map<string, PackagedFile & { path: string }>();
  for (const [hash, kind, name] of filesOfHouse(house)) {
    if (!files.has(hash)) files.set(hash, await fileOf(hash, kind, name));
  }
  return [...files.values()];
}

/** The fonts of ours that its texts are set in. */
async function shippedFonts(house: House, designs: readonly { readonly document: Design }[]) {
  const families = new Set([
    ...house.types.map(({ style }) => style.family),
    ...designs.flatMap(({ document }) => layerFamilies(document)),
  ]);
  const faces = bundledFonts.faces.filter(({ family }) => families.has(family));
  return Promise.all(
    faces.map(async ({ id, family }) => {
      const bytes = await loadFace(id);
      return { file: id, family, bytes, hash: createHash("sha256").update(bytes).digest("hex") };
    }),
  );
}

/** A small picture of each design in each of its formats. */
async function addPosters(zip: ZipFile, pack: Package, { loadPicture, signal, onPoster }: ToPack): Promise<void> {
  const wanted = pack.designs.flatMap(({ document }) => document.formats.map((format) => ({ document, format })));
  for (const [i, { document, format }] of wanted.entries()) {
    signal?.throwIfAborted();
    onPoster?.(i, wanted.length);
    const { width, height } = pack.house.formats.find(({ id }) => id === format)!;
    const png = await makeFrame({
      scene: { design: document, values: sampleValues(document), house: pack.house, format },
      widthPx: Math.round((posterHeightPx * width) / height),
      ground: posterGround,
      loadPicture,
    });
    await zip.add(placeOfPoster(document.id, format), await sharp(png).webp({ quality: 82 }).toBuffer());
  }
}
