import { loadRaster } from "@/server/files/rasters";
import { writeFile } from "node:fs/promises";
import { IssueError } from "@/core/issue";
import { messageOf } from "@/core/messages";
import { makeFrame } from "@/render/still";
import { fromCaller, needed, numberOf, UsageError, type Flags } from "./arguments";
import { loadDesign, loadValues } from "./load";

/** Writes one frame as PNG. */
export async function frame(flags: Flags): Promise<boolean> {
  const { design, house } = await loadDesign(flags);
  const [values] = await loadValues(flags, design);
  const format = needed(flags, "format");
  if (flags.ground !== undefined && !/^#[0-9a-fA-F]{6}$/.test(flags.ground)) {
    throw new UsageError("--ground must be a colour such as #203040.");
  }
  const out = fromCaller(needed(flags, "out"));
  try {
    const png = await makeFrame({
      scene: { design, values: values!, house, format },
      timeS: numberOf(flags, "at"),
      ground: flags.ground,
      loadPicture: loadRaster,
    });
    await writeFile(out, png);
  } catch (error) {
    if (error instanceof IssueError) throw new UsageError(messageOf(error.issue));
    throw error;
  }
  console.log(flags.json ? JSON.stringify({ file: out }) : out);
  return true;
}
