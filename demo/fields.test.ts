import { describe, expect, test } from "@jest/globals";
import { designFrom, beginningIds } from "@/core/beginnings/beginnings";
import { Design } from "@/core/document/design";
import { checkValues, sampledLabels, startingValues, type Values } from "@/core/document/values";
import { addPicture, addText } from "@/core/edit/fresh-layer";
import { blankDesign } from "@/core/edit/blank";
import { exposeWanted } from "@/core/edit/expose";
import { exposeCue, exposeProperty } from "@/core/edit/fields";
import { fieldKindNames, kindOf, type Field } from "@/core/fields/field";
import { prepareScene } from "@/core/scene";
import { fontBook, loadFace } from "@/render/fonts";
import { designIds, readDesign } from "./designs";
import { house } from "./house";

/* What a preview shows is what a file shows, or the form says why not: for every field, untouched, emptied and filled. */

const frameOf = async (design: Design, values: Values, samples: boolean) => {
  const request = { design, values, house, format: design.formats[0]!, samples };
  const scene = await prepareScene(request, fontBook(), loadFace);
  return scene.sample(scene.posterS).key;
};

/** Each field as it starts, emptied, and filled with what shows it best; all others stay as they start. */
function statesOf(design: Design): [string, Values][] {
  const start = startingValues(design);
  const put = (field: Field, value: Values["fields"][string]) => ({
    ...start,
    fields: { ...start.fields, [field.id]: value },
  });
  return [
    ["untouched", { fields: {} }],
    ["opened", start],
    ...design.fields.flatMap((field): [string, Values][] => [
      [`${field.label} emptied`, put(field, "")],
      [`${field.label} filled`, put(field, kindOf(field).sample(field))],
    ]),
  ];
}

/** A blank design with a photo and two texts, as a newcomer exposes it. */
function photoAndWords(): Design {
  const design = structuredClone(blankDesign("card", "Card", house));
  const picture = addPicture(design, house);
  const layer = design.layers.find(({ id }) => id === picture);
  if (layer?.kind === "picture") layer.media = "picture:seed-trays";
  const words = [addText(design, house), addText(design, house)];
  exposeWanted(design, house, [picture, ...words]);
  return Design.parse(design);
}

/** A field of each kind that the other designs have none of. */
function otherKinds(): Design {
  const design = structuredClone(blankDesign("kinds", "Kinds", house));
  const [first, second] = [addText(design, house), addText(design, house)];
  exposeProperty(design, first!, "text", house, "text");
  exposeProperty(design, second!, "opacity", house, "number");
  exposeProperty(design, second!, "hidden", house, "toggle");
  exposeProperty(design, second!, "setting.align", house, "choice");
  design.cues.push({ id: "go", name: "Go", at: 1 });
  exposeCue(design, "go");
  return Design.parse(design);
}

const designs = [
  ...beginningIds.map((id) => [id, Design.parse(designFrom(id, "d", "D", house))] as const),
  ...designIds.map((id) => [id, readDesign(id)] as const),
  ["photo and words", photoAndWords()] as const,
  ["other kinds", otherKinds()] as const,
];

test("the designs here have fields of every kind", () => {
  const used = new Set(designs.flatMap(([, { fields }]) => fields.map(({ kind }) => kind)));
  expect(fieldKindNames.filter((kind) => !used.has(kind))).toEqual([]);
});

describe.each(designs)("%s", (_, design) => {
  test("shows in a preview what its file shows, or names the sample and stops the export", async () => {
    for (const [state, values] of statesOf(design)) {
      const same = (await frameOf(design, values, true)) === (await frameOf(design, values, false));
      const sampled = sampledLabels(design, values);
      const stopped = checkValues(design, values).filter(({ code }) => code === "required");
      const labels = stopped.map(({ field }) => design.fields.find(({ id }) => id === field)?.label);
      expect([state, same || sampled.length > 0]).toEqual([state, true]);
      // Whatever is shown as a sample can't be exported as it is.
      expect([state, sampled.filter((label) => !labels.includes(label))]).toEqual([state, []]);
    }
  });
});

test("what the designer placed in a slot is what a clip shows until the filler chooses", async () => {
  const design = photoAndWords();
  const slot = design.fields.find(({ kind }) => kind === "picture");
  expect(slot).toMatchObject({ default: "seed-trays", required: false });
  expect(sampledLabels(design, startingValues(design))).not.toContain(slot!.label);
});
