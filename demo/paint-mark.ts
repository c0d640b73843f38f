import { writeFileSync } from "node:fs";
import { createCanvas, Path2D } from "@napi-rs/canvas";
import sharp from "sharp";
import { prepareRaster } from "@/core/media/prepare-raster";
import { leafFiles, leafRecipe } from "./leaf-mark";

/*
 * `npx tsx demo/paint-mark.ts` paints the garden's split leaf as somebody hands it over, flat on white paper, and makes
 * the mark of it by its recipe.
 */

const sheet = { width: 900, height: 780 };
/** Where the leaf lies on the paper, and how large a unit of its outline is. */
const place = { x: 90, y: 90, across: 3.6, down: 3 };

const left = "M100 0 C66 8 10 62 0 172 C36 190 70 198 100 200 Z";
const right = "M100 200 C134 192 190 138 200 28 C164 10 130 2 100 0 Z";
/** Veins run out before the rim. */
const veins = [
  { d: "M4 170 C36 150 70 120 100 78", colour: "#14342b" },
  { d: "M196 30 C164 50 130 80 100 122", colour: "#f4c64e" },
];

async function paintMark() {
  const canvas = createCanvas(sheet.width, sheet.height);
  const context = canvas.getContext("2d");
  context.fillStyle = "#ffffff";
  context.fillRect(0, 0, sheet.width, sheet.height);
  context.setTransform(place.across, 0, 0, place.down, place.x, place.y);
  for (const [d, colour] of [
    [left, "#f4c64e"],
    [right, "#2f6b4f"],
  ] as const) {
    context.fillStyle = colour;
    context.fill(new Path2D(d));
  }
  context.lineWidth = 3.4;
  context.lineCap = "round";
  for (const { d, colour } of veins) {
    context.strokeStyle = colour;
    context.stroke(new Path2D(d));
  }
  const flat = context.getImageData(0, 0, sheet.width, sheet.height);
  const raw = { ...sheet, channels: 4 as const };
  writeFileSync(leafFiles.from, await sharp(Buffer.from(flat.data.buffer), { raw }).removeAlpha().png().toBuffer());

  const data = await sharp(leafFiles.from).ensureAlpha().raw().toBuffer();
  const { raster } = prepareRaster({ ...sheet, data }, leafRecipe);
  const { width, height } = raster;
  await sharp(raster.data, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: 9 })
    .toFile(leafFiles.made);
}

void paintMark();
