import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { Layer, layerKinds } from "../document/layer";
import { referencesIn } from "../document/references";
import { parseDesign } from "../document/upgrade";
import { startingValues } from "../document/values";
import { box, designWith, sceneOf, testHouse, words } from "../testing/scene";
import { copiesFor } from "./copies";
import { removeCue } from "./cues";
import { addLayer, duplicateLayers, groupLayers, moveLayer, removeLayers, ungroup } from "./layers";
import { untieStrangers } from "./ties";

/*
 * Every kind of layer, with every tie that another layer may have to it: whatever is done to it, what is left can be
 * read and shown.
 */

const kinds = layerKinds;
const at = (layer: string) => ({ anchor: "video", layer, edge: "end", gap: 0.1 });
const onCue = (gap = 0) => ({ anchor: "cue", cue: "go", gap });

/** A target of this kind, called as its kind is, and layers that name it, one for each place where that can be. */
function tied(kind: Layer["kind"]): Design {
  const design = designWith([box("ground")], {
    cues: [{ id: "go", name: "Go", at: 1 }],
    fields: [{ id: "on", kind: "toggle", label: "On", default: true }],
  });
  const draft = structuredClone(design);
  const made = addLayer(draft, kind, testHouse);
  const target = draft.layers.find(({ id }) => id === made)!;
  target.id = kind === "group" ? "bunch" : kind;
  target.moves = [{ id: "m", kind: "fade", phase: "arrive", start: { to: "cue:go", edge: "start", gap: 0 } }];
  const t = target.id;
  const fill = (colour: string) => ({ kind: "plain", colour });
  const more = [
    ...(kind === "group" ? [box("inner", { in: t, place: { on: "group", from: { x: 0.5, y: 0 } } })] : []),
    box("placed", { place: { on: t }, overrides: { tall: { "place.on": t, "place.dx": 3 } } }),
    box("round", { width: { kind: "around", layers: [t] }, height: { kind: "around", layers: [t, "placed"] } }),
    box("wide", { width: { kind: "around", layers: ["placed"], widest: ["round", t] } }),
    box("shared", { width: { kind: "share", of: t, share: 1, max: { of: t, share: 2 } } }),
    words("held", "Moth night", { setting: { type: "body", maxWidth: { of: t, share: 1, plus: 40 } } }),
    box("by-shape", { mattes: [{ by: "shape", layer: t }] }),
    box("by-alpha", { mattes: [{ by: "alpha", layer: t, keep: "outside" }] }),
    box("by-edge", { mattes: [{ by: "edge", layer: t, edge: "left", keep: "after" }] }),
    box("summed", {
      links: [
        { kind: "sum", property: "dx", sources: [{ name: "a", of: t, read: "width" }], sum: "a * 2" },
        { kind: "range", property: "turn", source: { of: t, read: "turn" }, from: [0, 1], to: [0, 1] },
      ],
    }),
    words("paired", "Ferns drink", {
      fill: fill(t === "ground" ? "house:dark" : kind === "picture" || kind === "group" ? "house:dark" : `same:${t}`),
      stretches: [{ of: { kind: "find", text: "drink" }, colour: "pair:ground" }],
      moves: [
        { id: "rise", kind: "rise", phase: "arrive", behind: t, start: { to: "m", edge: "settle" } },
        {
          ...{ id: "leave", kind: "fade", phase: "leave", start: { to: "cue:go" } },
          split: { by: "word", cues: ["go"] },
        },
      ],
      keys: [{ property: "dx", keys: [{ at: at("slot"), value: 2 }] }],
      timer: { mode: "down", start: onCue(), end: at("slot") },
    }),
    { ...box("slot"), kind: "picture", media: "", fill: undefined, playback: { start: onCue() } },
    box("metered", {
      meter: { property: "width", start: onCue(0.5), end: at("slot") },
      showIf: { field: "on", is: "filled" },
    }),
  ];
  draft.layers.push(...more.map((layer) => Layer.parse(JSON.parse(JSON.stringify(layer)))));
  draft.fields.push({ ...draft.fields[0]!, id: "hide", drives: [{ layer: t, property: "hidden" }] });
  return Design.parse(draft);
}

async function shows(design: Design): Promise<void> {
  const read = Design.safeParse(JSON.parse(JSON.stringify(design)));
  expect(read.error?.issues ?? []).toEqual([]);
  for (const format of ["wide", "tall"]) {
    const scene = await sceneOf(read.data!, startingValues(design), format);
    for (const timeS of [0, 1.2, 3.9]) expect(scene.sample(timeS).key).toMatch(/./);
  }
}

describe.each(kinds)("a %s that others are tied to", (kind) => {
  const id = kind === "group" ? "bunch" : kind;
  test("is shown as it is", () => shows(tied(kind)));
  test("is duplicated, alone and with all others", async () => {
    const design = tied(kind);
    const [copy] = duplicateLayers(design, [id]);
    const made = design.layers.find((layer) => layer.id === copy)!;
    expect(made.kind).toBe(kind);
    expect(made.name).toBe(`${design.layers.find((layer) => layer.id === id)!.name} 2`);
    await shows(design);
    const copies = new Set(
      duplicateLayers(
        design,
        design.layers.map((layer) => layer.id),
      ),
    );
    const inside = design.layers.filter((layer) => copies.has(layer.id));
    const named = inside.flatMap((layer) => referencesIn(Layer, layer));
    expect(named.filter(({ kind, id }) => kind === "layer" && !copies.has(id))).toEqual([]);
    await shows(design);
  });
  test("is pasted into another design", async () => {
    const other = designWith([box("text"), box("ground-2")]);
    const strangers = copiesFor(other, tied(kind).layers);
    other.layers.push(...strangers);
    untieStrangers(other, strangers, testHouse);
    await shows(other);
    const alone = designWith([box("text")]);
    const few = copiesFor(alone, tied(kind).layers.slice(2));
    alone.layers.push(...few);
    untieStrangers(alone, few, testHouse);
    await shows(alone);
  });
  test("is taken away, as are the video and the cue that others go by", async () => {
    for (const gone of [[id], ["slot"], [id, "slot", "ground"]]) {
      const design = tied(kind);
      removeLayers(design, gone);
      expect(JSON.stringify(design.layers)).not.toMatch(new RegExp(`"(layer|on|of)":"(${gone.join("|")})"`));
      await shows(design);
    }
    const design = tied(kind);
    removeCue(design, "go");
    expect(JSON.stringify(design)).not.toMatch(/"(cue:)?go"/);
    await shows(design);
  });
  test("is grouped, ungrouped and moved between groups", async () => {
    const design = tied(kind);
    const group = groupLayers(design, [id, "held"])!;
    expect(group).not.toBe("group");
    if (kind === "group") moveLayer(design, "inner", "held", "above");
    await shows(design);
    if (kind !== "group") moveLayer(design, id, "metered", "above");
    await shows(design);
    ungroup(design, group);
    await shows(design);
  });
});

test("a key on a cue that is taken away stays at the instant it stood for", () => {
  const design = tied("ring");
  removeCue(design, "go");
  expect(design.layers.find(({ id }) => id === "metered")!.meter!.start).toEqual({ anchor: "start", gap: 1.5 });
  expect(design.layers.find(({ id }) => id === "metered")!.meter!.end).toEqual(at("slot"));
});

test("a document of version 1 whose layer is called by a reserved word is read under another id", () => {
  const old = {
    ...designWith([box("a")]),
    version: 1,
    layers: [
      { ...box("group"), kind: "group", fill: undefined },
      box("inner", { in: "group", place: { on: "group" } }),
      box("cut", { mattes: [{ by: "shape", layer: "group" }] }),
    ],
  };
  const read = parseDesign(JSON.parse(JSON.stringify(old)));
  expect(read.ok && read.design.layers.map(({ id, in: group, mattes }) => [id, group, mattes[0]?.layer])).toEqual([
    ["group-1", undefined, undefined],
    ["inner", "group-1", undefined],
    ["cut", undefined, "group-1"],
  ]);
  expect(read.ok && read.design.layers[1]!.place.on).toBe("group");
});
