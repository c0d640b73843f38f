import { expect, test } from "@jest/globals";
import sharp from "sharp";
import { sampleValues } from "@/core/document/values";
import { makePoster, posterSize } from "@/render/poster";
import { designIds, readDesign } from "./designs";
import { house } from "./house";
import { loadDemoPicture } from "./pictures";

test.each(designIds)("%s has a poster that shows it, over any ground", async (id) => {
  const design = readDesign(id);
  const scene = { design, values: sampleValues(design), house, format: design.formats[0]!, samples: true };
  const plain = await sharp({ create: { width: 300, height: 200, channels: 3, background: "#8899aa" } })
    .png()
    .toBuffer();
  const poster = await makePoster({ scene, ground: plain, loadPicture: loadDemoPicture });
  const { data, info } = await sharp(poster).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([posterSize.width, posterSize.height]);
  // Something stands on the ground, and neither nothing nor only that is seen.
  let drawn = 0;
  for (let i = 0; i < data.length; i += 3)
    if (Math.abs(data[i]! - data[0]!) + Math.abs(data[i + 1]! - data[1]!) > 24) drawn++;
  expect(drawn / (data.length / 3)).toBeGreaterThan(0.008);
});
