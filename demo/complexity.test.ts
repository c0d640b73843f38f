import { expect, test } from "@jest/globals";
import { sampleValues } from "@/core/document/values";
import { readDesign } from "./designs";
import { quartered } from "@/core/testing/scene";
import { house } from "./house";
import { loadDemoPicture } from "./pictures";
import { measureComplexity } from "@/render/complexity";

const measured = (id: string) => {
  const design = readDesign(id as never);
  const scene = {
    design,
    values: sampleValues(design),
    house: quartered(house),
    format: design.formats[0]!,
    samples: true,
  };
  return measureComplexity(scene, loadDemoPicture);
};

test("what moves all over has many times the change of what comes, stays and goes", async () => {
  const [strap, wipe] = await Promise.all([measured("name-strap"), measured("format-wipe")]);
  expect(strap.frame).toBeGreaterThan(0);
  expect(strap.change).toBeLessThan(strap.frame / 4);
  expect(wipe.change).toBeGreaterThan(10 * strap.change);
});
