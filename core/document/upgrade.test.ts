import { expect, test } from "@jest/globals";
import { box, designWith } from "../testing/scene";
import { parseDesign, parseDesignInSlices } from "./upgrade";

const good = () => structuredClone(designWith([box("a")])) as unknown as Record<string, unknown>;
const faultsOf = (input: unknown) => {
  const parsed = parseDesign(input);
  return parsed.ok ? [] : parsed.faults.map((fault) => fault.path);
};

test("parseDesign reads what it wrote", () => expect(faultsOf(good())).toEqual([]));
test("parseDesign refuses an unknown key with its place", () => {
  const parsed = parseDesign({ ...good(), colour: "red" });
  expect(parsed.ok).toBe(false);
});
test("parseDesign refuses unknown kinds of layers and moves", () => {
  expect(faultsOf({ ...good(), layers: [{ ...box("a"), kind: "sphere" }] })).toEqual(["layers.0.kind"]);
  expect(
    faultsOf({ ...good(), layers: [box("a", { moves: [{ id: "m", kind: "explode", phase: "arrive" }] })] }),
  ).toEqual(["layers.0.moves.0.kind"]);
});
test("parseDesign refuses ids that are used twice", () => {
  const parsed = parseDesign({ ...good(), layers: [box("a"), box("a")] });
  expect(parsed.ok ? "" : parsed.faults[0]!.message).toContain("“a”");
});
test("parseDesign refuses numbers that are not finite", () => {
  expect(faultsOf({ ...good(), layers: [box("a", { turn: Infinity })] })).toEqual(["layers.0.turn"]);
});
test("parseDesign refuses a version it does not know", () =>
  expect(faultsOf({ ...good(), version: 99 })).toEqual(["version"]));
test("parseDesignInSlices reads a large design as parseDesign does, with pauses, and finds its faults in their places", async () => {
  const large = { ...good(), layers: Array.from({ length: 250 }, (_, i) => ({ ...box(`l${i}`) })) };
  let pauses = 0;
  const pause = async () => void pauses++;
  expect(await parseDesignInSlices(large, pause)).toEqual(parseDesign(large));
  expect(pauses).toBe(3);
  const wrong = { ...large, layers: large.layers.map((layer, i) => (i === 207 ? { ...layer, opacity: 7 } : layer)) };
  expect(await parseDesignInSlices(wrong, pause)).toEqual(parseDesign(wrong));
  const twice = { ...large, layers: [...large.layers, box("l3")] };
  expect(await parseDesignInSlices(twice, pause)).toEqual(parseDesign(twice));
});
