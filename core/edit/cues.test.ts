import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { startingValues } from "../document/values";
import { box, designWith, sceneOf, words } from "../testing/scene";
import { addCue, moveCue, putCues, removeCue } from "./cues";
import { exposeCue } from "./fields";
import { giveCue, speakOnCues, spokenMove, spokenWords, withStress, wordsOf } from "./spoken-line";

const design = () =>
  structuredClone(
    designWith(
      [
        box("a", {
          moves: [{ id: "a-in", kind: "fade", phase: "arrive", length: 0.4, start: { to: "cue:one" } }],
          keys: [{ property: "dx", keys: [{ at: { anchor: "cue", cue: "one" }, value: 2 }] }],
          meter: { property: "width", end: { anchor: "cue", cue: "one" } },
        }),
        words("t", "We plant for moths"),
      ],
      {
        cues: [
          { id: "one", name: "One", at: 0.5 },
          { id: "two", name: "Two", at: 1 },
        ],
      },
    ),
  );
const at = (d: Design) => d.cues.map((cue) => cue.at);
const valid = (d: Design) => Design.safeParse(d).success;

describe("cues", () => {
  test("are kept in the order they come in, whoever moves them", () => {
    const d = design();
    addCue(d, 0.7);
    expect(at(d)).toEqual([0.5, 0.7, 1]);
    moveCue(d, "one", 2);
    expect(d.cues.map(({ id }) => id)).toEqual(["cue-3", "two", "one"]);
    moveCue(d, "two", -4);
    expect(at(d)[0]).toBe(0);
  });
  test("taken away leave nothing that waits for them", () => {
    const d = design();
    exposeCue(d, "one");
    removeCue(d, "one");
    expect(JSON.stringify(d)).not.toContain('"one"');
    expect(JSON.stringify(d)).not.toContain("cue:one");
    expect(valid(d)).toBe(true);
  });
  test("found again keep their ids, so that what starts on them stays tied; those too many go", () => {
    const d = design();
    const first = putCues(d, "Sound", [{ atS: 0.2 }, { atS: 0.4 }, { atS: 0.6 }]);
    expect(first).toEqual(["sound-1", "sound-2", "sound-3"]);
    d.layers[0]!.moves[0]!.start.to = "cue:sound-3";
    const again = putCues(d, "Sound", [{ atS: 0.25 }, { atS: 0.5 }]);
    expect(again).toEqual(["sound-1", "sound-2"]);
    expect(d.layers[0]!.moves[0]!.start.to).toBe("phase");
    expect(d.cues.map(({ id }) => id)).toEqual(["sound-1", "one", "sound-2", "two"]);
  });
  test("can be set by the filler, within limits, and move what starts on them", async () => {
    const d = design();
    expect(exposeCue(d, "one")).toBe("one");
    expect(exposeCue(d, "one")).toBeUndefined();
    const values = startingValues(d);
    expect(values.fields.one).toBe(0.5);
    const begins = async (when: string) =>
      (await sceneOf(d, { fields: { one: when } })).table.layers.get("a")!.arrive[0]!.startS;
    expect(await begins("0.5")).toBe(0.5);
    expect(await begins("1.25")).toBe(1.25);
    expect(await begins("99999")).toBe(d.length.max);
  });
});

describe("a spoken line", () => {
  test("is words, and stars that stress", () => {
    expect(wordsOf("  We plant *moths*. ")).toEqual(["We", "plant", "*moths*."]);
    expect(withStress("We plant moths", 2)).toBe("We plant *moths*");
    expect(withStress("We plant *moths*", 2)).toBe("We plant moths");
    expect(withStress("We *plant moths*, now", 2)).toBe("We *plant* moths, now");
    expect(withStress("Wait, moths!", 1)).toBe("Wait, *moths*!");
  });
  test("are stressed where the stage stresses them, with punctuation and over several words", () => {
    const stressed = (text: string) =>
      spokenWords(text).flatMap(({ text: word, isStressed }) => (isStressed ? [word] : []));
    expect(stressed("We plant *moths*, here")).toEqual(["moths,"]);
    expect(stressed("We *plant the moths* here")).toEqual(["plant", "the", "moths"]);
    expect(stressed("un*likely* 2 * 3")).toEqual(["unlikely"]);
  });
  test("brings its words on cues in turn", async () => {
    const d = design();
    speakOnCues(d, "t", ["one", "two"]);
    expect(valid(d)).toBe(true);
    const move = (await sceneOf(d)).table.layers.get("t")!.arrive[0]!;
    expect(move.parts!.starts.slice(0, 2)).toEqual([0.5, 1]);
    speakOnCues(d, "t", ["two"]);
    expect(d.layers[1]!.moves).toHaveLength(1);
    speakOnCues(d, "a", ["one"]);
    expect(spokenMove(d, "a")).toBeUndefined();
  });
  test("any word may take any cue, whichever the others have", () => {
    const d = design();
    d.layers[0]!.moves = [];
    speakOnCues(d, "t", ["one", "two", "two"]);
    giveCue(d, "t", 0, "two");
    giveCue(d, "t", 2, "one");
    expect(spokenMove(d, "t")!.split!.cues).toEqual(["two", "two", "one"]);
    giveCue(d, "t", 1, "nowhere");
    expect(spokenMove(d, "t")!.split!.cues).toEqual(["two", "two", "one"]);
    expect(valid(d)).toBe(true);
  });
  test("keeps the moves that were chosen for the text", () => {
    const d = design();
    const move = {
      kind: "rise",
      phase: "arrive",
      start: { to: "phase", edge: "start", gap: 0.4 },
      length: 0.3,
    } as const;
    d.layers[1]!.moves = [
      { ...move, id: "r", split: { by: "letter", order: "reverse", overlap: 0.2 } },
      { ...move, id: "f", kind: "fade" },
    ];
    speakOnCues(d, "t", ["one"]);
    expect(d.layers[1]!.moves.map(({ id, kind, split }) => [id, kind, split!.by, split!.order, split!.cues])).toEqual([
      ["r", "rise", "word", "reverse", ["one"]],
      ["f", "fade", "word", "forward", ["one"]],
    ]);
  });
});
