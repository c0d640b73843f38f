import { findingsOf, sceneIssues, type Finding } from "@/core/checks/findings";
import { flashIssues, flashShare } from "@/core/checks/flashes";
import { seamFrames } from "@/core/checks/seams";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { IssueError, type Issue } from "@/core/issue";
import { rastersOf } from "@/core/sample/rasters";
import { prepareScene, smallerRequest } from "@/core/scene";
import { fontBook, fontLoader } from "@/render/fonts";
import { NodeHost } from "@/render/node-host";
import { loadRaster } from "@/server/files/rasters";

/** All that can be found about a design filled with its samples, in every format. */
export async function findings(design: Design, house: House): Promise<Finding[]> {
  const host = new NodeHost();
  const found: { format: string; issues: readonly Issue[] }[] = [];
  for (const format of design.formats) {
    try {
      const request = { design, values: sampleValues(design), house, format, samples: true };
      const scene = await prepareScene(request, fontBook(), fontLoader(loadRaster));
      await host.load(rastersOf(scene.sample(scene.posterS).ops), loadRaster);
      await host.load(seamFrames(scene.still, scene.table), loadRaster);
      await host.load(scene.pictures, loadRaster);
      const small = await prepareScene(smallerRequest(request, flashShare, 2), fontBook(), fontLoader(loadRaster));
      const flashes = small.showsVideo ? [] : flashIssues(small, host);
      found.push({ format, issues: [...sceneIssues(scene, host), ...flashes] });
    } catch (error) {
      if (!(error instanceof IssueError)) throw error;
      found.push({ format, issues: [error.issue] });
    }
  }
  return findingsOf(design, found);
}
