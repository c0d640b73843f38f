import { expect, test } from "@jest/globals";
import sharp from "sharp";
import { prepareRaster } from "@/core/media/prepare-raster";
import { leafFiles, leafMarks, leafRecipe } from "./leaf-mark";

test("the split leaf is what its recipe makes of the picture that was handed over", async () => {
  const { data, info } = await sharp(leafFiles.from).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const { raster, x, y, fault } = prepareRaster({ width: info.width, height: info.height, data }, leafRecipe);
  expect(fault).toBeUndefined();
  const { picture } = leafMarks()[0]!;
  expect({ x, y }).toEqual(picture!.at);
  expect([raster.width, raster.height]).toEqual([picture!.width, picture!.height]);
  const made = await sharp(leafFiles.made).ensureAlpha().raw().toBuffer();
  expect(Buffer.compare(made, Buffer.from(raster.data))).toBe(0);
});
