import { afterAll, beforeAll, describe, expect, jest, test } from "@jest/globals";
import type { Design } from "@/core/document/design";
import { box, designWith, testHouse, words } from "@/core/testing/scene";
import { StagePlayer } from "@/ui/stage/player";
import { plainFps } from "@/core/outputs/output";
import { commandHelp } from "./command-help";
import { foundCommands, type Workplace } from "./command";
import { commandOf, commands } from "./commands";
import { createBench } from "./store";

/* Commands of the bench on a store of its own: by what they are found, when they can be done, and what they do. */

// Nothing is saved here: what would be sent, and sent again, waits for ever.
beforeAll(() => {
  jest.useFakeTimers();
});
afterAll(() => {
  jest.useRealTimers();
});

function bench(document: Design, ...chosen: string[]): Workplace {
  const view = {
    ...{ id: document.id, revision: 1, document, changedBy: null, changedAt: "2026-11-28T10:00:00.000Z" },
  };
  const store = createBench({ ...view, house: testHouse, release: null, footage: [], outputs: [] });
  store.getState().choose(chosen);
  const nothing = () => undefined;
  return {
    ...{ store, player: new StagePlayer(plainFps), open: nothing, guides: nothing },
    view: { fit: nothing, fillChosen: nothing },
  };
}
const layersOf = ({ store }: Workplace) => store.getState().document.layers as unknown as Record<string, unknown>[];
const two = designWith([box("low"), box("high"), words("says", "Water at dusk")]);

test.each([
  ["gradient", "Linear gradient fill"],
  ["mask", "Mask with the layer below"],
  ["matte", "Mask with the layer below"],
  ["keyframe", "Add keyframe here: opacity"],
  ["stroke", "Add stroke"],
  ["outline", "Add stroke"],
  ["lower third", "New layer"],
  ["template", "New layer"],
  ["transition", "New layer"],
  ["shortcuts", "Keys"],
  ["delete", "Remove"],
])("somebody who looks for “%s” finds “%s”", (written, name) => {
  expect(foundCommands(commands, written).map((command) => command.name)).toContain(name);
});

test("every command says in a sentence what it does", () => {
  for (const { id, help } of commands) expect([id, help]).toEqual([id, expect.stringMatching(/^[A-Z].{10,}\.$/)]);
  expect(Object.keys(commandHelp).sort()).toEqual(commands.map(({ id }) => id).sort());
});

test("what is named so comes before what is found by its other words", () => {
  expect(foundCommands(commands, "remove")[0]!.name).toBe("Remove");
  expect(foundCommands(commands, "zzz")).toEqual([]);
});

describe("a style command", () => {
  test("turns the fill of all chosen layers into a gradient that keeps their colour, in one step", () => {
    const place = bench(two, "low", "high");
    commandOf("fill-linear").run(place);
    for (const layer of layersOf(place).slice(0, 2))
      expect(layer.fill).toMatchObject({ kind: "linear", stops: [{ at: 0 }, { at: 1 }] });
    expect(layersOf(place)[2]!.fill).toEqual(two.layers[2]!.kind === "text" && two.layers[2]!.fill);
    place.store.getState().undo();
    expect(place.store.getState().document).toEqual(two);
  });
  test("adds what is missing, and can’t where nothing is", () => {
    const place = bench(two, "low");
    expect(commandOf("add-stroke").can!(place.store.getState())).toBe(true);
    commandOf("add-stroke").run(place);
    expect(layersOf(place)[0]!.stroke).toMatchObject({ width: 0.4 });
    expect(commandOf("add-stroke").can!(place.store.getState())).toBe(false);
  });
  test("masks the chosen layer with the one below, and not the lowest", () => {
    const place = bench(two, "high");
    commandOf("mask").run(place);
    expect(layersOf(place)[1]!.mattes).toEqual([{ by: "shape", keep: "inside", layer: "low" }]);
    expect(commandOf("mask").can!(bench(two, "low").store.getState())).toBe(false);
  });
  test("sets a keyframe with the value that the layer has", () => {
    const place = bench(two, "high");
    commandOf("keyframe-opacity").run(place);
    expect(layersOf(place)[1]!.keys).toMatchObject([{ property: "opacity", keys: [{ hold: false }] }]);
  });
});
