import { Refusal } from "@/server/refusal";

/*
 * Reads one upload in a process of its own, whose time and memory are limited, and writes what came of it. What is to be
 * read is said on its standard input, once everything that is needed for it has been loaded.
 */

/** Each brings what it needs, and nothing else: what another needs would only take room. */
const readers = {
  mark: async () => {
    const { readMark } = await import("./read-mark");
    return ([file]: string[]) => readMark(file!);
  },
  picture: async () => {
    const { readPicture } = await import("./read-picture");
    return ([file, target]: string[]) => readPicture(file!, target!);
  },
  package: async () => {
    const { readBrought } = await import("./read-package");
    return ([file, target, name]: string[]) => readBrought(file!, target!, name ?? "");
  },
  font: async () => {
    const { readFont } = await import("./read-font");
    return ([file, target]: string[]) => readFont(file!, target!);
  },
};

const kind = process.argv[2] as keyof typeof readers;
const read = await readers[kind]();
const chunks: Buffer[] = [];
for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
// Whoever kept it ready has ended.
if (chunks.length === 0) process.exit(0);

const nouns = { mark: "SVG", picture: "file", package: "package", font: "font" };

try {
  process.stdout.write(JSON.stringify(await read(JSON.parse(Buffer.concat(chunks).toString("utf8")))));
} catch (error) {
  // What a library can't make anything of is damaged; what takes this process down with it is seen from outside.
  if (error instanceof RangeError && /allocation/.test(error.message)) throw error;
  const damaged = { refused: `This ${nouns[kind]} can’t be read. It may be damaged.`, code: "unreadable" };
  if (!(error instanceof Refusal)) console.error(error);
  const said = error instanceof Refusal ? { refused: error.message, code: error.code } : damaged;
  process.stdout.write(JSON.stringify(said));
}
