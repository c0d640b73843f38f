import { parseFrameRef } from "@/core/sample/rasters";
import { prepareScene, type Scene, type SceneRequest } from "@/core/scene";
import { bundledFonts } from "@/core/type/catalogue";
import { FontBook } from "@/core/type/font-book";
import { fileAt, frameAt } from "@/ui/parts/files-at";
import type { BrowserHost } from "./browser-host";

/*
 * How a painting worker comes by fonts, pictures and frames of videos.
 */

const book = new FontBook(bundledFonts);

async function fetchBytes(path: string): Promise<Response> {
  const answer = await fetch(path);
  if (!answer.ok) throw new Error(`${path} could not be loaded (${answer.status})`);
  return answer;
}

const loadFace = async (faceId: string): Promise<Uint8Array> => {
  // Uploaded fonts are named by their content hash.
  const path = /^[0-9a-f]{64}$/.test(faceId) ? fileAt(faceId) : `/fonts/${encodeURIComponent(faceId)}`;
  return new Uint8Array(await (await fetchBytes(path)).arrayBuffer());
};

export const fetchRaster = async (ref: string): Promise<Blob> => {
  const { hash, frame } = parseFrameRef(ref) ?? { hash: ref };
  return (await fetchBytes(frame === undefined ? fileAt(hash) : frameAt(hash, frame))).blob();
};

/** A scene whose fonts and pictures are loaded. */
export async function loadedScene(request: SceneRequest, host: BrowserHost): Promise<Scene> {
  const scene = await prepareScene(request, book, loadFace);
  await host.loadAll(scene.pictures, fetchRaster);
  return scene;
}
