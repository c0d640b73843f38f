import { existsSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";

/*
 * Programs of ours that run beside the pages, bundled by the build.
 */

export const programFolder = ".next/programs";

/** Where the build puts a program, by its path from the project's root. */
export const bundleOf = (program) => `${programFolder}/${program.replace(/\.ts$/, ".mjs")}`;

function newest(path) {
  let at = 0;
  for (const entry of readdirSync(path, { withFileTypes: true })) {
    const inner = join(path, entry.name);
    at = Math.max(at, entry.isDirectory() ? newest(inner) : statSync(inner).mtimeMs);
  }
  return at;
}

/** Whether the bundle of a program is there and none of these folders has changed since. */
export function isFresh(program, root, rooms) {
  const bundle = join(root, bundleOf(program));
  if (!existsSync(bundle)) return false;
  const made = statSync(bundle).mtimeMs;
  return rooms.every((room) => newest(join(root, room)) <= made);
}
