import type { Fps } from "@/core/document/fps";
import type { Box } from "@/core/geometry/box";
import type { Issue } from "@/core/issue";
import { clipBounds } from "@/core/sample/clip";
import type { Playable } from "@/core/sample/playable";
import { smallerRequest, type Scene, type SceneRequest } from "@/core/scene";

/** A video that is shown, by its hash. */
export interface ShownVideo {
  readonly width: number;
  readonly frames: number;
}

/** What is painted at an instant, and where. */
export interface Take {
  readonly playable: Pick<Playable, "format" | "pictures" | "showsVideo" | "sample">;
  readonly bounds: Box;
  readonly videos: ReadonlyMap<string, ShownVideo>;
}

/** What is shown in one format. */
export interface Shown {
  /** What shows an instant, in a share of the format's size. */
  takeAt(timeS: number, share: number): Promise<Take>;
  /** What checks look at; undefined where nothing is checked. */
  readonly request: SceneRequest | undefined;
  /** What had to be left out so that the rest can be shown. */
  readonly faults: readonly Issue[];
  paintedKey: string | undefined;
}

/** Fewer samples of motion blur where a moving picture is shown small. */
const lightSamples = 3;

export const lightRequest = <R extends SceneRequest>(request: R, share: number): R =>
  share < 1 ? smallerRequest(request, share, lightSamples) : request;

/** The videos of a scene by their hash. */
export const videosOf = (scene: Scene): ReadonlyMap<string, ShownVideo> =>
  new Map(
    scene.still.layers.flatMap(({ content }) =>
      content.kind === "raster" && content.clip
        ? [[content.hash, { width: content.width, frames: content.clip.frames }] as const]
        : [],
    ),
  );

/** One filled-in design in one format, as a file is painted: on the pixels that the whole clip touches. */
export class ShownScene implements Shown {
  paintedKey: string | undefined;
  private exact: Take | undefined;
  private light: { readonly take: Take; readonly share: number } | undefined;

  /** `prepare` prepares it again in the size that is shown. */
  constructor(
    private readonly scene: Scene,
    readonly request: SceneRequest & { fps: Fps },
    private readonly prepare: (request: SceneRequest) => Promise<Scene>,
    readonly faults: readonly Issue[] = [],
  ) {}

  async takeAt(_: number, share: number): Promise<Take> {
    const { scene, request } = this;
    if (share >= 1) {
      this.exact ??= { playable: scene, bounds: clipBounds(scene, request.fps), videos: videosOf(scene) };
      return this.exact;
    }
    if (this.light?.share !== share) {
      const small = await this.prepare(lightRequest(request, share));
      const { width, height } = small.format;
      const take = { playable: small, bounds: { x: 0, y: 0, width, height }, videos: videosOf(small) };
      this.light = { share, take };
    }
    return this.light.take;
  }
}
