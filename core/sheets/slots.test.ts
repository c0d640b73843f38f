import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import type { OwnMedia } from "../fields/value";
import { handedOver, swappable, swapped } from "./slots";

const slot = (id: string, kind: "picture" | "video", more: object = {}) => ({
  kind,
  id,
  label: id,
  drives: [],
  choices: ["moth", "fern"],
  own: true,
  ...more,
});
const design = Design.parse({
  version: 2,
  id: "frames",
  name: "Frames",
  formats: ["wide"],
  length: { default: 5, min: 1, max: 10 },
  layers: [
    {
      id: "panel",
      name: "Panel",
      kind: "rectangle",
      width: { kind: "fixed", u: 20 },
      height: { kind: "fixed", u: 10 },
    },
  ],
  fields: [
    slot("a", "picture"),
    slot("b", "picture"),
    slot("c", "video"),
    slot("d", "picture", { own: false, choices: ["moth"] }),
  ],
});
const picture = (name: string): OwnMedia => ({ name, hash: name.repeat(64).slice(0, 64), width: 10, height: 10 });
const video: OwnMedia = { ...picture("e"), fps: { num: 25, den: 1 }, frames: 5 };
const own = (media: OwnMedia) => expect.objectContaining({ source: { own: media } });

describe("swapped", () => {
  test("changes two slots over with their framing, and back", () => {
    const framed = { kind: "media", source: { house: "moth" }, framing: { scale: 2 }, formats: {} } as const;
    const before = { fields: { a: framed, b: "fern" } };
    const after = swapped(design, before, ["a", "b"]);
    expect(after.fields).toEqual({ a: "fern", b: framed });
    expect(swapped(design, after, ["a", "b"]).fields).toEqual(before.fields);
  });
  test("is offered only where each may hold what the other does", () => {
    expect(swappable(design, { fields: { a: "moth", b: "fern", d: "moth" } }, "a")).toEqual(["b", "d"]);
    expect(swappable(design, { fields: { a: "fern", b: "fern", d: "moth" } }, "a")).toEqual(["b"]);
    expect(swappable(design, { fields: {} }, "c")).toEqual([]);
  });
});

describe("handedOver", () => {
  test("gives the first file to its slot, whatever it held, and the others to the empty ones of their kind", () => {
    const { values, left } = handedOver(design, { fields: { a: "fern" } }, "a", [picture("a"), video, picture("b")]);
    expect(values.fields).toEqual({ a: own(picture("a")), c: own(video), b: own(picture("b")) });
    expect(left).toEqual([]);
  });
  test("never takes a place that is filled, nor one that takes none of one’s own", () => {
    const { values, left } = handedOver(design, { fields: { b: "fern" } }, "a", [picture("a"), picture("b")]);
    expect(values.fields).toEqual({ a: own(picture("a")), b: "fern" });
    expect(left).toEqual([picture("b")]);
  });
});
