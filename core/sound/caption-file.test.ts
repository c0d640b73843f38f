import { describe, expect, test } from "@jest/globals";
import { readCaptionFile } from "./caption-file";

describe("readCaptionFile", () => {
  test("reads WebVTT with settings, notes, names, markup and instants of words", () => {
    const text = [
      "\ufeffWEBVTT - Moth Night",
      "Kind: captions",
      "",
      "NOTE made by hand",
      "",
      "1",
      "00:01.000 --> 00:02.500 align:start",
      "<v Ada>We plant <b>for</b> the moths &amp; bees</v>",
      "",
      "01:00:00.000 --> 01:00:02.000",
      "Ferns <01:00:00.400>drink <01:00:01.100>at night",
    ].join("\r\n");
    const { kind, captions, faults } = readCaptionFile(text);
    expect([kind, faults]).toEqual(["webvtt", []]);
    expect(captions[0]).toEqual({ startS: 1, endS: 2.5, text: "We plant for the moths & bees", words: [] });
    expect(captions[1]!.words).toEqual([
      { timeS: 3600, text: "Ferns" },
      { timeS: 3600.4, text: "drink" },
      { timeS: 3601.1, text: "at night" },
    ]);
  });
  test("reads SRT with commas and lines in several rows", () => {
    const text = "1\n00:00:01,200 --> 00:00:03,000\nOne\nand two\n\n2\n00:00:04,000 --> 00:00:05,500\nThree\n";
    const { kind, captions } = readCaptionFile(text);
    expect(kind).toBe("srt");
    expect(captions.map(({ startS, text }) => [startS, text])).toEqual([
      [1.2, "One and two"],
      [4, "Three"],
    ]);
  });
  test("names what cannot be read by its line, and reads the rest", () => {
    const text = ["1", "00:00:01,000 -> 00:00:02,000", "lost", "", "2", "00:00:99,000 --> 00:01:40,000", "odd", ""];
    const more = ["3", "00:00:05,000 --> 00:00:04,000", "back", "", "4", "00:00:06,000 --> 00:00:07,000", "good", ""];
    const last = ["5", "00:00:03,000 --> 00:00:03,500", "early"];
    const { captions, faults } = readCaptionFile([...text, ...more, ...last].join("\n"));
    expect(captions.map((caption) => caption.text)).toEqual(["early", "good"]);
    expect(faults.map(({ line }) => line)).toEqual([1, 6, 10, 18]);
  });
  test("says so when there is nothing", () => {
    expect(readCaptionFile("").faults).toEqual([{ line: 1, message: "There is nothing in this file." }]);
    expect(readCaptionFile("hello").captions).toEqual([]);
  });
});
