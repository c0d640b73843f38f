import { describe, expect, test } from "@jest/globals";
import { Stretch } from "../document/text";
import { changeCase, looksAt, readStretches, saidBy } from "./ranges";

const stretch = (of: unknown) => Stretch.parse({ of });
const read = (text: string, ...of: unknown[]) => readStretches(text, of.map(stretch), "as-typed", "en");

describe("readStretches", () => {
  test("takes the asterisks off stressed words and remembers where they stood", () => {
    const { text, ranges } = read("Ferns *drink* at *night*", { kind: "stressed" });
    expect(text).toBe("Ferns drink at night");
    expect(ranges.map(({ start, end }) => text.slice(start, end))).toEqual(["drink", "night"]);
  });
  test("leaves asterisks alone when nothing is to be stressed, and single ones always", () => {
    expect(read("2 * 3").text).toBe("2 * 3");
    expect(read("2 * 3", { kind: "stressed" }).text).toBe("2 * 3");
  });
  test("finds words, words by number and letters by grapheme cluster", () => {
    const parts = (text: string, of: unknown) => {
      const found = read(text, of);
      return found.ranges.map(({ start, end }) => found.text.slice(start, end));
    };
    expect(parts("moth, moth", { kind: "find", text: "moth" })).toEqual(["moth", "moth"]);
    expect(parts("one two three", { kind: "words", start: 1, end: 3 })).toEqual(["two three"]);
    expect(parts("e\u0301a\u0308o", { kind: "letters", start: 1, end: 2 })).toEqual(["a\u0308"]);
    expect(parts("प्रिया", { kind: "letters", start: 0, end: 1 })).toEqual(["प्रि"]);
    expect(parts("short", { kind: "letters", start: 9, end: 12 })).toEqual([]);
  });
  test("lets stretches that overlap add up, the later one's words counting", () => {
    const { text, ranges } = read("abcd", { kind: "letters", start: 0, end: 3 }, { kind: "letters", start: 2, end: 4 });
    const { at, looks } = looksAt(text.length, ranges);
    expect([...at].map((look) => looks[look] ?? [])).toEqual([[0], [0], [0, 1], [1], []]);
    const stretches = [
      { colour: "red", weight: 700 },
      { colour: "blue", weight: undefined },
    ];
    expect(saidBy([0, 1], stretches, "colour")).toBe("blue");
    expect(saidBy([0, 1], stretches, "weight")).toBe(700);
    expect(saidBy(undefined, stretches, "weight")).toBeUndefined();
  });
});

describe("changeCase", () => {
  test("follows the language", () => {
    expect(changeCase("iris", "upper", "tr")).toBe("İRİS");
    expect(changeCase("iris", "upper", "en")).toBe("IRIS");
    expect(changeCase("straße", "upper", "de")).toBe("STRASSE");
  });
  test("starts every word of a title with a capital", () => {
    expect(changeCase("the hart’s-tongue “fern”", "title", "en")).toBe("The Hart’s-Tongue “Fern”");
  });
});
