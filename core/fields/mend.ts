import { likeness } from "./likeness";
import type { Offer } from "./define";

/** A written form that is too long beside the shorter one that the designer allows in its place. */
export interface ShorterForm {
  readonly long: string;
  readonly short: string;
}

/** A text with every long form as its short one; undefined where it has none of them. */
export function shortened(text: string, forms: readonly ShorterForm[]): string | undefined {
  // The longest first: “Head of Department” before “Head”.
  const ordered = [...forms].sort((a, b) => b.long.length - a.long.length);
  let out = text;
  for (const { long, short } of ordered) out = out.split(long).join(short);
  out = out.replace(/ {2,}/g, " ").trim();
  return out === text ? undefined : out;
}

/** Alike enough for the one to be meant by the other. */
const leastLikeness = 0.5;

/** What a person most likely meant of what is on offer; undefined where nothing is like it. */
export function likeliest(text: string, offers: readonly Offer[]): Offer | undefined {
  let best: { offer: Offer; score: number } | undefined;
  for (const offer of offers) {
    const names = [offer.id, offer.label, offer.also ?? ""];
    const score = Math.max(...names.map((name) => likeness(text, name)));
    if (score >= leastLikeness && score > (best?.score ?? 0)) best = { offer, score };
  }
  return best?.offer;
}
