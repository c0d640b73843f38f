import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import type { OrderEntry } from "../document/order";
import { frameRates } from "../document/fps";
import { readCsv } from "../table/csv";
import { decisionList } from "./decision-list";
import { editList } from "./edit-list";
import { lanesOf, listedClips, type ListedClip } from "./listed";
import type { TimedOrder } from "./time-order";
import { timingSheet } from "./timing-sheet";

const fps = frameRates["29.97"]!;
const entry = { id: "a" } as OrderEntry;
const orderOf = (parts: readonly (readonly [start: number, frames: number])[], times = 1, pause = 0): TimedOrder => {
  const showingFrames = Math.max(0, ...parts.map(([start, frames]) => start + frames));
  return {
    ...{ fps, times, leadFrames: 0, tailFrames: 0, showingFrames, periodFrames: showingFrames + pause, issues: [] },
    parts: parts.map(([startFrame, frames]) => ({ entry, startFrame, frames })),
  };
};
const named = (part: number) => ({ name: `Talk ${part + 1}`, file: `talk ${part + 1}.mov` });
const two = listedClips(
  orderOf(
    [
      [0, 120],
      [90, 150],
    ],
    2,
    60,
  ),
  named,
);

describe("lanes", () => {
  test("hold clips apart that are on together, and use one again once it is free", () => {
    expect(two.map(({ startFrame, lane, showing }) => [startFrame, lane, showing])).toEqual([
      [0, 0, 1],
      [90, 1, 1],
      [300, 0, 2],
      [390, 1, 2],
    ]);
  });
  test("never hold two clips at one frame, whatever the order", () => {
    const part = fc.tuple(fc.nat(500), fc.integer({ min: 1, max: 200 }));
    fc.assert(
      fc.property(fc.array(part, { maxLength: 30 }), fc.integer({ min: 1, max: 3 }), (parts, times) => {
        const sorted = [...parts].sort((a, b) => a[0] - b[0]);
        for (const lane of lanesOf(listedClips(orderOf(sorted, times), named))) {
          for (const [i, clip] of lane.entries()) {
            const before = lane[i - 1];
            if (before) expect(clip.startFrame).toBeGreaterThanOrEqual(before.startFrame + before.frames);
          }
        }
      }),
    );
  });
});

test("the timing sheet says in timecode and seconds what comes when", () => {
  const { table, errors } = readCsv(timingSheet(two, { fps, drop: true, fromFrame: 107892 }));
  expect(errors).toEqual([]);
  expect(table.rows[1]).toEqual(["2", "Talk 2", "1", "01:00:03;00", "01:00:08;00", "3.003", "5.005", "talk 2.mov"]);
  // A name that a spreadsheet would run is none for it.
  const bad: ListedClip = { ...two[0]!, name: "=1+1" };
  expect(timingSheet([bad], { fps, drop: false, fromFrame: 0 })).toContain("'=1+1");
});

describe("the edit list", () => {
  interface Item {
    OTIO_SCHEMA: string;
    name: string;
    source_range: { start_time: { value: number; rate: number }; duration: { value: number; rate: number } };
    media_references?: { DEFAULT_MEDIA: { target_url: string } };
  }
  const list = editList(two, { name: "Moth Night", fps, fromFrame: 107892 }) as {
    OTIO_SCHEMA: string;
    global_start_time: { value: number; rate: number };
    tracks: { children: { kind: string; children: Item[] }[] };
  };
  test("has a track for every lane, with gaps that put each clip at its frame", () => {
    expect(list.OTIO_SCHEMA).toBe("Timeline.1");
    expect(list.global_start_time.value / list.global_start_time.rate).toBeCloseTo(3600, 0);
    const starts = list.tracks.children.map(({ kind, children }) => {
      let at = 0;
      return [
        kind,
        children.flatMap(({ OTIO_SCHEMA, source_range: { duration } }) => {
          at += duration.value;
          return OTIO_SCHEMA === "Clip.2" ? [at - duration.value] : [];
        }),
      ];
    });
    expect(starts).toEqual([
      ["Video", [0, 300]],
      ["Video", [90, 390]],
    ]);
  });
  test("names its files as addresses", () => {
    const clips = list.tracks.children.flatMap(({ children }) =>
      children.flatMap((item) => item.media_references ?? []),
    );
    expect(clips[0]!.DEFAULT_MEDIA.target_url).toBe("talk%201.mov");
    expect(JSON.parse(JSON.stringify(list))).toEqual(list);
  });
});

test("lists of an order without files name none", () => {
  const [clip] = two.map((one) => ({ ...one, file: undefined }));
  expect(timingSheet([clip!], { fps, drop: false, fromFrame: 0 }).trimEnd()).toMatch(/,$/);
  expect(decisionList([clip!], { title: "x", fps, drop: false, fromFrame: 0 })).not.toContain("SOURCE FILE");
  expect(JSON.stringify(editList([clip!], { name: "x", fps, fromFrame: 0 }))).toContain("MissingReference.1");
});
test("the decision list of a lane has an event a clip, in the letters and with the timecode that its form allows", () => {
  const lane = lanesOf(two)[1]!.map((clip) => ({ ...clip, name: "Tomás زهرة" }));
  const text = decisionList(lane, { title: "Moth Night", fps, drop: true, fromFrame: 107892 });
  expect(text.split("\r\n").slice(0, 5)).toEqual([
    "TITLE: Moth Night",
    "FCM: DROP FRAME",
    "",
    "001  AX       V     C        00:00:00;00 00:00:05;00 01:00:03;00 01:00:08;00",
    "* FROM CLIP NAME: Tomás زهرة",
  ]);
  expect(text).toContain("* SOURCE FILE: talk 2.mov");
  // A name can't end its line.
  expect(
    decisionList([{ ...lane[0]!, name: "a\r\n002  AX" }], { title: "x", fps, drop: false, fromFrame: 0 }),
  ).not.toMatch(/^002/m);
  expect(decisionList(lane, { title: "x", fps: frameRates["25"]!, drop: true, fromFrame: 0 })).toContain("NON-DROP");
});
