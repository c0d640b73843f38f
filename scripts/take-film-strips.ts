import { writeFileSync } from "node:fs";
import { createCanvas, loadImage } from "@napi-rs/canvas";
import { Design } from "@/core/document/design";
import { moveKinds } from "@/core/document/move";
import { sampleValues } from "@/core/document/values";
import { designIds, readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { loadDemoPicture } from "@/demo/pictures";
import { makeFrame } from "@/render/still";

/**
 * `npm run strips` paints film strips into docs/screenshots: twelve instants of every demo design in wide and tall, and
 * of every move kind on a text, a panel and a mark.
 */
interface Row {
  readonly name: string;
  readonly design: Design;
  readonly instants: readonly number[];
  readonly lengthS: number;
}

const label = 96;
const gap = 4;

async function strip(rows: readonly Row[], format: string, width: number, file: string): Promise<void> {
  const frame = house.formats.find(({ id }) => id === format)!;
  const high = Math.round((width * frame.height) / frame.width);
  const columns = rows[0]!.instants.length;
  const sheet = createCanvas(label + columns * (width + gap) + gap, rows.length * (high + gap) + gap);
  const context = sheet.getContext("2d");
  context.fillStyle = "#2b2825";
  context.fillRect(0, 0, sheet.width, sheet.height);
  context.font = "12px Figtree, sans-serif";
  for (const [i, { name, design, instants, lengthS }] of rows.entries()) {
    const y = gap + i * (high + gap);
    context.fillStyle = "#f6f2e9";
    context.fillText(name, 8, y + high / 2, label - 12);
    for (const [column, timeS] of instants.entries()) {
      const values = { ...sampleValues(design), lengthS };
      const scene = { design, values, house, format, samples: true };
      const png = await makeFrame({ scene, timeS, widthPx: width, loadPicture: loadDemoPicture });
      const x = label + column * (width + gap);
      context.fillStyle = i % 2 ? "#e9ebe4" : "#4a524b";
      context.fillRect(x, y, width, high);
      context.drawImage(await loadImage(png), x, y);
    }
  }
  writeFileSync(`docs/screenshots/${file}.png`, await sheet.encode("png"));
}

/** Most instants lie where things move: in arriving and in leaving. */
const shares = [0.01, 0.025, 0.05, 0.075, 0.1, 0.14, 0.5, 0.6, 0.86, 0.91, 0.95, 0.985];
const designs = designIds.map((id): Row => {
  const design = readDesign(id);
  const lengthS = Math.min(design.length.default, 8);
  return { name: design.name, design, lengthS, instants: shares.map((share) => share * lengthS) };
});

/** A panel, a word and a mark side by side, all with the same move at its defaults. */
function specimen(kind: keyof typeof moveKinds): Row {
  const { returns } = moveKinds[kind];
  const move = (id: string) => ({ id, kind, phase: returns ? "stay" : "arrive" });
  const fixed = (u: number) => ({ kind: "fixed", u });
  const middle = { at: { x: 0.5, y: 0.5 }, on: "format", from: { x: 0.5, y: 0.5 } };
  const plain = (colour: string) => ({ kind: "plain", colour });
  const stroke = { width: 1.2, fill: plain("house:pollen"), side: "inside" };
  const panel = { id: "panel", name: "Panel", kind: "rectangle", width: fixed(44), height: fixed(44) };
  const look = { fill: plain("house:fern"), stroke, liquid: kind === "level-rise" ? { calm: 3 } : undefined };
  const design = Design.parse({
    version: 2,
    id: "specimen",
    name: kind,
    formats: ["wide"],
    length: { default: 6, min: 1, max: 20 },
    layers: [
      { ...panel, ...look, place: { ...middle, dx: -56 }, moves: [move("a")] },
      {
        ...{ id: "word", name: "Word", kind: "text", text: "Leaf" },
        setting: { type: "title", size: 24 },
        fill: plain("house:coral"),
        place: middle,
        moves: [move("b")],
      },
      {
        ...{ id: "mark", name: "Mark", kind: "picture", media: "mark:garden", width: fixed(44), height: fixed(44) },
        place: { ...middle, dx: 58 },
        moves: [move("c")],
      },
    ],
  });
  const lengths: Readonly<Record<string, number>> = { breathe: 3.2, sway: 3.6, bob: 2.4, swell: 1.6 };
  const lengthS = lengths[kind] ?? (returns ? 1.1 : 1.1);
  return { name: kind, design, lengthS: 6, instants: Array.from({ length: 12 }, (_, i) => ((i + 0.4) / 12) * lengthS) };
}

await strip(designs, "wide", 168, "film-strips-wide");
await strip((Object.keys(moveKinds) as (keyof typeof moveKinds)[]).map(specimen), "wide", 112, "move-kinds");
