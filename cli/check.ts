import { UsageError, type Flags } from "./arguments";
import { loadDesign } from "./load";
import { packageNamed } from "./open-package";
import { checkPackage } from "./packages";
import { lookAtRows } from "./rows";

/** Tells what the checks find about rows, without making anything; answers whether nothing stops any of them. */
export async function check(flags: Flags, [named]: readonly string[]): Promise<boolean> {
  const inPackage = named === undefined ? undefined : packageNamed(named);
  if (named !== undefined && !inPackage) throw new UsageError(`${named} is not a package; name designs with --design.`);
  const whole = inPackage ?? packageNamed(flags.design ?? "");
  if (whole && (named !== undefined || flags.values === undefined)) return checkPackage(flags, whole.file);
  const { wanted, allGood } = await lookAtRows(flags, await loadDesign(flags));
  if (!flags.json) console.log(`${wanted.length} ${wanted.length === 1 ? "clip" : "clips"} may be made.`);
  return allGood;
}
