import { Refusal } from "@/server/refusal";

/* Reads one upload in a process of its own, whose time and memory are limited, and writes what came of it. */

const [kind, file, target, name = ""] = process.argv.slice(2) as [string, string, string, string?];

/** Each brings what it needs when it is asked for: a process that lives for one file should begin quickly. */
const readers: Readonly<Record<string, () => Promise<object>>> = {
  mark: async () => (await import("./read-mark")).readMark(file),
  picture: async () => (await import("./read-picture")).readPicture(file, target),
  package: async () => (await import("./read-package")).readBrought(file, target, name),
  font: async () => (await import("./read-font")).readFont(file, target),
};

try {
  process.stdout.write(JSON.stringify(await readers[kind]!()));
} catch (error) {
  if (!(error instanceof Refusal)) throw error;
  process.stdout.write(JSON.stringify({ refused: error.message, code: error.code }));
}
