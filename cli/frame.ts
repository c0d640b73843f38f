import { writeFile } from "node:fs/promises";
import { findingsOf } from "@/core/checks/findings";
import { IssueError } from "@/core/issue";
import { messageOf } from "@/core/messages";
import { foundIn } from "@/render/checks";
import { makeFrame } from "@/render/still";
import { fileWords, fromCaller, needed, numberOf, rateOf, UsageError, type Flags } from "./arguments";
import { loadDesign, loadValues } from "./load";

/** Writes one frame as PNG: the very pixels of a clip at this rate. */
export async function frame(flags: Flags): Promise<boolean> {
  const loaded = await loadDesign(flags);
  const { design, house, loadPicture } = loaded;
  const values = await loadValues(flags, loaded);
  const format = needed(flags, "format");
  if (flags.ground !== undefined && !/^#[0-9a-fA-F]{6}$/.test(flags.ground)) {
    throw new UsageError("--ground must be a colour such as #203040.");
  }
  const out = needed(flags, "out");
  const request = {
    scene: { design, values, house, format },
    timeS: numberOf(flags, "at"),
    inClip: rateOf(flags),
    ground: flags.ground,
    loadPicture,
  };
  for (const { severity, message, id } of findingsOf(
    design,
    await foundIn({ design, values, house }, [format], loadPicture, "row"),
  ))
    if (flags.json) console.log(JSON.stringify({ format, finding: id, severity, message }));
    else console.error(`${format}: ${severity}. ${message} (${id})`);
  const png = await makeFrame(request).catch((error: unknown) => {
    if (!(error instanceof IssueError)) throw error;
    const nameOf = (id: string) => design.layers.find((layer) => layer.id === id)?.name ?? id;
    throw new UsageError(messageOf(error.issue, nameOf));
  });
  await writeFile(fromCaller(out), png).catch((error: NodeJS.ErrnoException) => {
    throw new UsageError(fileWords(error, out));
  });
  console.log(flags.json ? JSON.stringify({ file: fromCaller(out) }) : fromCaller(out));
  return true;
}
