import { IssueError, type Issue } from "../issue";
import type { PaintHost } from "../paint/canvas";
import { rastersOf } from "../sample/rasters";
import { smallerRequest, type Scene, type SceneRequest } from "../scene";
import { flashIssues, flashShare } from "./flashes";
import { idleLoops, tooShortToRead } from "./reading";
import { seamFrames, seamIssues } from "./seams";
import { smallMedia } from "./small-media";
import { textContrast } from "./text-contrast";

/** What is looked at: a design before it is published, or one filled-in row of a release that has been. */
export type CheckScope = "design" | "row";

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
    const { still, table } = scene;
    await tools.load([...scene.pictures, ...rastersOf(scene.sample(scene.posterS).ops)]);
    const found = [
      ...scene.issues,
      ...textContrast(scene, tools.host),
      ...smallMedia(still),
      ...tooShortToRead(still, table),
    ];
    // How it moves is the design's own, and was looked at when it was published.
    return scope === "row" ? found : [...found, ...(await motionIssues(request, scene, tools))];
  } catch (error) {
    if (error instanceof IssueError) return [error.issue];
    throw error;
  }
}

async function motionIssues(
  request: SceneRequest,
  scene: Scene,
  { prepare, host, load }: CheckTools,
): Promise<Issue[]> {
  const { still, table } = scene;
  await load(seamFrames(still, table));
  const small = await prepare(smallerRequest(request, flashShare, 2));
  // The frames of a video are not all at hand.
  const flashes = small.showsVideo ? [] : flashIssues(small, host);
  const { sound } = request.design;
  const lost = sound && !request.house.sounds.some(({ id }) => id === sound.sound) ? sound.sound : undefined;
  return [
    ...idleLoops(still, table),
    ...seamIssues(still, table, host),
    ...flashes,
    ...(lost === undefined ? [] : [{ code: "sound_unknown", sound: lost } as const]),
  ];
}
