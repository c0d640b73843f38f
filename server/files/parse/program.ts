import { readFile } from "node:fs/promises";
import { Refusal } from "@/server/refusal";
import { differenceFrom } from "./compare-svg";
import { readFont } from "./read-font";
import { readPicture } from "./read-picture";
import { readSvg } from "./read-svg";

/* Reads one upload in a process of its own, whose time and memory are limited, and writes what came of it. */

const [kind, file, target] = process.argv.slice(2) as [string, string, string];

async function readMark() {
  const text = await readFile(file, "utf8");
  const { drawing, lost } = readSvg(text);
  return { drawing, lost, difference: await differenceFrom(text, drawing).catch(() => undefined) };
}

const readers: Readonly<Record<string, () => Promise<object>>> = {
  mark: readMark,
  picture: () => readPicture(file, target),
  font: () => readFont(file, target),
};

try {
  process.stdout.write(JSON.stringify(await readers[kind]!()));
} catch (error) {
  if (!(error instanceof Refusal)) throw error;
  process.stdout.write(JSON.stringify({ refused: error.message, code: error.code }));
}
