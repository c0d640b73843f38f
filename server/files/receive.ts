import { once } from "node:events";
import { createWriteStream, type WriteStream } from "node:fs";
import { join } from "node:path";
import { finished } from "node:stream/promises";
import { mostUploadBytes } from "@/contract/media";
import { Refusal } from "@/server/refusal";

const tooLarge = () => new Refusal(413, "too_large", "This file is larger than 200 MB.");

/** Waits until a file takes more, or takes nothing any more. */
async function drained(file: WriteStream): Promise<void> {
  const heard = new AbortController();
  const { signal } = heard;
  await Promise.race([once(file, "drain", { signal }), once(file, "close", { signal })]).catch(() => undefined);
  // A large file drains thousands of times: what listened for its end each time must not stay until that comes.
  heard.abort();
}

/** Streams a request's body into a file of its own; refuses what is empty or larger than is taken. */
export async function receiveFile(request: Request, folder: string): Promise<string> {
  if (Number(request.headers.get("content-length") ?? 0) > mostUploadBytes) throw tooLarge();
  if (!request.body) throw new Refusal(422, "empty", "This file is empty.");
  const path = join(folder, "upload");
  const file = createWriteStream(path, { mode: 0o600 });
  let fault: unknown;
  file.on("error", (error) => (fault ??= error));
  let bytes = 0;
  try {
    for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
      bytes += chunk.byteLength;
      if (bytes > mostUploadBytes) throw tooLarge();
      // The rest is read and let go: whoever is still sending would not hear the reason otherwise.
      if (fault === undefined && !file.write(chunk)) await drained(file);
    }
    file.end();
    await finished(file).catch((error: unknown) => (fault ??= error));
  } finally {
    file.destroy();
  }
  if (fault !== undefined) throw fault;
  if (bytes === 0) throw new Refusal(422, "empty", "This file is empty.");
  return path;
}
