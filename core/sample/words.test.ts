import { describe, expect, test } from "@jest/globals";
import { readCaptionFile } from "../sound/caption-file";
import { writeSrt, writeWebVtt } from "../sound/write-captions";
import { designWith, sceneOf, words } from "../testing/scene";

const fade = (gap: number) => [{ id: `m${gap * 10}`, kind: "fade", phase: "arrive", start: { gap }, length: 0.4 }];
const line = (id: string, text: string, dy: number, moves: unknown[] = []) =>
  words(id, text, { place: { dx: 10, dy }, moves });

const spokenIn = (layers: readonly unknown[], lengthS: number) => sceneOf(designWith(layers), { fields: {}, lengthS });

describe("what a clip says", () => {
  test("is read from when it begins to come until it has gone, lines that stand together as one", async () => {
    const scene = await spokenIn(
      [line("name", "Ada Fernsby", 20, fade(0.2)), line("role", "Gardener", 30, fade(0.5))],
      4,
    );
    const [only, ...more] = scene.words();
    expect(more).toEqual([]);
    expect(only!.text).toBe("Ada Fernsby\nGardener");
    expect(only!.startS).toBeGreaterThanOrEqual(0.2);
    expect(only!.startS).toBeLessThan(0.3);
    expect(only!.endS).toBeGreaterThan(3.4);
    expect(only!.endS).toBeLessThanOrEqual(4);
  });
  test("is apart where one comes long after the other", async () => {
    const scene = await spokenIn([line("first", "First", 20), line("later", "Later", 30, fade(2))], 5);
    expect(scene.words().map(({ text }) => text)).toEqual(["First", "Later"]);
  });
});

describe("words that come one by one", () => {
  const cues = [0.5, 1.1, 1.6].map((at, i) => ({ id: `c${i}`, name: `C${i}`, at }));
  const spoken = (dy: number) =>
    line("said", "sow and wait", dy, [
      {
        ...{ id: "w", kind: "fade", phase: "arrive", length: 0.2 },
        split: { by: "word", cues: cues.map(({ id }) => id) },
      },
    ]);
  const heading = line("head", "Moth Night", 20, fade(0.3));
  const out = { leave: "together" };
  test.each([
    ["below another text, in one caption", 30, 1],
    ["above it, in a caption of their own", 10, 2],
  ])("keep their instants %s", async (_, dy, count) => {
    const scene = await sceneOf(designWith([heading, spoken(dy)], { cues, ...out }), { fields: {}, lengthS: 4 });
    expect(scene.words()).toHaveLength(count);
    const text = writeWebVtt(scene.words());
    const read = readCaptionFile(text);
    expect(read.faults).toEqual([]);
    const words = read.captions.flatMap(({ words }) => words);
    for (const { at } of cues.slice(1)) expect(words.some(({ timeS }) => Math.abs(timeS - at) < 0.05)).toBe(true);
    expect(text).toContain("Moth Night");
  });
});

describe("captions", () => {
  const spoken = [
    { startS: 0.04, endS: 3661.5, text: "Fish & <chips>\n--> two", words: [] },
    {
      startS: 1,
      endS: 2,
      text: "We plant",
      words: [
        { timeS: 1, text: "We" },
        { timeS: 1.25, text: "plant" },
      ],
    },
  ];
  test("as WebVTT are read back as they were, with the instants of single words", () => {
    const { kind, captions, faults } = readCaptionFile(writeWebVtt(spoken));
    expect([kind, faults]).toEqual(["webvtt", []]);
    expect(captions.map(({ startS, endS, text }) => [startS, endS, text])).toEqual([
      [0.04, 3661.5, "Fish & <chips> --> two"],
      [1, 2, "We plant"],
    ]);
    expect(captions[1]!.words.map(({ timeS }) => timeS)).toContain(1.25);
  });
  test("as SRT have commas, numbers and the line ends that programs expect", () => {
    const text = writeSrt(spoken.slice(1));
    expect(text).toBe("1\r\n00:00:01,000 --> 00:00:02,000\r\nWe plant\r\n");
  });
});
