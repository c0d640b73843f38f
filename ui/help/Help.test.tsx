import { expect, test } from "@jest/globals";
import { screen } from "@testing-library/react";
import { barriers, show } from "@/ui/testing/screen";
import { Help } from "./Help";
import { findHelp, helpSections } from "./sections";

test("the help is found by other words of the trade", async () => {
  const { hands } = show(<Help />);
  expect(await barriers()).toEqual([]);
  const box = screen.getByLabelText("Search the help");
  await hands.type(box, "letter spacing");
  expect(screen.getByText("Tracking")).toBeTruthy();
  expect(screen.queryByText("Stroke")).toBeNull();
  await hands.clear(box);
  await hands.type(box, "zebra crossing");
  expect(screen.getByText(/Nothing is called “zebra crossing”/)).toBeTruthy();
});

test.each([
  "gradient",
  "mask",
  "matte",
  "keyframe",
  "trim",
  "stroke",
  "lower third",
  "transition",
  "loop",
  "green screen",
])("“%s” is in the help", (word) => expect(findHelp(helpSections, word)).not.toEqual([]));

test("every entry has a name, and a sentence or its keys; sentences end", () => {
  for (const { title, entries } of helpSections)
    for (const { label, help, keys, also } of entries) {
      expect([
        title,
        label,
        label !== "" && (help !== "" || keys !== undefined || also !== undefined || title.includes("commands")),
      ]).toEqual([title, label, true]);
      if (help !== "" && !title.startsWith("Kinds of file")) expect(help).toMatch(/[.?]$/);
    }
});
