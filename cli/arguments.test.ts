import { describe, expect, test } from "@jest/globals";
import { fromCaller, needed, numberOf, readArguments, UsageError } from "./arguments";

const read = (...args: string[]) => readArguments(args);

describe("readArguments", () => {
  test("reads a command and its flags", () => {
    const { command, flags } = read("render", "--design", "name-strap@2", "--format", "wide,tall", "--json");
    expect(command).toBe("render");
    expect(flags).toMatchObject({ design: "name-strap@2", format: "wide,tall", json: true });
  });
  test.each([["--desing", "x"], ["--design"], ["--json=yes", "--json=no"]])("refuses %s", (...args) => {
    expect(() => read("render", ...args)).toThrow(UsageError);
  });
});

test("needed names the flag that is missing", () => {
  expect(() => needed(read("render").flags, "out")).toThrow("--out is missing.");
  expect(needed(read("render", "--out", "clips").flags, "out")).toBe("clips");
});

test("numberOf takes seconds and nothing else", () => {
  expect(numberOf(read("frame", "--at", "0.4").flags, "at")).toBe(0.4);
  expect(numberOf(read("frame").flags, "at")).toBeUndefined();
  for (const wrong of ["soon", "-1", "Infinity"]) {
    expect(() => numberOf(read("frame", `--at=${wrong}`).flags, "at")).toThrow(UsageError);
  }
});

test("paths are those of the folder the caller stands in", () => {
  process.env.RUBRICK_CALLED_FROM = "/tmp/somewhere";
  expect([fromCaller("a.json"), fromCaller("/b.json")]).toEqual(["/tmp/somewhere/a.json", "/b.json"]);
  delete process.env.RUBRICK_CALLED_FROM;
});
