import type { Flags } from "./arguments";
import { loadDesign } from "./load";
import { lookAtRows } from "./rows";

/** Tells what the checks find about rows, without making anything; answers whether nothing stops any of them. */
export async function check(flags: Flags): Promise<boolean> {
  const { wanted, allGood } = await lookAtRows(flags, await loadDesign(flags));
  if (!flags.json) console.log(`${wanted.length} ${wanted.length === 1 ? "clip" : "clips"} may be made.`);
  return allGood;
}
