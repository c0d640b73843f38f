import { bind, type BindOptions } from "./bind/bind";
import { textPlaces } from "./checks/text-places";
import type { Design } from "./document/design";
import type { Fps } from "./document/fps";
import type { House } from "./document/house";
import type { Values } from "./document/values";
import type { Issue } from "./issue";
import { facesWanted, layout } from "./layout/layout";
import type { Still } from "./layout/types";
import { playableOf, type Playable } from "./sample/playable";
import { schedule } from "./schedule/timetable";
import type { Timetable } from "./schedule/types";
import { faceFile } from "./type/catalogue";
import type { FontBook } from "./type/font-book";

export interface SceneRequest extends BindOptions {
  readonly design: Design;
  readonly values: Values;
  readonly house: House;
  readonly format: string;
  /** The clip's rate: meters are full at its last frame, motion blur is as long as its frames. 30 unless given. */
  readonly fps?: Fps | undefined;
}

/** A filled-in design in one format, ready to be sampled at any instant. */
export interface Scene extends Playable {
  readonly still: Still;
  readonly table: Timetable;
  /** When the cues come, as they are filled in. */
  readonly cues: ReadonlyMap<string, number>;
  readonly issues: readonly Issue[];
}

/**
 * Runs the stages up to the timetable, loading fonts as they turn out to be needed.
 * Throws an IssueError when the design or its values can't be shown.
 */
export async function prepareScene(
  request: SceneRequest,
  fonts: FontBook,
  loadFace: (faceId: string) => Promise<Uint8Array>,
): Promise<Scene> {
  const bound = bind(request.design, request.values, request.house, request.format, request);
  const book = fonts.withFaces(
    request.house.fonts.map(({ family, weight, italic, hash, weights }) => ({
      ...{ id: hash, family, weight, italic },
      ...(weights ? { weights } : {}),
    })),
  );
  for (let wanted = facesWanted(bound, book); wanted.length > 0; wanted = facesWanted(bound, book)) {
    const loaded = await Promise.all(wanted.map(async (face) => [face.id, await loadFace(faceFile(face.id))] as const));
    for (const [id, bytes] of loaded) if (!book.has(id)) book.add(id, bytes);
  }
  const still = layout(bound, book);
  const { lengthS } = bound;
  const table = schedule(still, bound, lengthS, request.fps);
  const rasters = still.layers.flatMap(({ content }) => (content.kind === "raster" ? [content] : []));
  const posterS = lengthS * request.design.posterAt;
  const pictures = rasters.filter(({ clip }) => !clip).map(({ hash }) => hash);
  return {
    ...playableOf(still, table, { pictures, showsVideo: rasters.some(({ clip }) => clip), posterS }),
    still,
    table,
    cues: bound.cues,
    issues: [...still.issues, ...textPlaces(still), ...table.issues],
  };
}

/**
 * The same scene in a smaller format: all lengths follow the format, so only the pixels become fewer. `samples` limits
 * those of motion blur, which only shows in what stands still.
 */
export function smallerRequest<R extends SceneRequest>(request: R, share: number, samples: number): R {
  const even = (side: number) => Math.max(2, 2 * Math.round((side * share) / 2));
  const formats = request.house.formats.map((format) =>
    format.id === request.format ? { ...format, width: even(format.width), height: even(format.height) } : format,
  );
  const { motionBlur } = request.design;
  const blur = motionBlur && { ...motionBlur, samples: Math.min(motionBlur.samples, samples) };
  return { ...request, design: { ...request.design, motionBlur: blur }, house: { ...request.house, formats } };
}

/** The same without its words, which keep their room: for those who write over it. */
export function withoutWords(scene: Scene): Playable {
  const layers = scene.still.layers.map((entry) => (entry.content.kind === "text" ? { ...entry, opacity: 0 } : entry));
  return { ...scene, ...playableOf({ ...scene.still, layers }, scene.table, scene), words: () => [] };
}
