import type { CheckScope } from "@/core/checks/define";
import { issuesOf, type CheckTools } from "@/core/checks/run";
import type { Values } from "@/core/document/values";
import type { Issue } from "@/core/issue";
import { prepareScene, type SceneRequest } from "@/core/scene";
import { fontBook, fontLoader } from "./fonts";
import { NodeHost } from "./node-host";

type LoadRaster = (ref: string) => Promise<Uint8Array>;
type Found = { format: string; issues: Issue[] }[];

function toolsFor(loadRaster: LoadRaster): CheckTools {
  const host = new NodeHost();
  const loadFace = fontLoader(loadRaster);
  return {
    host,
    prepare: (wanted) => prepareScene(wanted, fontBook(), loadFace),
    load: (refs) => host.load([...refs], loadRaster),
  };
}

/** What the checks find about a design with these values, format by format. `loadRaster` brings files by their names. */
export async function foundIn(
  request: Omit<SceneRequest, "format">,
  formats: readonly string[],
  loadRaster: LoadRaster,
  scope: CheckScope,
  looked?: (formats: number) => void,
): Promise<Found> {
  const tools = toolsFor(loadRaster);
  const found: Found = [];
  for (const format of formats) {
    found.push({ format, issues: await issuesOf({ ...request, format }, tools, scope) });
    looked?.(found.length);
  }
  return found;
}

/** Rows that share what they have loaded: pictures of hundreds of rows are not all kept. */
const rowsTogether = 50;

/** Looks at many rows of one release, one after another; what they share is loaded once for many of them. */
export function rowChecker(
  { design, house }: Pick<SceneRequest, "design" | "house">,
  loadRaster: LoadRaster,
): (values: Values, formats: readonly string[]) => Promise<Found> {
  let tools = toolsFor(loadRaster);
  let looked = 0;
  return async (values, formats) => {
    if (++looked % rowsTogether === 0) tools = toolsFor(loadRaster);
    const found: Found = [];
    for (const format of formats) {
      found.push({ format, issues: await issuesOf({ design, house, values, format }, tools, "row") });
    }
    return found;
  };
}
