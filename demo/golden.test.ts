import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { createCanvas, loadImage, type Image } from "@napi-rs/canvas";
import { expect, test } from "@jest/globals";
import { sampleValues } from "@/core/document/values";
import { makeFrame } from "@/render/still";
import { designIds, readDesign } from "./designs";
import { house } from "./house";
import { loadDemoPicture } from "./pictures";

const high = 180;
const grounds = ["#4a524b", "#e9ebe4"];

/** The poster of a design in all its formats, side by side over dark and light. */
async function strip(id: (typeof designIds)[number]) {
  const design = readDesign(id);
  const formats = house.formats.filter((format) => design.formats.includes(format.id));
  const widths = formats.map((format) => Math.round((high * format.width) / format.height));
  const canvas = createCanvas(
    widths.reduce((sum, width) => sum + width, 0),
    high,
  );
  const context = canvas.getContext("2d");
  let left = 0;
  for (const [i, format] of formats.entries()) {
    const scene = { design, values: sampleValues(design), house, format: format.id };
    const png = await makeFrame({ scene, widthPx: widths[i]!, loadPicture: loadDemoPicture });
    context.fillStyle = grounds[i % 2]!;
    context.fillRect(left, 0, widths[i]!, high);
    context.drawImage(await loadImage(png), left, 0);
    left += widths[i]!;
  }
  return canvas;
}

function pixels(image: Image): Uint8ClampedArray {
  const canvas = createCanvas(image.width, image.height);
  const context = canvas.getContext("2d");
  context.drawImage(image, 0, 0);
  return context.getImageData(0, 0, image.width, image.height).data;
}

// `UPDATE_GOLDEN=1` writes the pictures anew; look at each before it is kept.
test.each(designIds)("%s looks as it was last approved", async (id) => {
  const file = `tests/golden/${id}.png`;
  const png = await (await strip(id)).encode("png");
  if (process.env.UPDATE_GOLDEN) writeFileSync(file, png);
  expect(existsSync(file)).toBe(true);
  const wanted = pixels(await loadImage(readFileSync(file)));
  const found = pixels(await loadImage(png));
  expect(found.length).toBe(wanted.length);
  let different = 0;
  for (const [i, value] of found.entries()) if (Math.abs(value - wanted[i]!) > 2) different++;
  expect(different).toBe(0);
});
