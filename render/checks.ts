import type { CheckScope } from "@/core/checks/define";
import { issuesOf, type CheckTools } from "@/core/checks/run";
import type { Issue } from "@/core/issue";
import { prepareScene, type SceneRequest } from "@/core/scene";
import { fontBook, fontLoader } from "./fonts";
import { NodeHost } from "./node-host";

/** What the checks find about a design with these values, format by format. `loadRaster` brings files by their names. */
export async function foundIn(
  request: Omit<SceneRequest, "format">,
  formats: readonly string[],
  loadRaster: (ref: string) => Promise<Uint8Array>,
  scope: CheckScope,
  looked?: (formats: number) => void,
): Promise<{ format: string; issues: Issue[] }[]> {
  const host = new NodeHost();
  const tools: CheckTools = {
    host,
    prepare: (wanted) => prepareScene(wanted, fontBook(), fontLoader(loadRaster)),
    load: (refs) => host.load([...refs], loadRaster),
  };
  const found: { format: string; issues: Issue[] }[] = [];
  for (const format of formats) {
    found.push({ format, issues: await issuesOf({ ...request, format }, tools, scope) });
    looked?.(found.length);
  }
  return found;
}
