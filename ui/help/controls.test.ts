import { readdirSync, readFileSync } from "node:fs";
import { basename, join } from "node:path";
import { expect, test } from "@jest/globals";
import ts from "typescript";

/* Whether each control of the areas where people make things says what it does. */

const areas = ["ui/bench", "ui/fill", "ui/orders", "ui/outputs"];
const controls = new Set(
  ["button", "input", "select", "textarea", "Button", "Dropdown.Item", "Dropdown.Toggle"].concat(
    ["Control", "Select", "Check", "Range"].map((name) => `Form.${name}`),
  ),
);
/** What a control is helped by: its own words, or those of a row that it stands in, which knows its property's. */
const helping = new Set(["data-help", "help", "title", "fact", "property"]);
/** Controls that stand in such rows wherever they are used. */
const withinRows = ["anchors.tsx", "rows.tsx", "controls.tsx", "ColourBox.tsx"];

function* elementsOf(node: ts.Node): Generator<ts.JsxOpeningLikeElement> {
  if (ts.isJsxOpeningElement(node) || ts.isJsxSelfClosingElement(node)) yield node;
  for (const child of childrenOf(node)) yield* elementsOf(child);
}

function childrenOf(node: ts.Node): ts.Node[] {
  const children: ts.Node[] = [];
  ts.forEachChild(node, (child) => void children.push(child));
  return children;
}

const isHelped = (element: ts.JsxOpeningLikeElement): boolean =>
  element.attributes.properties.some((one) =>
    ts.isJsxAttribute(one) ? helping.has(one.name.getText()) : /help|fact/i.test(one.getText()),
  );

/** Whether an element, or one that it stands in, has help. */
function isWithinHelp(element: ts.JsxOpeningLikeElement): boolean {
  for (let node: ts.Node = element; node; node = node.parent) {
    const opening = ts.isJsxElement(node) ? node.openingElement : ts.isJsxSelfClosingElement(node) ? node : undefined;
    if (opening && isHelped(opening)) return true;
  }
  return false;
}

function unhelpedIn(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, "utf8"), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  return [...elementsOf(source)]
    .filter((element) => controls.has(element.tagName.getText()) && !isWithinHelp(element))
    .map(
      (element) =>
        `${file}:${source.getLineAndCharacterOfPosition(element.getStart()).line + 1} ${element.getText().slice(0, 90).replace(/\s+/g, " ")}`,
    );
}

const files = areas.flatMap((area) =>
  readdirSync(area, { recursive: true, encoding: "utf8" })
    .filter((name) => name.endsWith(".tsx") && !name.endsWith(".test.tsx") && !withinRows.includes(basename(name)))
    .map((name) => join(area, name)),
);

test.each(files)("each control of %s says what it does", (file) => {
  expect(unhelpedIn(file)).toEqual([]);
});
