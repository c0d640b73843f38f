import { expect, test } from "@jest/globals";
import { Output } from "../document/output";
import { fileName, slug } from "./file-name";

const output = Output.parse({ id: "o", name: "O", kind: "vp9-alpha", fps: { num: 25, den: 1 } });
const parts = { design: "Name strap", title: "Zoë O’Hara / Ltd.", format: "wide", output };

test("fileName joins design, title and format", () => {
  expect(fileName(parts, () => false)).toBe("Name-strap_Zoë-OHara-Ltd_wide.webm");
});
test("fileName numbers a name that is taken", () => {
  const taken = new Set(["Name-strap_Zoë-OHara-Ltd_wide.webm", "Name-strap_Zoë-OHara-Ltd_wide_2.webm"]);
  expect(fileName(parts, (name) => taken.has(name))).toBe("Name-strap_Zoë-OHara-Ltd_wide_3.webm");
});
test("slug keeps letters and marks of any script and nothing that a path or header minds", () => {
  expect(slug("ليلى حداد")).toBe("ليلى-حداد");
  expect(slug("प्रिया")).toBe("प्रिया");
  expect(slug("../../etc/passwd\u0000\r\n<b>")).toBe("etc-passwd-b");
  expect([...slug("x".repeat(500))].length).toBe(60);
});
