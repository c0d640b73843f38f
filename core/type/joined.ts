/**
 * Scripts whose letters join, at their feet or by a line over them: space between them tears words apart. Source: the
 * Unicode Standard, chapters 9, 12, 13, 14 and 19.
 */
const cursive = ["Arabic", "Syriac", "Mandaic", "Mongolian", "Phags_Pa", "Nko", "Adlam", "Hanifi_Rohingya"];
const hung = ["Devanagari", "Bengali", "Gurmukhi", "Tibetan"];
export const joinedScripts: readonly string[] = [...cursive, ...hung];

const joined = new RegExp(`[${joinedScripts.map((name) => `\\p{Script=${name}}`).join("")}]`, "u");

/** Whether the character at this UTF-16 index is of a script whose letters join. */
export const joinsAt = (text: string, index: number): boolean =>
  joined.test(String.fromCodePoint(text.codePointAt(index) ?? 0x20));
