import { createCanvas, loadImage } from "@napi-rs/canvas";
import { mkdirSync, writeFileSync } from "node:fs";
import { sampleValues } from "@/core/document/values";
import { designIds, readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { loadDemoPicture } from "@/demo/pictures";
import { makeFrame } from "@/render/still";

/** `npm run strips -- FORMAT FILE [design …]`: twelve instants of each design, one row each, dark and light in turn. */
const [format = "wide", out = ".rubrick/strips.png", ...words] = process.argv.slice(2);
const wanted = designIds.filter((id) => words.length === 0 || words.includes(id));
const frame = house.formats.find(({ id }) => id === format)!;
const width = format === "wide" ? 240 : 110;
const high = Math.round((width * frame.height) / frame.width);
const gap = 4;
/** Most instants lie where things move: in arriving and in leaving. */
const shares = [0.01, 0.025, 0.05, 0.075, 0.1, 0.14, 0.5, 0.6, 0.86, 0.91, 0.95, 0.985];
const sheet = createCanvas(shares.length * (width + gap) + gap, wanted.length * (high + gap) + gap);
const context = sheet.getContext("2d");
context.fillStyle = "#2b2825";
context.fillRect(0, 0, sheet.width, sheet.height);
for (const [row, id] of wanted.entries()) {
  const design = readDesign(id);
  const values = sampleValues(design);
  for (const [column, share] of shares.entries()) {
    const scene = { design, values, house, format, samples: true };
    const lengthS = Math.min(values.lengthS!, 8);
    const timeS = share * lengthS;
    const shown = { ...scene, values: { ...values, lengthS } };
    const png = await makeFrame({ scene: shown, timeS, widthPx: width, loadPicture: loadDemoPicture });
    const [x, y] = [gap + column * (width + gap), gap + row * (high + gap)];
    context.fillStyle = row % 2 ? "#e9ebe4" : "#4a524b";
    context.fillRect(x, y, width, high);
    context.drawImage(await loadImage(png), x, y);
  }
}
mkdirSync(".rubrick", { recursive: true });
writeFileSync(out, await sheet.encode("png"));
