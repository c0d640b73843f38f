import { expect, test } from "@jest/globals";
import { Output } from "../outputs/output";
import { fileName, nameKey, slug } from "./file-name";

const output = Output.parse({ id: "o", name: "O", kind: "vp9-alpha", fps: { num: 25, den: 1 } });
const parts = { design: "Name strap", title: "Zoë O’Hara / Ltd.", format: "wide", output };

test("fileName joins design, title and format", () => {
  expect(fileName(parts, () => false)).toBe("Name-strap_Zoë-OHara-Ltd_wide.webm");
});
test("fileName numbers a name that is taken", () => {
  const taken = new Set(["name-strap_zoë-ohara-ltd_wide.webm", "name-strap_zoë-ohara-ltd_wide_2.webm"]);
  expect(fileName(parts, (name) => taken.has(name))).toBe("Name-strap_Zoë-OHara-Ltd_wide_3.webm");
});
test("slug keeps letters and marks of any script and nothing that a path or header minds", () => {
  expect(slug("ليلى حداد")).toBe("ليلى-حداد");
  expect(slug("प्रिया")).toBe("प्रिया");
  expect(slug("../../etc/passwd\u0000\r\n<b>")).toBe("etc-passwd-b");
  expect([...slug("x".repeat(500))].length).toBe(60);
});
test("a name fits into 255 bytes in every script, cut between letters", () => {
  for (const title of ["ليلى".repeat(90), "प्रिया".repeat(90), "👩🏽‍🌾漢字".repeat(60), "e\u0301".repeat(300)]) {
    const name = fileName({ ...parts, design: title, title }, () => false);
    expect(new TextEncoder().encode(name).length).toBeLessThanOrEqual(230);
    expect(name).not.toContain("\ufffd");
  }
  expect(slug("प्रिया".repeat(90), 15)).toBe("प्रि");
});
test("names that differ in capitals alone are the same name", () => {
  const taken = new Set([nameKey(fileName({ ...parts, title: "ADA" }, () => false))]);
  expect(fileName({ ...parts, title: "Ada" }, (key) => taken.has(key))).toBe("Name-strap_Ada_wide_2.webm");
});
