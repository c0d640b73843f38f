import { describe, expect, test } from "@jest/globals";
import { bind } from "../bind/bind";
import { box, designWith, testHouse, words } from "../testing/scene";
import { Name } from "./units";
import { countCharacters } from "../fields/written";
import { checkValues, ownFilesOf, readEntered, startOf, textOf, valueOf, Values } from "./values";

const fillsIt = { drives: [{ layer: "t", property: "text" }] };
const design = designWith([box("a"), words("t", "")], {
  length: { default: 6, min: 3, max: 20 },
  fields: [
    { id: "name", kind: "line", label: "Name", required: true, min: 2, max: 12, sample: "First and last", ...fillsIt },
    { id: "tone", kind: "colour", label: "Tone", choices: ["dark", "light"], default: "dark" },
  ],
});
const codes = (fields: Record<string, string>, lengthS?: number) =>
  checkValues(design, { fields, lengthS }).map((fault) => `${fault.field}:${fault.code}`);

describe("checkValues", () => {
  test("passes good values", () => expect(codes({ name: "Ada Moss", tone: "light" }, 8)).toEqual([]));
  test("asks for a required line that is empty or blank", () => {
    expect(codes({})).toEqual(["name:required"]);
    expect(codes({ name: "   " })).toEqual(["name:required"]);
  });
  test("asks for nothing that a field would not fill", () => {
    const { drives: _, ...unused } = design.fields[0]!;
    expect(checkValues({ ...design, fields: [{ ...unused, drives: [] } as never] }, { fields: {} })).toEqual([]);
  });
  test("takes the very words of the sample from who types them, and not what was left untouched", () => {
    expect(codes({ name: "First and last" })).toEqual(["name:long"]);
    const [field] = design.fields;
    const started = { ...design, fields: [{ ...field!, max: 40, default: "First and last" } as never] };
    const typed = { ...design, fields: [{ ...field!, max: 40 } as never] };
    const said = { fields: { name: "First and last" } };
    expect(checkValues(typed, said)).toEqual([]);
    expect(checkValues(started, said).map(({ code }) => code)).toEqual(["sample"]);
  });
  test("asks for one of which nothing would be seen", () => {
    for (const name of ["\u200b\u200b", "\u2060 \u00ad", "\u3164", "\u2800\u2800", "\ufe0f"]) {
      expect([name, codes({ name })]).toEqual([name, ["name:required"]]);
    }
  });
  test("takes a field for what it is called, also when every object has one of that name", () => {
    const named = {
      id: "constructor",
      kind: "line",
      label: "Team",
      required: true,
      min: 2,
      max: 40,
      sample: "Team name",
      ...fillsIt,
    };
    const racing = designWith([words("t", "")], { fields: [named] });
    expect(checkValues(racing, { fields: {} }).map(({ code }) => code)).toEqual(["required"]);
    expect(checkValues(racing, Values.parse({ fields: { constructor: "Fern Racing" } }))).toEqual([]);
    const [field] = racing.fields;
    expect(valueOf(field!, { fields: {} }, false)).toBe("");
    expect(valueOf(field!, Values.parse({ fields: { constructor: "Fern Racing" } }), false)).toBe("Fern Racing");
  });
  test("refuses lines that are too short or too long", () => {
    expect(codes({ name: "A" })).toEqual(["name:short"]);
    expect(codes({ name: "A very long name indeed" })).toEqual(["name:long"]);
  });
  test("counts letters as people do", () => {
    expect(countCharacters("प्रिया")).toBe(2);
    expect(countCharacters("👩‍🌾é")).toBe(2);
  });
  test("refuses control and direction characters", () => {
    expect(codes({ name: "Ada\u202eMoss" })).toEqual(["name:forbidden"]);
    expect(codes({ name: "Ada\u0000" })).toEqual(["name:forbidden"]);
  });
  test("refuses choices that are not on offer, unknown fields and lengths out of range", () => {
    expect(codes({ name: "Ada Moss", tone: "grey", extra: "x" }, 30)).toEqual([
      "extra:unknown",
      "tone:choice",
      "length:length",
    ]);
  });
});

describe("a name", () => {
  test.each([
    ["  Two leaves ", "Two leaves"],
    ["\u202eevil", "evil"],
    ["a\u0000b\tc", "abc"],
    ["\u200b\u200b", "Untitled"],
    ["ليلى بن عمر", "ليلى بن عمر"],
    ["👩‍🌾 Farm", "👩‍🌾 Farm"],
  ])("%j is kept as %j", (given, kept) => expect(Name.parse(given)).toBe(kept));
  test("is needed", () => expect(Name.safeParse("   ").success).toBe(false));
});

describe("values of every kind", () => {
  const hash = "a".repeat(64);
  const own = { kind: "media", source: { own: { name: "Brought along", hash, width: 400, height: 300 } } } as const;
  const mixed = designWith(
    [
      box("panel"),
      { id: "slot", name: "Slot", kind: "picture", media: "", width: box("slot").width, height: box("slot").height },
      words("handle", "@garden"),
      words("count", "0"),
    ],
    {
      fields: [
        { id: "on", kind: "toggle", label: "Panel", drives: [{ layer: "panel", property: "hidden" }] },
        {
          id: "many",
          kind: "number",
          label: "How many",
          default: 3,
          max: 9,
          drives: [{ layer: "count", property: "text" }],
        },
        {
          id: "shot",
          kind: "picture",
          label: "Shot",
          choices: ["rose"],
          own: true,
          drives: [{ layer: "slot", property: "media" }],
        },
        {
          id: "who",
          kind: "account",
          label: "Who",
          choices: ["first"],
          default: "first",
          own: true,
          drives: [{ layer: "handle", property: "text" }],
        },
      ],
    },
  );
  const bound = (fields: Values["fields"], format = "square") =>
    bind(mixed, { fields, lengthS: 4 }, { ...testHouse, accounts: [account] }, format);
  const account = { id: "first", network: "Murmur", handle: "@first", mark: "none", ground: "dark", ink: "light" };
  const { id: _, ...written } = account;
  const layer = (of: ReturnType<typeof bound>, id: string) => of.layers.find((entry) => entry.id === id);

  test("are read from the text that all of them once were, and from their own types alike", () => {
    const kept = { on: "on", many: "7", shot: "", who: "first" };
    const typed = { on: true, many: 7, shot: "", who: "first" };
    expect(checkValues(mixed, { fields: kept })).toEqual([]);
    expect(bound(kept)).toEqual(bound(typed));
    expect(layer(bound(typed), "panel")).toBeUndefined();
    expect(layer(bound(typed), "count")).toMatchObject({ text: "7" });
  });
  test("that are none of their kind are told, and what can't be read is not shown", () => {
    const codesOf = (fields: Values["fields"]) => checkValues(mixed, { fields }).map((f) => `${f.field}:${f.code}`);
    expect(codesOf({ on: "perhaps", many: "lots", shot: 4, who: true })).toEqual([
      ...["on:choice", "many:range", "shot:choice", "who:choice"],
    ]);
    expect(codesOf({ many: 10 })).toEqual(["many:range"]);
    const lined = designWith([words("a", "")], {
      fields: [{ id: "no", kind: "line", label: "No", sample: "1", drives: [{ layer: "a", property: "text" }] }],
    });
    expect(checkValues(lined, { fields: { no: 7 } })).toEqual([]);
    expect(layer(bind(lined, { fields: { no: 7 } }, testHouse, "wide"), "a")).toMatchObject({ text: "7" });
  });
  test("bring a picture along, framed in all formats and otherwise in one", () => {
    const shot = { ...own, framing: { scale: 2, turn: 5 }, formats: { square: { scale: 3 } }, from: 1.5, speed: 2 };
    expect(checkValues(mixed, Values.parse({ fields: { shot } }))).toEqual([]);
    const fields = Values.parse({ fields: { shot } }).fields;
    expect(layer(bound(fields), "slot")).toMatchObject({
      media: { kind: "raster", hash, width: 400, height: 300 },
      framing: { scale: 3, turn: 5 },
      playback: { from: 1.5, speed: 2 },
    });
    expect(layer(bound(fields, "wide"), "slot")).toMatchObject({ framing: { scale: 2, turn: 5 } });
    expect(ownFilesOf({ fields })).toEqual([hash]);
  });
  test("bring nothing along where the designer has not allowed it", () => {
    const strict = structuredClone(mixed);
    for (const field of strict.fields) if ("own" in field) field.own = false;
    const faults = checkValues(strict, Values.parse({ fields: { shot: own, who: { ...written, kind: "account" } } }));
    expect(faults.map(({ field, code }) => `${field}:${code}`)).toEqual(["shot:choice", "who:choice"]);
  });
  test("write out an account that the house style has not", () => {
    const who = { ...written, kind: "account" as const, handle: "@another" };
    expect(checkValues(mixed, { fields: { who } })).toEqual([]);
    expect(layer(bound({ who }), "handle")).toMatchObject({ text: "@another" });
  });
  test("go to text and back, of every kind", () => {
    for (const field of mixed.fields) {
      const value = startOf(field);
      expect(readEntered(field, textOf(field, value))).toEqual(value);
    }
  });
});
