import { readFile, writeFile } from "node:fs/promises";
import { convert } from "fontverter";
import { readFontFacts } from "@/core/type/font-facts";

/** Writes a font as the kind that is kept, and tells its facts. Throws for what is no font. */
export async function readFont(file: string, target: string) {
  const bytes = await readFile(file);
  const plain = bytes.toString("latin1", 0, 4) === "wOF2" ? await convert(bytes, "sfnt") : bytes;
  const facts = readFontFacts(plain);
  await writeFile(target, plain);
  return facts;
}
