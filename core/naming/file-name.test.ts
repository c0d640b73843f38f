import { describe, expect, test } from "@jest/globals";
import { fileName, fileStem, nameKey } from "./file-name";
import { patternFaults, type NameFacts } from "./pattern";
import { slug } from "./slug";

const output = { kind: "vp9-alpha", name: "Transparent clip (WebM)", pattern: undefined } as const;
const facts: NameFacts = {
  ...{ design: "Name strap", release: 3, title: "Zoë O’Hara / Ltd.", format: "wide", output, account: "@quill.mere" },
  ...{ row: 7, date: "2026-11-25", counter: 12, fields: { role: "Head gardener" } },
};
const by = (pattern: string, more: Partial<NameFacts> = {}) =>
  fileStem({ ...facts, ...more, output: { ...output, pattern } });
const free = () => false;

test("a file is called after design, title, account and format where its output says nothing", () => {
  expect(fileName(facts, free)).toBe("Name-strap_Zoë-OHara-Ltd_quill-mere_wide.webm");
});
test("what only an account tells apart has names that do, too", () => {
  const names = ["@murmur.one", "@dewdrop.two"].map((account) => fileName({ ...facts, title: "", account }, free));
  expect(names).toEqual(["Name-strap_murmur-one_wide.webm", "Name-strap_dewdrop-two_wide.webm"]);
});
test("a name that is taken gets a number", () => {
  const taken = new Set([
    "name-strap_zoë-ohara-ltd_quill-mere_wide.webm",
    "name-strap_zoë-ohara-ltd_quill-mere_wide_2.webm",
  ]);
  expect(fileName(facts, (name) => taken.has(name))).toBe("Name-strap_Zoë-OHara-Ltd_quill-mere_wide_3.webm");
});
test("slug keeps letters and marks of any script and nothing that a path or header minds", () => {
  expect(slug("ليلى حداد")).toBe("ليلى-حداد");
  expect(slug("प्रिया")).toBe("प्रिया");
  expect(slug("../../etc/passwd\u0000\r\n<b>")).toBe("etc-passwd-b");
  expect([...slug("x".repeat(500))].length).toBe(60);
});
test("a name fits into 255 bytes in every script, cut between letters", () => {
  for (const title of ["ليلى".repeat(90), "प्रिया".repeat(90), "👩🏽‍🌾漢字".repeat(60), "e\u0301".repeat(300)]) {
    for (const pattern of [undefined, "{title}_{field:role}_{title}_{design}"]) {
      const long = { ...facts, design: title, title, fields: { role: title }, output: { ...output, pattern } };
      const name = fileName(long, free);
      expect(new TextEncoder().encode(name).length).toBeLessThanOrEqual(230);
      expect(name).not.toContain("\ufffd");
    }
  }
  expect(slug("प्रिया".repeat(90), 15)).toBe("प्रि");
});
test("names that differ in capitals alone are the same name", () => {
  const taken = new Set([nameKey(fileName({ ...facts, title: "ADA" }, free))]);
  expect(fileName({ ...facts, title: "Ada" }, (key) => taken.has(key))).toBe("Name-strap_Ada_quill-mere_wide_2.webm");
});

describe("a pattern", () => {
  test.each([
    ["{date} {title}", "2026-11-25-Zoë-OHara-Ltd"],
    ["{design}_r{release}_{row}_{counter}", "Name-strap_r3_007_012"],
    ["{account}_{output}_{field:role}", "quill-mere_Transparent-clip-WebM_Head-gardener"],
    ["{ title }", "Zoë-OHara-Ltd"],
    ["final.v2 {title}/{format}", "final.v2-Zoë-OHara-Ltd-wide"],
  ])("%s is filled", (pattern, name) => expect(by(pattern)).toBe(name));
  test("leaves no gap where there is nothing to say", () => {
    expect(by("{design}_{account}_{title}", { account: "" })).toBe("Name-strap_Zoë-OHara-Ltd");
    expect(by("{row}_{title}_", { row: undefined })).toBe("Zoë-OHara-Ltd");
    expect(by("{field:none}")).toBe("clip");
  });
  test("can't make a name that a system refuses", () => {
    expect(by("{title}", { title: "CON" })).toBe("CON_clip");
    expect(by("../../{title}")).toBe("Zoë-OHara-Ltd");
    expect(by("..")).toBe("clip");
    expect(by("a:b*c?d\u0000e")).toBe("a-b-c-d-e");
  });
  test("that means nothing is told by its words", () => {
    expect(patternFaults("{title}_{format}_{field:role}")).toEqual([]);
    expect(patternFaults("{titel}").join()).toContain("There is no “{titel}”");
    expect(patternFaults("{title").join()).toContain("brace");
  });
});
