import { expect, test } from "@jest/globals";
import { waitFor } from "@testing-library/react";
import type { Design } from "@/core/document/design";
import { sampleValues } from "@/core/document/values";
import { prepareScene } from "@/core/scene";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { fontBook, loadFace } from "@/render/fonts";
import { showAtBench } from "@/ui/testing/bench";
import { BenchHands } from "@/ui/testing/bench-hands";
import { Page } from "../page/Page";

/* Stills of demo designs, brought to life at the inspector alone: they show the demo design's pictures at every instant. */

/** A design at rest: everything that moves it is taken off. */
function stilled(design: Design): Design {
  const layers = design.layers.map(({ meter: _, overrides, ...layer }) => {
    const still = Object.entries(overrides).map(
      ([format, values]) =>
        [format, Object.fromEntries(Object.entries(values).filter(([path]) => !path.startsWith("meter")))] as const,
    );
    return { ...layer, overrides: Object.fromEntries(still), moves: [], keys: [] };
  });
  return { ...design, layers: layers as unknown as Design["layers"] };
}

/** Puts every move of a demo design on its still, sentence by sentence. */
function bringToLife(hands: BenchHands, demo: Design): void {
  const idOf = new Map<string, string>();
  const moving = demo.layers.filter(({ moves }) => moves.length > 0);
  for (const { id, moves } of moving) {
    hands.take(id);
    for (const move of moves) {
      idOf.set(move.id, `${id}-${move.kind}`);
      hands.addMove(move.phase, move.kind);
    }
  }
  for (const { id, moves } of moving) {
    hands.take(id);
    for (const move of moves) hands.say(idOf.get(move.id)!, move, (other) => idOf.get(other)!);
  }
}

async function expectSameFrames(built: Design, demo: Design, lengthS: number): Promise<void> {
  for (const format of ["wide", "tall"]) {
    const scene = (design: Design) =>
      prepareScene({ design, values: { ...sampleValues(demo), lengthS }, house, format }, fontBook(), loadFace);
    const [ours, theirs] = await Promise.all([scene(built), scene(demo)]);
    const seldom = Array.from({ length: 61 }, (_, i) => (lengthS * i) / 60);
    // Where most happens in little time.
    const often = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6].flatMap((timeS) => [timeS, lengthS - timeS]);
    for (const timeS of [...seldom, ...often])
      expect([format, timeS, ours.sample(timeS).key]).toEqual([format, timeS, theirs.sample(timeS).key]);
  }
}

function begun(demo: Design) {
  const bench = showAtBench(stilled(demo), house, <Page />);
  const built = async () => {
    await waitFor(() => expect(bench.store.getState().save.kind).toBe("saved"), { timeout: 20_000 });
    return bench.store.getState().document;
  };
  return { hands: new BenchHands(bench), built };
}

test.each([
  ["progress-edge", { bar: "By its width" }],
  ["progress-outline", { run: "Along its line" }],
  ["progress-dial", { run: "Along its line" }],
  ["progress-letters", { fill: "By its width" }],
] as const)("the progress of %s", async (name, ways: Readonly<Record<string, string>>) => {
  const demo = readDesign(name);
  const { hands, built } = begun(demo);
  for (const { id, meter, overrides } of demo.layers) {
    if (!meter) continue;
    hands.take(id);
    hands.press(".put-on .chip", ways[id] ?? "By its width");
    if (meter.property !== "dx") continue;
    const settings = "fieldset[aria-label='Progress']";
    hands.set({ "Progress and timers": "dx" }, settings);
    hands.set({ "Meter: from": String(meter.from), "Meter: to": String(meter.to) }, settings);
    // How far the head travels is each format's own.
    for (const format of house.formats) {
      const from = overrides[format.id]?.["meter.from"];
      if (from === undefined) continue;
      hands.show(format.id, true);
      hands.set({ "Meter: from": String(from) }, settings);
    }
    hands.show("wide", false);
  }
  bringToLife(hands, demo);
  await expectSameFrames(await built(), demo, 28);
});

test("two accounts that change hands by keyframes", async () => {
  const demo = readDesign("two-account-pop-up");
  const { hands, built } = begun(demo);
  // Keyframes first: the two colours, marks and handles change hands in the same instant.
  for (const group of ["1", "2"]) {
    const [first, ...others] = ["square", "mark", "handle", "network"].map((name) => `${name}-${group}`);
    const [track] = demo.layers.find(({ id }) => id === first)!.keys;
    hands.take(first!);
    hands.keys("opacity", "Opacity", 100, track!.keys);
    hands.press(".rubric__tools button", /Copy the motion/);
    hands.take(...others);
    hands.press(".rubric__tools button", /Paste motion/);
  }
  for (const layer of ["wiper", "sweep"]) {
    hands.take(layer);
    for (const { property, keys } of demo.layers.find(({ id }) => id === layer)!.keys)
      hands.keys(property, property === "width" ? "Width" : "Opacity", 100, keys);
  }
  bringToLife(hands, demo);
  await expectSameFrames(await built(), demo, 8);
});
