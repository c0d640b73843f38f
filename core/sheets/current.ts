/** What a file was made from, or would be made from now. */
export interface MadeFrom {
  /** What its row said. */
  readonly print: string;
  /** The release, whose design and house style never change. */
  readonly release: string;
  /** The output's settings. */
  readonly settings: string;
}

export type Outdated = "values" | "release" | "output";

/**
 * Why a file does not show any more what its row says; empty while it does. Only content counts: what was changed and
 * changed back makes it current again.
 */
export function outdatedBy(made: MadeFrom, now: MadeFrom): Outdated[] {
  const by: Outdated[] = [];
  if (made.print !== now.print) by.push("values");
  if (made.release !== now.release) by.push("release");
  if (made.settings !== now.settings) by.push("output");
  return by;
}
