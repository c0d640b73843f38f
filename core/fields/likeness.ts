/** Letters and figures alone, without marks and case. */
export const plainWords = (text: string): string =>
  text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLocaleLowerCase("en")
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

const pairs = (text: string): string[] =>
  Array.from({ length: Math.max(0, text.length - 1) }, (_, i) => text.slice(i, i + 2));

/** Whether the first has all the words of the second, and more: “Full name” and “Name”. */
const saysMore = (long: string, short: string): boolean =>
  short !== "" && short.split(" ").every((word) => long.split(" ").includes(word));

/** How alike two names are, from 0 to 1: by their words, or twice the pairs of letters they share, of all they have. Source: Dice, 1945. */
export function likeness(a: string, b: string): number {
  const [one, other] = [plainWords(a), plainWords(b)];
  if (one === other && one !== "") return 1;
  if (saysMore(one, other) || saysMore(other, one)) return 0.8;
  const [first, second] = [pairs(one), pairs(other)];
  const left = [...second];
  let shared = 0;
  for (const pair of first) {
    const at = left.indexOf(pair);
    if (at >= 0) {
      left.splice(at, 1);
      shared++;
    }
  }
  return first.length + second.length === 0 ? 0 : (2 * shared) / (first.length + second.length);
}
