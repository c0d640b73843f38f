import { describe, expect, test } from "@jest/globals";
import { flashIssues } from "@/core/checks/flashes";
import { textContrast } from "@/core/checks/text-contrast";
import { idleLoops } from "@/core/checks/loop-idle";
import { tooShortToRead } from "@/core/checks/read-short";
import { smallerRequest } from "@/core/scene";
import { box, designWith, sceneOf, testHouse, words } from "@/core/testing/scene";
import { NodeHost } from "./node-host";

const host = new NodeHost();
const fade = (id: string, phase = "arrive", length = 0.5) => ({ id, kind: "fade", phase, length });
const codes = (issues: readonly { code: string }[]) => issues.map(({ code }) => code);

describe("time to read", () => {
  const at = async (text: string, lengthS: number, more: object = {}) => {
    const design = designWith([words("t", text, { moves: [fade("in")], ...more })]);
    const { still, table } = await sceneOf(design, { fields: {}, lengthS });
    return tooShortToRead(still, table);
  };
  test("is found too short when a text leaves before it can be read", async () => {
    expect(await at("Five words are too many", 2)).toMatchObject([
      { code: "read_short", layer: "t", needed: expect.closeTo(1.8) },
    ]);
    expect(await at("Five words are too many", 4)).toEqual([]);
    expect(await at("Two words", 2)).toEqual([]);
  });
  test("ends where the layer, or the group it is in, begins to leave", async () => {
    const moves = [fade("in"), { ...fade("out", "leave", 1.5) }];
    expect(codes(await at("Five words are too many", 3.4, { moves }))).toEqual(["read_short"]);
    const group = {
      id: "g",
      name: "G",
      kind: "group",
      width: { kind: "fixed", u: 50 },
      height: { kind: "fixed", u: 20 },
    };
    const design = designWith([
      { ...group, moves: [{ ...fade("g-in", "arrive", 2) }] },
      words("t", "Three words here", { in: "g" }),
    ]);
    const { still, table } = await sceneOf(design, { fields: {}, lengthS: 4.5 });
    expect(codes(tooShortToRead(still, table))).toEqual(["read_short"]);
  });
  test("is not asked of figures that count", async () => {
    expect(await at("0:00", 0.8, { timer: { mode: "down" } })).toEqual([]);
  });
});

test("a move of the stay that has no room for a turn is found", async () => {
  const sway = { id: "s", kind: "sway", phase: "stay", length: 3, loop: {} };
  const found = async (lengthS: number) => {
    const { still, table } = await sceneOf(designWith([box("b", { moves: [sway] })]), { fields: {}, lengthS });
    return codes(idleLoops(still, table));
  };
  expect(await found(2)).toEqual(["loop_idle"]);
  expect(await found(6)).toEqual([]);
});

describe("flashes", () => {
  const flicker = async (perS: number, more: object = {}) => {
    const keys = Array.from({ length: perS * 6 }, (_, i) => ({
      at: { anchor: "start", gap: i / (perS * 2) },
      value: i % 2,
      hold: true,
    }));
    const whole = {
      width: { kind: "share", of: "format", share: 1 },
      height: { kind: "share", of: "format", share: 1 },
    };
    const design = designWith([
      box("b", {
        ...whole,
        fill: { kind: "plain", colour: "#ffffffff" },
        keys: [{ property: "opacity", keys }],
        ...more,
      }),
    ]);
    const request = { design, values: { fields: {}, lengthS: 3 }, house: testHouse, format: "wide" };
    const small = smallerRequest(request, 1 / 12, 2);
    return flashIssues(await sceneOf(design, small.values, "wide", small.house), host);
  };
  test("more than three in a second over much of the picture are found, with their instant", async () => {
    expect(await flicker(5)).toMatchObject([{ code: "flashes", count: expect.any(Number) }]);
  });
  test("three in a second are allowed, and so are many in a small place", async () => {
    expect(await flicker(2)).toEqual([]);
    expect(await flicker(6, { width: { kind: "fixed", u: 20 }, height: { kind: "fixed", u: 20 } })).toEqual([]);
  });
});

describe("contrast on the finished picture", () => {
  const issues = async (finish: readonly object[]) => {
    const panel = box("panel", {
      width: { kind: "fixed", u: 60 },
      height: { kind: "fixed", u: 20 },
      place: { on: "title-safe", dx: 5, dy: 5 },
    });
    const text = words("t", "Ada", {
      place: { on: "panel", dx: 4, dy: 4 },
      fill: { kind: "plain", colour: "#8c98a4ff" },
    });
    return codes(textContrast(await sceneOf(designWith([panel, text], { finish })), host));
  };
  test("grain that makes a text hard to read is found, a breath of it is not", async () => {
    expect(await issues([{ kind: "grain", amount: 1, size: 0.4 }])).toEqual(["contrast_finish"]);
    expect(await issues([{ kind: "grain", amount: 0.04, size: 0.2 }])).toEqual([]);
    expect(await issues([])).toEqual([]);
  });
});
