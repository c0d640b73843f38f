import { findingsOf, type Finding } from "@/core/checks/findings";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { foundIn } from "@/render/checks";
import { loadRaster } from "@/server/files/rasters";

/** All that can be found about a design filled with its samples, in every format. */
export async function findings(design: Design, house: House): Promise<Finding[]> {
  const request = { design, values: sampleValues(design), house, samples: true };
  return findingsOf(design, await foundIn(request, design.formats, loadRaster, "design"));
}
