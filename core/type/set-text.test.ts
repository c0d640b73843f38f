import { beforeAll, describe, expect, test } from "@jest/globals";
import { TypeStyle } from "../document/text";
import { loadFace } from "../testing/scene";
import { bundledFonts } from "./catalogue";
import { cleanText } from "./clean";
import { FontBook } from "./font-book";
import { readsRightToLeft } from "./itemise";
import { joinsAt } from "./joined";
import { outlineText } from "./outline-text";
import { facesFor, setText, type TextDemand } from "./set-text";

const book = new FontBook(bundledFonts);
const style = TypeStyle.parse({ family: "Bricolage Grotesque", weight: 700, size: 5 });
const demand = (text: string, more: Partial<TextDemand> = {}): TextDemand => ({
  text,
  style,
  maxWidthU: Infinity,
  maxLines: 1,
  shrinkToU: style.size,
  ...more,
});
const set = (text: string, more: Partial<TextDemand> = {}) => setText(demand(text, more), book);
const glyphs = (text: string) => set(text).lines.flatMap((line) => line.glyphs);

beforeAll(async () => {
  for (const face of bundledFonts.faces) book.add(face.id, await loadFace(face.id));
});

describe("shaping", () => {
  test("kerns: AV is narrower than A and V", () => {
    expect(set("AV").widthU).toBeLessThan(set("A").widthU + set("V").widthU);
  });
  test("joins Arabic letters: a word has other glyphs than its letters alone", () => {
    const word = glyphs("حداد").map((g) => g.glyph);
    const alone = [..."حداد"].flatMap((letter) => glyphs(letter).map((g) => g.glyph));
    expect(new Set(word)).not.toEqual(new Set(alone));
  });
  test("runs Arabic and Hebrew from right to left", () => {
    for (const text of ["ليلى حداد", "שירה בן־עמי"]) {
      const line = set(text).lines[0]!;
      const first = line.glyphs.find((glyph) => glyph.cluster === 0)!;
      expect(first.x).toBeGreaterThan(line.widthU / 5 / 2);
      expect(set(text).rightToLeft).toBe(true);
    }
  });
  test("an emoji reads neither way: before Arabic it turns nothing round, after Latin in Arabic it comes last", () => {
    expect(set("🌿 حديقة").rightToLeft).toBe(true);
    expect(set("🌿 garden").rightToLeft).toBe(false);
    expect(set("🌿").rightToLeft).toBe(false);
    const text = "باحثة — Fern №7 👩🏽‍🔬";
    const xOf = (found: string) => {
      const at = text.indexOf(found);
      const { glyphs: all } = set(text).lines[0]!;
      return Math.min(...all.filter(({ cluster }) => cluster >= at && cluster < at + found.length).map(({ x }) => x));
    };
    // From left to right as it is seen: the last is what is farthest left.
    expect(xOf("👩🏽‍🔬")).toBeLessThan(xOf("Fern"));
    expect(xOf("Fern")).toBeLessThan(xOf("باحثة"));
  });
  test("a space after an emoji is as wide as any other", () => {
    const alone = (text: string) => set(text).widthU;
    const space = alone("a a") - 2 * alone("a");
    expect(alone("🌿 a") - alone("🌿") - alone("a")).toBeCloseTo(space, 1);
  });
  test("letters beyond the basic plane read the way of their script", () => {
    expect(readsRightToLeft("\u{1e900}\u{1e923}")).toBe(true);
    expect(readsRightToLeft("𝐅𝐞𝐫𝐧 حديقة")).toBe(false);
    expect(readsRightToLeft("\ud83c حديقة")).toBe(false);
  });
  test("reorders Devanagari vowel signs and makes conjuncts", () => {
    // The sign for i is typed after its consonant cluster and stands before it.
    const found = glyphs("प्रिया");
    expect(found.length).toBeLessThan([..."प्रिया"].length);
    expect(found.every((glyph) => glyph.face.startsWith("NotoSansDevanagari"))).toBe(true);
  });
  test("puts a combining mark over its letter without widening the line", () => {
    expect(set("e\u0301").widthU).toBeCloseTo(set("é").widthU, 6);
    expect(set("x\u0301").widthU).toBeCloseTo(set("x").widthU, 6);
  });
  test("keeps numbers left to right inside right-to-left text", () => {
    const line = set("שנת 2024").lines[0]!;
    const digits = line.glyphs.filter((glyph) => glyph.cluster >= 4).sort((a, b) => a.cluster - b.cluster);
    expect(digits.map((glyph) => glyph.x)).toEqual([...digits.map((glyph) => glyph.x)].sort((a, b) => a - b));
    expect(digits[0]!.x).toBeLessThan(line.glyphs.find((glyph) => glyph.cluster === 0)!.x);
  });
  test("set wider, words of joined letters stay whole, and stand apart", () => {
    const xs = (text: string, widerEm: number) =>
      outlineText(set(text), 100, 0, [], book, widerEm).placed.map(({ x }) => x);
    expect(xs("حداد", 0.5)).toEqual(xs("حداد", 0));
    const [close, wide] = [xs("ليلى حداد", 0), xs("ليلى حداد", 0.5)];
    expect(Math.max(...wide) - Math.max(...close)).toBeCloseTo(2 * 0.5 * style.size, 5);
    expect(Math.max(...xs("fern", 0.5)) - Math.max(...xs("fern", 0))).toBeCloseTo(3 * 0.5 * style.size, 5);
  });
  test("letters that join are told by their script, whatever face they are set in", () => {
    for (const text of ["ب", "ক", "ਕ", "ད", "ߊ", "\u{1e900}"]) expect(joinsAt(text, 0)).toBe(true);
    for (const text of ["a", "ש", " ", "5"]) expect(joinsAt(text, 0)).toBe(false);
    expect(joinsAt("", 0)).toBe(false);
  });
  test("does not space out joined Arabic letters", () => {
    const wide = (text: string) => setText({ ...demand(text), style: { ...style, tracking: 20 } }, book).widthU;
    expect(wide("حداد")).toBeCloseTo(set("حداد").widthU, 6);
    expect(wide("abcd")).toBeCloseTo(set("abcd").widthU + 3 * 0.2 * 5, 6);
  });
  test("reports characters that no font has", () => {
    expect(set("a𒀀b").missing).toEqual(["𒀀"]);
    expect(set("abc").missing).toEqual([]);
  });
});

describe("fit", () => {
  test("wraps evenly without adding lines", () => {
    const text = "Seeds we saved from the old walled garden";
    const lines = set(text, { maxWidthU: 70, maxLines: 3 }).lines;
    const widths = lines.map((line) => line.widthU);
    expect(lines.length).toBe(2);
    expect(Math.max(...widths)).toBeLessThanOrEqual(70);
    expect(Math.max(...widths) - Math.min(...widths)).toBeLessThan(16);
    expect(lines.map((line) => text.slice(line.start, line.end)).join(" ")).toBe(text);
  });
  test("shrinks in steps of 0.05 u to the largest size that fits", () => {
    const result = set("Fairweather-Castellanos", { maxWidthU: 45, shrinkToU: 3 });
    expect(result.cut).toBe(false);
    expect(result.widthU).toBeLessThanOrEqual(45);
    const larger = set("Fairweather-Castellanos").widthU * ((result.sizeU + 0.05) / 5);
    expect(larger).toBeGreaterThan(45);
  });
  test("cuts with an ellipsis when even the smallest size is too wide", () => {
    const result = set("Fairweather Castellanos", { maxWidthU: 20, shrinkToU: 4 });
    expect(result.cut).toBe(true);
    expect(result.text.endsWith("…")).toBe(true);
    expect(result.widthU).toBeLessThanOrEqual(20);
    expect(result.sizeU).toBeCloseTo(4, 9);
  });
  test("breaks at line ends that were typed", () => {
    expect(set("one\ntwo", { maxLines: 2 }).lines.length).toBe(2);
  });
  test("sets an empty text to nothing, with the height of its font", () => {
    const result = set("");
    expect(result.widthU).toBe(0);
    expect(result.heightU).toBeGreaterThan(0);
  });
});

test("facesFor asks for fallbacks only when the text needs them", () => {
  const fresh = new FontBook(bundledFonts);
  expect(facesFor({ text: "Ada", style: style }, fresh).wanted.map((face) => face.id)).toEqual([
    "BricolageGrotesque_700Bold.ttf",
  ]);
  expect(facesFor({ text: "Ada", style: style }, book).chainOf(-1).length).toBe(1);
  expect(facesFor({ text: "ليلى", style: style }, book).chainOf(-1).length).toBeGreaterThan(1);
});

test("cleanText composes letters and drops control characters but keeps joiners", () => {
  expect(cleanText("e\u0301\u0000\u202ex\u200dy\r\nz")).toBe("éx\u200dy\nz");
});
