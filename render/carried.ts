import { usedHouse } from "@/core/document/used-house";
import { isWritten } from "@/core/fields/field";
import type { PagePayload } from "@/core/page";
import { rastersOf } from "@/core/sample/rasters";
import { planClip } from "@/core/sample/clip";
import { prepareScene, type SceneRequest } from "@/core/scene";
import type { Fps } from "@/core/document/fps";
import { bundledFonts, faceFile } from "@/core/type/catalogue";
import { FontBook } from "@/core/type/font-book";
import { fontLoader, isUploaded } from "./fonts";

/** A filled-in design in one format with all that it shows, to be played without us. */
export interface Carried {
  readonly payload: Omit<PagePayload, "repeats">;
  /** Bytes of fonts, pictures and frames of videos, by what they are asked for. */
  readonly files: ReadonlyMap<string, Uint8Array>;
}

/**
 * A letter of every script that a text of a page may be given in by address, and a picture sign. What their faces have
 * beside these, such as Greek and Vietnamese, comes along.
 */
const everyScript = "A Ж Ω ب א क 🙂";

/** The same with every text field in every script; undefined where no text can be given. */
function inEveryScript<R extends SceneRequest>(request: R): R | undefined {
  const written = request.design.fields.filter((field) => isWritten(field) && field.drives.length > 0);
  if (written.length === 0) return undefined;
  const fields = Object.fromEntries(written.map(({ id }) => [id, everyScript]));
  return { ...request, values: { ...request.values, fields: { ...request.values.fields, ...fields } } };
}

/** Gathers what a page needs. Throws IssueError when the design can't be shown. */
export async function carriedScene(
  request: SceneRequest & { readonly fps: Fps },
  loadPicture: (ref: string) => Promise<Uint8Array>,
): Promise<Carried> {
  const files = new Map<string, Uint8Array>();
  const load = fontLoader(loadPicture);
  // A book of its own: what other clips have loaded before must not count.
  const book = new FontBook(bundledFonts);
  const loadFace = async (file: string) => {
    const bytes = await load(file);
    files.set(file, bytes);
    return bytes;
  };
  const scene = await prepareScene(request, book, loadFace);
  const given = inEveryScript(request);
  if (given) await prepareScene(given, book, loadFace);
  const { design, values, format, fps } = request;
  const fonts = request.house.fonts.filter(({ hash }) => files.has(hash));
  const faces = bundledFonts.faces.filter(({ id }) => !isUploaded(id) && files.has(faceFile(id)));
  const refs = new Set(scene.pictures);
  if (scene.showsVideo) {
    for (const timeS of planClip(scene, fps).distinct)
      for (const ref of rastersOf(scene.sample(timeS).ops)) refs.add(ref);
  }
  for (const ref of refs) files.set(ref, await loadPicture(ref));
  const house = { ...usedHouse(request.house, design, values, format), fonts };
  return { payload: { design, values, house, format, fps, faces }, files };
}
