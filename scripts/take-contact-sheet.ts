import { createCanvas, loadImage } from "@napi-rs/canvas";
import { writeFileSync } from "node:fs";
import { sampleValues } from "@/core/document/values";
import { designIds, readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { loadDemoPicture } from "@/demo/pictures";
import { makeFrame } from "@/render/still";

/** `npm run contact -- [design …] [--at SECONDS]`: every demo design in every format, over a dark and a light plate. */
const words = process.argv.slice(2);
const at = words.includes("--at") ? Number(words.splice(words.indexOf("--at"), 2)[1]) : undefined;
const out = words.includes("--out")
  ? words.splice(words.indexOf("--out"), 2)[1]!
  : "docs/screenshots/contact-sheet.png";
const wanted = designIds.filter((id) => words.length === 0 || words.includes(id));
const large = wanted.length <= 3 ? 2.2 : 1;
const high = 190 * large;
const gap = 10;
const plates = ["#4a524b", "#e9ebe4"];
const widths = house.formats.map((format) => (high * format.width) / format.height);
const row = widths.reduce((sum, width) => sum + width + gap, 0);
const columns = large > 1 ? 1 : 2;
const sheet = createCanvas(
  Math.ceil((row + 30) * columns + gap),
  Math.ceil(wanted.length / columns) * (high + 34) + gap,
);
const context = sheet.getContext("2d");
context.fillStyle = "#2b2825";
context.fillRect(0, 0, sheet.width, sheet.height);
for (const [i, id] of wanted.entries()) {
  const design = readDesign(id);
  const top = Math.floor(i / columns) * (high + 34) + 28;
  let left = gap + (i % columns) * (row + 30);
  context.fillStyle = "#f6f2e9";
  context.font = "14px Figtree, sans-serif";
  context.fillText(design.name, left, top - 8);
  for (const [j, format] of house.formats.entries()) {
    const scene = { design, values: sampleValues(design), house, format: format.id, samples: true };
    const png = await makeFrame({ scene, timeS: at, widthPx: Math.round(widths[j]!), loadPicture: loadDemoPicture });
    context.fillStyle = plates[j % 2]!;
    context.fillRect(left, top, widths[j]!, high);
    context.drawImage(await loadImage(png), left, top);
    left += widths[j]! + gap;
  }
}
writeFileSync(out, await sheet.encode("png"));
