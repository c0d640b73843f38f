import { factsOf } from "../outputs/output";
import { plainPattern, stemOf, type NameFacts } from "./pattern";

/** What two names must differ in: many file systems take capitals and small letters for the same. */
export const nameKey = (name: string): string => name.normalize("NFC").toLowerCase();

/** A file's name before its number and ending, by the pattern of its output. */
export const fileStem = (facts: NameFacts): string => stemOf(facts.output.pattern ?? plainPattern, facts);

/**
 * For example `Name-strap_Ngozi-Fairweather_wide.webm`; a name that is taken gets a number. `taken` is asked for the
 * `nameKey` of names.
 */
export function fileName(facts: NameFacts, taken: (name: string) => boolean): string {
  const stem = fileStem(facts);
  const { ending } = factsOf(facts.output);
  let name = `${stem}.${ending}`;
  for (let n = 2; taken(nameKey(name)); n++) name = `${stem}_${n}.${ending}`;
  return name;
}
