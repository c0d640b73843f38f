import { createWriteStream } from "node:fs";
import { join } from "node:path";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { Refusal } from "@/server/refusal";

export const mostUploadBytes = 200 * 1024 * 1024;

/** Streams a request's body into a file of its own; refuses what is empty or larger than is taken. */
export async function receiveFile(request: Request, folder: string): Promise<string> {
  const tooLarge = () => new Refusal(413, "too_large", "This file is larger than 200 MB.");
  if (Number(request.headers.get("content-length") ?? 0) > mostUploadBytes) throw tooLarge();
  if (!request.body) throw new Refusal(422, "empty", "This file is empty.");
  let bytes = 0;
  const limit = new Transform({
    transform(chunk: Buffer, _, done) {
      bytes += chunk.length;
      done(bytes > mostUploadBytes ? tooLarge() : null, chunk);
    },
  });
  const path = join(folder, "upload");
  await pipeline(Readable.fromWeb(request.body as never), limit, createWriteStream(path, { mode: 0o600 }));
  if (bytes === 0) throw new Refusal(422, "empty", "This file is empty.");
  return path;
}
