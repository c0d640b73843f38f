import { readFile } from "node:fs/promises";
import { Refusal } from "@/server/refusal";
import { differenceFrom } from "./compare-svg";
import { readSvg } from "./read-svg";

/* Reads one SVG file in a process of its own, whose time and memory are limited, and writes what came of it. */

const text = await readFile(process.argv[2]!, "utf8");
try {
  const { drawing, lost } = readSvg(text);
  const difference = await differenceFrom(text, drawing).catch(() => undefined);
  process.stdout.write(JSON.stringify({ drawing, lost, difference }));
} catch (error) {
  if (!(error instanceof Refusal)) throw error;
  process.stdout.write(JSON.stringify({ refused: error.message }));
}
