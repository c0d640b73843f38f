import { disconnect } from "@/server/db/connection";
import { readArguments, usage, UsageError } from "./arguments";
import { frame } from "./frame";
import { render } from "./render";

const commands = { render, frame } as const;

async function main(): Promise<number> {
  const { command, flags } = readArguments(process.argv.slice(2));
  if (flags.help || command === undefined) {
    console.log(usage);
    return command === undefined && !flags.help ? 2 : 0;
  }
  if (!Object.hasOwn(commands, command)) throw new UsageError(`There is no command “${command}”.\n\n${usage}`);
  return (await commands[command as keyof typeof commands](flags)) ? 0 : 1;
}

try {
  process.exitCode = await main();
} catch (error) {
  console.error(error instanceof UsageError ? error.message : error);
  process.exitCode = error instanceof UsageError ? 2 : 1;
} finally {
  await disconnect();
}
