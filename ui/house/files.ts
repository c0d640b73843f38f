import type { Uploaded } from "@/contract/media";
import type { HouseSound } from "@/core/document/house";
import type { HousePicture, HouseVideo } from "@/core/document/media";

/*
 * Files of the house style: what they are called, look like and hold.
 */

export const kindOfList = { pictures: "picture", videos: "video", sounds: "sound" } as const;
export type FileList = keyof typeof kindOfList;
export type HouseFile = HousePicture | HouseVideo | HouseSound;

/** What of a file another can take the place of. */
type Of<T> = Omit<T, "id" | "name" | "licence">;
export type FileParts = Of<HousePicture> | Of<HouseVideo> | Of<HouseSound>;

/** Where a file's picture is: of a video its first frame; undefined for a sound. */
export const fileSource = (list: FileList, hash: string): string | undefined =>
  ({ pictures: `/api/media/${hash}`, videos: `/api/media/${hash}/frames/0`, sounds: undefined })[list];

const sizeOf = ({ width, height }: { width: number; height: number }): string => `${width} × ${height}`;
const secondsOf = ({ frames, fps }: Pick<HouseVideo, "frames" | "fps">): number => (frames * fps.den) / fps.num;

/** Its size and length, in words. */
export function factsOf(file: FileParts): string {
  if ("durationS" in file) return `${file.durationS.toFixed(1)} s of sound`;
  return "frames" in file ? `${sizeOf(file)}, ${secondsOf(file).toFixed(1)} s` : sizeOf(file);
}

/** What an upload puts in the place of a file of its kind. */
export function partsOf(made: Uploaded): FileParts | undefined {
  if (made.kind === "picture") return made.picture;
  if (made.kind === "video") return made.video;
  return made.kind === "sound" ? made.sound : undefined;
}

/** What designs that show a file will notice when another takes its place, as sentences. */
export function differences(before: FileParts, after: FileParts): string[] {
  const said: string[] = [];
  if ("width" in before && "width" in after) {
    const [was, is] = [before.width / before.height, after.width / after.height];
    if (Math.abs(is / was - 1) > 0.02)
      said.push("It has another shape. Where it fills an area, other parts are cropped.");
    if (after.width < before.width * 0.8) said.push("It has fewer pixels and may look soft.");
  }
  if ("frames" in before && "frames" in after && secondsOf(after) < secondsOf(before) - 0.05)
    said.push("It is shorter. Where it plays to its end, it ends earlier.");
  if ("durationS" in before && "durationS" in after && Math.abs(after.durationS - before.durationS) > 0.05)
    said.push("It has another length. Cues found in the old file stay where they are.");
  return said;
}
