import { stopAll } from "./processes.mjs";

/** Ends with one clear sentence. */
export class StartError extends Error {}

export const say = (text) => process.stdout.write(`${text}\n`);

/** Runs a script's main function; a StartError is told plainly, anything else with its trace. */
export async function runMain(main) {
  try {
    await main();
  } catch (error) {
    process.stderr.write(error instanceof StartError ? `\n${error.message}\n` : `\n${error.stack}\n`);
    await stopAll();
    process.exit(1);
  }
}
