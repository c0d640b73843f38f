/** One line of the report: a measured ratio or rate beside its target. */
export interface Measurement {
  readonly name: string;
  readonly value: number;
  readonly unit: "ratio" | "per second" | "frames per second" | "ms" | "s" | "MB" | "share";
  /** The figure to reach; none for plain facts. */
  readonly target?: { readonly is: "at most" | "at least"; readonly value: number } | undefined;
  /** What the two sides of a ratio took, in their own unit, or other facts worth reading. */
  readonly detail: Readonly<Record<string, number | string>>;
}

export const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? NaN;
};

export const round = (value: number): number => Number(value.toPrecision(4));

export async function secondsOf(work: () => unknown): Promise<number> {
  const start = performance.now();
  await work();
  return (performance.now() - start) / 1000;
}

/** Medians of two pieces of work in turn, so that a slow minute of the machine weighs on both. */
export async function compare(
  runs: number,
  first: () => Promise<number>,
  second: () => Promise<number>,
): Promise<{ first: number; second: number; ratio: number }> {
  const a: number[] = [];
  const b: number[] = [];
  for (let i = 0; i < runs; i++) {
    a.push(await first());
    b.push(await second());
  }
  return { first: median(a), second: median(b), ratio: median(a) / median(b) };
}

export const meets = ({ value, target }: Measurement): boolean | undefined =>
  target && (target.is === "at most" ? value <= target.value : value >= target.value);
