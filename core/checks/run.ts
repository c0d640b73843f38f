import { IssueError, type Issue } from "../issue";
import type { PaintHost } from "../paint/canvas";
import { rastersOf } from "../sample/rasters";
import { smallerRequest, type Scene, type SceneRequest } from "../scene";
import { allChecks, checkOf } from "./codes";
import type { CheckScope, Looked } from "./define";
import { flashShare } from "./flashes";

/** What the side that checks provides; the same checks run in the browser, in the worker and on the command line. */
export interface CheckTools {
  readonly host: PaintHost;
  readonly prepare: (request: SceneRequest) => Promise<Scene>;
  /** Loads pictures and frames of videos by their references, so that they can be painted. */
  readonly load: (refs: Iterable<string>) => Promise<unknown>;
}

/** Everything found about a design filled in with these values, in one format. What can't be shown at all is found too. */
export async function issuesOf(request: SceneRequest, tools: CheckTools, scope: CheckScope): Promise<Issue[]> {
  try {
    const scene = await tools.prepare(request);
    await tools.load([...scene.pictures, ...rastersOf(scene.sample(scene.posterS).ops)]);
    const looked = lookedAt(request, scene, tools);
    const found: Issue[] = scene.issues.filter(({ code }) => !checkOf(code));
    for (const check of allChecks) if (check.scopes.includes(scope)) found.push(...(await check.find(looked)));
    return found;
  } catch (error) {
    if (error instanceof IssueError) return [error.issue];
    throw error;
  }
}

function lookedAt(request: SceneRequest, scene: Scene, { prepare, host, load }: CheckTools): Looked {
  const known = new Map<string, unknown>();
  const once = <T>(what: string, find: () => T): T => {
    if (!known.has(what)) known.set(what, find());
    return known.get(what) as T;
  };
  const small = () => once("small", () => prepare(smallerRequest(request, flashShare, 2)));
  return { request, scene, host, load, once, small };
}
