import { readFile } from "node:fs/promises";
import { differenceFrom } from "./compare-svg";
import { readSvg } from "./read-svg";

/** Reads an SVG file into a drawing, and measures how it differs from the file. Refuses with the reason. */
export async function readMark(file: string) {
  const text = await readFile(file, "utf8");
  const { drawing, lost } = readSvg(text);
  return { drawing, lost, difference: await differenceFrom(text, drawing).catch(() => undefined) };
}
