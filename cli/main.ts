import { fileWords, readArguments, usage, UsageError } from "./arguments";

/** Loaded when they are called: reading all of the program takes longer than some of them do. */
const commands = {
  render: async () => (await import("./render")).render,
  check: async () => (await import("./check")).check,
  frame: async () => (await import("./frame")).frame,
  pack: async () => (await import("./packages")).pack,
  unpack: async () => (await import("./packages")).unpack,
} as const;

async function main(): Promise<number> {
  const { command, flags, rest } = readArguments(process.argv.slice(2));
  if (flags.help || command === undefined) {
    console.log(usage);
    return command === undefined && !flags.help ? 2 : 0;
  }
  if (!Object.hasOwn(commands, command)) throw new UsageError(`There is no command “${command}”.\n\n${usage}`);
  const run = await commands[command as keyof typeof commands]();
  try {
    return (await run(flags, rest)) ? 0 : 1;
  } finally {
    await (await import("@/server/db/connection")).disconnect();
  }
}

/** Words for what nobody thought of; the whole of it goes to whoever asks with RUBRICK_DEBUG. */
function wordsFor(error: unknown): string {
  if (process.env.RUBRICK_DEBUG) console.error(error);
  const { code, path, message } = error as NodeJS.ErrnoException;
  if (code !== undefined && path !== undefined) return fileWords(error as NodeJS.ErrnoException, path);
  return `This failed: ${message}. Set RUBRICK_DEBUG=1 to see where.`;
}

try {
  process.exitCode = await main();
} catch (error) {
  const isTold = error instanceof Error && (error instanceof UsageError || error.name === "PackageError");
  console.error(isTold ? error.message : wordsFor(error));
  process.exitCode = error instanceof UsageError ? 2 : 1;
}
