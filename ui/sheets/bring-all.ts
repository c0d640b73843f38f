import pLimit from "p-limit";
import type { NamedMedia } from "@/core/sheets/media-names";
import { MediaValue } from "@/core/fields/value";
import { upload } from "@/ui/parts/upload";
import type { BroughtFile } from "./media-files";

const atOnce = 3;

/** Sends files, each once however many cells name it. Answers what stands in the cells then, and what was refused, in words. */
export async function bringAll(
  matched: readonly { readonly cell: NamedMedia; readonly file: BroughtFile }[],
  onProgress: (done: number) => void,
): Promise<{ values: Map<NamedMedia, MediaValue>; refused: string[] }> {
  const limit = pLimit(atOnce);
  const sent = new Map<BroughtFile, ReturnType<typeof upload>>();
  const send = (file: BroughtFile) => {
    const known = sent.get(file) ?? limit(async () => upload(await file.read()));
    sent.set(file, known);
    return known;
  };
  const values = new Map<NamedMedia, MediaValue>();
  const refused = new Set<string>();
  let done = 0;
  await Promise.all(
    matched.map(async ({ cell, file }) => {
      try {
        const made = await send(file);
        const own = made.kind === "picture" ? made.picture : made.kind === "video" ? made.video : undefined;
        if (made.kind !== cell.kind || !own) refused.add(`${file.name}: this is a ${made.kind}, not a ${cell.kind}.`);
        else {
          const source = { own: { ...own, name: made.name } };
          values.set(cell, MediaValue.parse({ kind: "media", source }));
        }
      } catch (error) {
        refused.add((error as Error).message);
      }
      onProgress(++done);
    }),
  );
  return { values, refused: [...refused] };
}
