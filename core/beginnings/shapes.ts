import { addBadge, addBarBehind, addText, narrow, putLayer } from "../edit/fresh-layer";
import { groundsOf, houseFill, lightestOf, plainFill } from "../edit/inks";
import { makeRoom, panelBehind } from "../edit/panels";
import { addTimeThing } from "../edit/time-things";
import type { Beginning, Ground } from "./define";
import { say, typeOf } from "./words";

/*
 * Beginnings that are carried by shapes, pictures or the time.
 */

type Start = Record<string, unknown>;
const middle = { x: 0.5, y: 0.5 };

/** Formats of the house that are higher than wide, by what stands in them otherwise. */
const upright = ({ house }: Ground, values: Start): Start =>
  Object.fromEntries(house.formats.filter(({ width, height }) => height > width).map(({ id }) => [id, values]));

export const badge: Beginning = {
  name: "Badge and bar",
  about: "A mark, and a bar that grows out from behind it",
  motion: "unfold",
  build: ({ design, house }) => {
    const [disc, mark] = addBadge(design, house);
    const bar = addBarBehind(design, house, disc);
    const handle = addText(design, house, bar);
    say(design, handle, "Handle", house.accounts[0]?.handle ?? "@example");
    return [disc, mark, handle, bar];
  },
};

export const bands: Beginning = {
  name: "Bands across",
  about: "Three bands pass over the whole picture, a title on the first",
  motion: "sweep",
  build: (ground) => {
    const { house } = ground;
    const grounds = groundsOf(house);
    const apart = [0.78, 0.88, 0.98];
    const ids = [2, 1, 0].map((band) =>
      putLayer(ground.design, ["First band", "Second band", "Third band"][band]!, {
        ...{ kind: "rectangle", slant: -12, fill: houseFill(grounds[band % grounds.length]!.role) },
        width: { kind: "share", of: "format", share: 1, plus: 60 },
        height: { kind: "share", of: "format", share: 1, plus: 2 },
        place: { at: { x: 1, y: 0.5 }, on: "format", from: { x: apart[band]!, y: 0.5 } },
      }),
    );
    const first = ids[2]!;
    const title = putLayer(ground.design, "Title", {
      ...{ kind: "text", text: "Title of the part", fill: plainFill(`pair:${first}`) },
      setting: {
        ...{ type: typeOf(house, "title", "caption"), maxWidth: { of: "clear", share: 0.62 }, maxLines: 3 },
        shrinkTo: 3,
      },
      place: { at: { x: 0, y: 0.5 }, on: "clear", from: { x: 0, y: 0.5 }, dx: 2 },
      mattes: [{ by: "shape", layer: first }],
    });
    return [title, ...ids];
  },
};

export const outline: Beginning = {
  name: "Outline",
  about: "A line that is drawn around words",
  motion: "uncover",
  build: (ground) => {
    const { design, house } = ground;
    const [gapU, lineU] = [1.1, 0.5];
    const aroundU = gapU + lineU / 2;
    const line = addText(design, house);
    say(design, line, "Line", "Open after dark");
    const [panel] = panelBehind(design, house, [line]);
    const drawn = putLayer(design, "Outline", {
      ...{ kind: "rectangle", width: { kind: "around", layers: [panel], before: gapU, after: gapU } },
      height: { kind: "around", layers: [panel], before: gapU, after: gapU },
      stroke: { width: lineU, fill: houseFill(groundsOf(house)[3 % groundsOf(house).length]!.role) },
    });
    // The line reaches beyond the panel on all sides.
    makeRoom(design, line, { left: aroundU, bottom: aroundU });
    narrow(design, line, 2 * aroundU);
    return [line, panel!, drawn];
  },
};

export const dial: Beginning = {
  name: "Dial",
  about: "A ring that closes while the clip runs",
  motion: "grow",
  build: ({ design, house }) => addTimeThing(design, "dial", house),
};

export const countdown: Beginning = {
  name: "Countdown",
  about: "Figures that count down, with a ring in step",
  motion: "grow",
  build: ({ design, house }) => addTimeThing(design, "countdown", house),
};

export const split: Beginning = {
  name: "Split frame",
  about: "Two pictures beside or above one another, a caption each",
  motion: "uncover",
  build: (ground) => {
    const { design, house } = ground;
    const half = (at: 0 | 1): string =>
      putLayer(design, at === 0 ? "First picture" : "Second picture", {
        ...{ kind: "picture", media: "", framing: { fit: "cover" } },
        width: { kind: "share", of: "format", share: 0.5 },
        height: { kind: "share", of: "format", share: 1 },
        place: { at: { x: at, y: 0 }, on: "format", from: { x: at, y: 0 } },
        overrides: upright(ground, {
          "width.share": 1,
          "height.share": 0.5,
          "place.at": { x: 0, y: at },
          "place.from": { x: 0, y: at },
        }),
      });
    const pictures = [half(0), half(1)];
    const captions = pictures.map((picture, i) => {
      const id = putLayer(design, i === 0 ? "First caption" : "Second caption", {
        ...{ kind: "text", text: i === 0 ? "Before the rain" : "After the rain", fill: houseFill(lightestOf(house)) },
        setting: {
          type: typeOf(house, "role", "small"),
          maxWidth: { of: picture, share: 1, plus: -27 },
          shrinkTo: 1.8,
        },
        place: { at: { x: 0, y: 1 }, on: picture, from: { x: 0, y: 1 }, dx: 9.2, dy: -6 },
        // Apps write over the foot of an upright picture.
        overrides:
          i === 0 ? {} : upright(ground, { "place.at": { x: 0, y: 0 }, "place.from": { x: 0, y: 0 }, "place.dy": 6 }),
      });
      return id;
    });
    const panels = panelBehind(design, house, captions);
    // Two of a kind look alike.
    const [first] = design.layers.filter(({ id }) => panels.includes(id));
    for (const layer of design.layers)
      if (layer.kind === "rectangle" && first?.kind === "rectangle" && panels.includes(layer.id))
        layer.fill = first.fill;
    return [...pictures, ...captions, ...panels];
  },
};

export const post: Beginning = {
  name: "Post",
  about: "A card with a picture, a heading and a line",
  motion: "hush",
  build: (ground) => {
    const { design, house } = ground;
    const picture = putLayer(design, "Picture", {
      ...{ kind: "picture", media: "", framing: { fit: "cover" } },
      width: { kind: "fixed", u: 58 },
      height: { kind: "fixed", u: 37 },
      place: { at: middle, on: "clear", from: middle, dy: -8 },
    });
    const below = { at: { x: 0, y: 0 }, from: { x: 0, y: 1 } };
    const width = { of: picture, share: 1, plus: 0 };
    const title = putLayer(design, "Heading", {
      ...{ kind: "text", text: "Moths at the window", fill: houseFill(lightestOf(house)) },
      setting: { type: typeOf(house, "name", "title"), maxWidth: width, maxLines: 2, shrinkTo: 3 },
      place: { ...below, on: picture, dy: 4.4 },
    });
    const line = putLayer(design, "Line", {
      ...{ kind: "text", text: "Guided walk, Friday at nine", fill: houseFill(lightestOf(house)) },
      setting: { type: typeOf(house, "role", "small"), maxWidth: width, shrinkTo: 1.8 },
      place: { ...below, on: title, dy: 2.6 },
    });
    const around = { kind: "around", layers: [picture, title, line], before: 4, after: 4 };
    const card = putLayer(
      design,
      "Card",
      {
        ...{ kind: "rectangle", width: { ...around, layers: [picture] }, height: { ...around, after: 5 } },
        ...{ fill: houseFill(lightestOf(house)), corners: [2, 2, 2, 2].map((size) => ({ size })) },
        shadow: { dx: 0, dy: 0.5, softness: 3, colour: "#00000050" },
      },
      design.layers.findIndex(({ id }) => id === picture),
    );
    for (const layer of design.layers)
      if (layer.kind === "text" && [title, line].includes(layer.id)) layer.fill = plainFill(`pair:${card}`);
    return [picture, title, line, card];
  },
};
