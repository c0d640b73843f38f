import { describe, expect, test } from "@jest/globals";
import { box, designWith, sceneOf, words } from "../testing/scene";
import { Design } from "./design";
import { Layer } from "./layer";
import { Output } from "../outputs/output";
import { checkValues, sampleValues } from "./values";

const refused = (layer: unknown): string[] => {
  const parsed = Layer.safeParse(layer);
  return parsed.success ? [] : parsed.error.issues.map((issue) => issue.path.join(".") || issue.code);
};

describe("a layer", () => {
  test.each([
    ["an unknown kind", { ...box("a"), kind: "blob" }, "kind"],
    ["an unknown property", { ...box("a"), glowing: true }, "unrecognized_keys"],
    ["another kind's property", { ...box("a"), text: "x" }, "unrecognized_keys"],
    ["a colour by name", box("a", { fill: { kind: "plain", colour: "red" } }), "fill.colour"],
    ["a size beyond all measure", box("a", { width: { kind: "fixed", u: 1e9 } }), "width.u"],
    ["a number that is none", box("a", { turn: Number.NaN }), "turn"],
    ["a matte of an unknown sort", box("a", { mattes: [{ by: "smell", layer: "b" }] }), "mattes.0.by"],
    ["a key on nothing", box("a", { keys: [{ property: "dx", keys: [] }] }), "keys.0.keys"],
    ["an id with blanks", box("a b"), "id"],
    [
      "a single gradient stop",
      box("a", { fill: { kind: "linear", angle: 0, stops: [{ at: 0, colour: "house:dark" }] } }),
      "fill.stops",
    ],
  ])("refuses %s at its place", (_, layer, place) => {
    expect(refused(layer)).toContain(place);
  });
});

describe("a design", () => {
  test.each([
    ["layer", { layers: [box("a"), box("a")] }],
    [
      "move",
      {
        layers: [
          box("a", {
            moves: [
              { id: "m", kind: "fade", phase: "arrive" },
              { id: "m", kind: "fade", phase: "arrive" },
            ],
          }),
        ],
      },
    ],
    ["cue", { layers: [box("a")], cues: [cue("c"), cue("c")] }],
  ])("refuses a %s id that is used twice", (kind, more) => {
    const about = { version: 2, id: "d", name: "D", formats: ["wide"], length: { default: 4, min: 1, max: 9 } };
    const parsed = Design.safeParse({ ...about, ...more });
    expect(parsed.success).toBe(false);
    expect(parsed.error!.issues[0]!.message).toContain(`the ${kind} id`);
  });
  test("refuses a length that contradicts itself", () => {
    expect(() => designWith([box("a")], { length: { default: 1, min: 2, max: 3 } })).toThrow(/min ≤ default ≤ max/);
  });
  test("survives writing and reading, with all it leaves unsaid filled in", () => {
    const design = designWith([box("a"), words("t", "x")]);
    expect(Design.parse(JSON.parse(JSON.stringify(design)))).toEqual(design);
  });
});

test("an output of an unknown kind is refused", () => {
  expect(Output.safeParse({ id: "x", name: "x", kind: "betamax", fps: { num: 25, den: 1 } }).success).toBe(false);
});

describe("an account field", () => {
  const house = (async () => {
    const { testHouse } = await import("../testing/scene");
    const account = { network: "Murmur", handle: "@garden", mark: "dot", ground: "dark", ink: "light" };
    return { ...testHouse, accounts: [{ id: "one", ...account }] };
  })();
  const field = {
    ...{ kind: "account", id: "who", label: "Who", choices: ["one"], default: "one" },
    drives: [
      { layer: "t", property: "text" },
      { layer: "a", property: "fill.colour", part: "ground" },
    ],
  };

  test("gives its handle, and whatever part is asked for", async () => {
    const design = designWith([box("a"), words("t", "")], { fields: [field] });
    const { still } = await sceneOf(design, sampleValues(design), "wide", await house);
    const [panel, text] = still.layers;
    expect(panel!.layer).toMatchObject({ fill: { colour: { r: 0x10, g: 0x20, b: 0x30 } } });
    expect(text!.content).toMatchObject({ set: { text: "@garden" } });
  });
  test("that names an account the house does not have is refused", async () => {
    const design = designWith([words("t", "")], { fields: [{ ...field, drives: [field.drives[0]!] }] });
    await expect(sceneOf(design)).rejects.toMatchObject({ issue: { code: "account_unknown", account: "one" } });
    expect(checkValues(design, { fields: { who: "two" } })[0]).toMatchObject({ field: "who", code: "choice" });
  });
});

function cue(id: string) {
  return { id, name: id, at: 1 };
}
