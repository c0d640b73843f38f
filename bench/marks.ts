import { createCanvas } from "@napi-rs/canvas";
import { MarkRecipe } from "@/core/document/recipe";
import { prepareRaster } from "@/core/media/prepare-raster";
import type { Raster } from "@/core/media/raster";
import { median, round, secondsOf, type Measurement } from "./measure";

const recipe = MarkRecipe.parse({ clear: {}, size: {} });

/** A badge on a plain ground, or on one that changes softly. */
function flat(side: number, soft: boolean): Raster {
  const context = createCanvas(side, side).getContext("2d");
  const slope = context.createLinearGradient(0, 0, side, side);
  slope.addColorStop(0, "#f4f0e6");
  slope.addColorStop(1, "#cfd8d2");
  context.fillStyle = soft ? slope : "#ffffff";
  context.fillRect(0, 0, side, side);
  context.fillStyle = "#2c5a3f";
  context.beginPath();
  context.ellipse(side / 2, side / 2, side * 0.3, side * 0.35, 0.3, 0, 7);
  context.fill();
  return { width: side, height: side, data: context.getImageData(0, 0, side, side).data };
}

/** Flat pictures made into marks: the largest that is kept, one at the size of the screen, a set of twenty. */
export async function measureMarks(): Promise<Measurement[]> {
  const line = async (name: string, pictures: readonly Raster[], most: number): Promise<Measurement> => {
    const times: number[] = [];
    for (let i = 0; i < 5; i++) {
      times.push(await secondsOf(() => pictures.forEach((picture) => void prepareRaster(picture, recipe))));
    }
    return { name, value: round(median(times)), unit: "s", target: { is: "at most", value: most }, detail: {} };
  };
  return [
    await line("a mark of 4096 × 4096 pixels, plain ground", [flat(4096, false)], 1.5),
    await line("a mark of 4096 × 4096 pixels, soft ground", [flat(4096, true)], 1.5),
    await line("a mark at the size of the screen", [flat(480, false)], 0.06),
    await line("twenty marks of 400 pixels made of one optical size", Array(20).fill(flat(400, false)) as Raster[], 1),
  ];
}
