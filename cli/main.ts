import { disconnect } from "@/server/db/connection";
import { fileWords, readArguments, usage, UsageError } from "./arguments";
import { check } from "./check";
import { frame } from "./frame";
import { pack, unpack } from "./packages";
import { render } from "./render";
import { PackageError } from "@/render/package/read";

const commands = { render, check, frame, pack, unpack } as const;

async function main(): Promise<number> {
  const { command, flags, rest } = readArguments(process.argv.slice(2));
  if (flags.help || command === undefined) {
    console.log(usage);
    return command === undefined && !flags.help ? 2 : 0;
  }
  if (!Object.hasOwn(commands, command)) throw new UsageError(`There is no command “${command}”.\n\n${usage}`);
  return (await commands[command as keyof typeof commands](flags, rest)) ? 0 : 1;
}

/** Words for what nobody thought of; the whole of it goes to whoever asks with RUBRICK_DEBUG. */
function wordsFor(error: unknown): string {
  if (process.env.RUBRICK_DEBUG) console.error(error);
  const { code, path, message } = error as NodeJS.ErrnoException;
  if (code !== undefined && path !== undefined) return fileWords(error as NodeJS.ErrnoException, path);
  return `This did not work: ${message}. Set RUBRICK_DEBUG=1 to see where.`;
}

try {
  process.exitCode = await main();
} catch (error) {
  const isTold = error instanceof UsageError || error instanceof PackageError;
  console.error(isTold ? error.message : wordsFor(error));
  process.exitCode = error instanceof UsageError ? 2 : 1;
} finally {
  await disconnect();
}
