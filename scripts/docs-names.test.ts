import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "@jest/globals";

/* What the guides call by a name, written _so_, is called so on a screen. */

const files = (folder: string, ending: RegExp): string[] =>
  readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((path) => ending.test(path) && !/\.test\./.test(path))
    .map((path) => join(folder, path));
const plain = (text: string) => text.replace(/\s+/g, " ").replaceAll("’", "'").toLowerCase();

/** All that screens are made of. */
const screens = plain(
  ["ui", "core", "receivers", "app", "demo", "server"]
    .flatMap((folder) => files(folder, /\.(tsx?|json)$/))
    .map((path) => readFileSync(path, "utf8"))
    .join("\n"),
);

const guides = ["README.md", ...files("docs", /^(?!format|messages|glossary|speed|extending).*\.md$/)];

test.each(guides)("%s calls things as they are called on the screen", (guide) => {
  const text = readFileSync(guide, "utf8")
    .replace(/```[\s\S]*?```/g, "")
    .replace(/`[^`]*`/g, "");
  const names = [...text.matchAll(/(?<![\w*])_([^_\n]+?(?:\n[^_\n]+?)?)_(?!\w)/g)].map(([, name]) => plain(name!));
  // What stands in for a number or a name differs each time.
  const parts = names.flatMap((name) => name.split(/…|\d+/)).map((part) => part.trim());
  expect(parts.filter((part) => !screens.includes(part))).toEqual([]);
});
