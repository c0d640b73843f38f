import { describe, expect, test } from "@jest/globals";
import { box, designWith } from "../testing/scene";
import { valueOf } from "../bind/bind";
import { Name } from "./units";
import { checkValues, countCharacters, Values } from "./values";

const design = designWith([box("a")], {
  length: { default: 6, min: 3, max: 20 },
  fields: [
    { id: "name", kind: "line", label: "Name", required: true, min: 2, max: 12, sample: "First and last" },
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
    };
    const racing = designWith([box("a")], { fields: [named] });
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
