import { spawn } from "node:child_process";
import { EncodeError } from "./ffmpeg";
import { bareEnvironment } from "./walled";

/** Runs a small program of the system to its end. Throws EncodeError, or the abort's reason. */
export async function runProgram(name: string, args: readonly string[], signal?: AbortSignal): Promise<void> {
  signal?.throwIfAborted();
  const child = spawn(name, args, {
    env: bareEnvironment(),
    stdio: ["ignore", "ignore", "pipe"],
    ...(signal && { signal, killSignal: "SIGKILL" }),
  });
  let errors = "";
  child.stderr.on("data", (chunk: Buffer) => (errors = (errors + chunk.toString()).slice(-4000)));
  const code = await new Promise<number>((resolve, reject) => {
    child.once("error", (error: NodeJS.ErrnoException) => {
      reject(error.code === "ENOENT" ? new EncodeError(`${name} is not installed here.`, "missing", errors) : error);
    });
    child.once("close", (status) => resolve(status ?? -1));
  }).catch((error: unknown) => {
    signal?.throwIfAborted();
    throw error;
  });
  signal?.throwIfAborted();
  if (/No space left/i.test(errors)) {
    throw new EncodeError("The disk is full. Free some space, then try again.", "disk_full", errors);
  }
  if (code !== 0) throw new EncodeError(`${name} stopped with status ${code}.`, "failed", errors);
}
