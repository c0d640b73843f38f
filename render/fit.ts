/** One try at fitting: how much was given up, from 0 (nothing) to 1 (all that may be), and what came of it. */
export interface Try {
  readonly thrift: number;
  readonly bytes: number;
}

/** What has to give must leave no more than this much of the limit unused. */
export const leastUse = 0.92;
const aim = 0.965;
export const mostTries = 6;

/**
 * Finds the least thrift at which a file stays below a limit in bytes, in at most six tries: sizes fall with thrift
 * about exponentially, so that a line through their logarithms tells where to try next. Answers the best try that fits,
 * or undefined when even all thrift does not. `halving` is the thrift that is expected to halve a file.
 */
export async function fitToLimit(
  limit: number,
  halving: number,
  encode: (thrift: number) => Promise<number>,
): Promise<{ readonly best: Try | undefined; readonly tries: readonly Try[] }> {
  const tries: Try[] = [];
  const fits = ({ bytes }: Try) => bytes <= limit;
  const at = async (thrift: number): Promise<Try> => {
    const one = { thrift, bytes: await encode(thrift) };
    tries.push(one);
    return one;
  };
  const first = await at(0);
  if (fits(first)) return { best: first, tries };
  const target = Math.log(limit * aim);
  let above = first;
  let below: Try | undefined;
  let slope = -Math.LN2 / halving;
  /** How often in a row one end has stayed where it was. */
  let stayed = { above: 0, below: 0 };
  while (tries.length < mostTries) {
    const next = below
      ? between(above, below, target, stayed)
      : above.thrift + (target - Math.log(above.bytes)) / slope;
    // The first step goes a little farther, so that what is looked for lies in between from then on.
    // The last try is never spent on hoping.
    const last = !below && tries.length === mostTries - 1;
    const thrift = last ? 1 : Math.min(1, Math.max(above.thrift + 1e-3, below ? next : next * 1.04));
    const one = await at(thrift);
    if (fits(one)) {
      below = one;
      stayed = { above: stayed.above + 1, below: 0 };
      if (one.bytes >= limit * leastUse) break;
    } else {
      if (thrift >= 1) return { best: undefined, tries };
      // Some losses save nothing at first: no step is more than three times what was expected.
      const seen = (Math.log(one.bytes) - Math.log(above.bytes)) / (thrift - above.thrift);
      slope = Math.min(-Math.LN2 / halving / 3, seen);
      above = one;
      stayed = { above: 0, below: stayed.below + 1 };
    }
    if (below && below.thrift - above.thrift < 2e-3) break;
  }
  return { best: below, tries };
}

/**
 * Where the line between two tries meets the target, kept away from both ends. An end that has stayed counts for less, or
 * it would stay for good. Source: Dowell and Jarratt, the Illinois algorithm (1971).
 */
function between(above: Try, below: Try, target: number, stayed: { above: number; below: number }): number {
  const high = (Math.log(above.bytes) - target) / 2 ** Math.max(0, stayed.above - 1);
  const low = (target - Math.log(below.bytes)) / 2 ** Math.max(0, stayed.below - 1);
  const share = high + low === 0 ? 0.5 : high / (high + low);
  return above.thrift + (below.thrift - above.thrift) * Math.min(0.93, Math.max(0.07, share));
}
