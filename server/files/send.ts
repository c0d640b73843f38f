import { Readable } from "node:stream";
import { notFound, Refusal } from "@/server/refusal";
import { isStored, openRange } from "./storage";

export interface SentFile {
  readonly hash: string;
  readonly bytes: number;
  readonly mime: string;
  /** Offered for saving under this name; shown in place unless given. */
  readonly saveAs?: string;
}

/** Headers of what never changes under its address, and is never run as a page. */
export const lasting = (mime: string): Headers =>
  new Headers({
    "Content-Type": mime,
    "Cache-Control": "private, max-age=31536000, immutable",
    "X-Content-Type-Options": "nosniff",
    "Content-Security-Policy": "default-src 'none'; sandbox",
  });

/** What a page that plays a graphic may do: run its own script, apart from everything of ours, and ask for nothing. */
const alone = [
  "sandbox allow-scripts",
  "default-src 'none'",
  "script-src 'unsafe-inline' 'wasm-unsafe-eval'",
  "style-src 'unsafe-inline'",
  "img-src data: blob:",
  "frame-ancestors 'self'",
].join("; ");

/** A page that plays a graphic, to be shown in a frame of ours. */
export async function sendPage(request: Request, file: Pick<SentFile, "hash" | "bytes">): Promise<Response> {
  const answer = await sendFile(request, { ...file, mime: "text/html; charset=utf-8" });
  answer.headers.set("Content-Security-Policy", alone);
  return answer;
}

/** Streams a stored file, whole or the range a player asks for. */
export async function sendFile(request: Request, file: SentFile): Promise<Response> {
  if (!(await isStored(file.hash))) throw notFound("file");
  const headers = lasting(file.mime);
  headers.set("Accept-Ranges", "bytes");
  headers.set("ETag", `"${file.hash}"`);
  if (file.saveAs) {
    const plain = file.saveAs.replace(/[^A-Za-z0-9._-]/g, "-");
    headers.set(
      "Content-Disposition",
      `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(file.saveAs)}`,
    );
  }
  const range = parseRange(request.headers.get("range"), file.bytes);
  if (range === "unsatisfiable") throw new Refusal(416, "range", "The requested part is outside the file.");
  const { start, end } = range ?? { start: 0, end: file.bytes - 1 };
  headers.set("Content-Length", String(end - start + 1));
  if (range) headers.set("Content-Range", `bytes ${start}-${end}/${file.bytes}`);
  const status = range ? 206 : 200;
  // Who asks for the heading alone reads nothing, so nothing would ever close the file.
  if (request.method === "HEAD") return new Response(null, { status, headers });
  const stream = Readable.toWeb(await openRange(file.hash, { start, end })) as ReadableStream<Uint8Array>;
  return new Response(stream, { status, headers });
}

/** One byte range of a Range header; undefined when the whole file is meant. Source: RFC 9110, 14.1.2. */
export function parseRange(
  header: string | null,
  bytes: number,
): { start: number; end: number } | "unsatisfiable" | undefined {
  const match = /^bytes=(\d*)-(\d*)$/.exec(header ?? "");
  if (!match || (match[1] === "" && match[2] === "")) return undefined;
  const suffix = match[1] === "";
  const start = suffix ? Math.max(0, bytes - Number(match[2])) : Number(match[1]);
  const end = suffix || match[2] === "" ? bytes - 1 : Math.min(Number(match[2]), bytes - 1);
  return start > end || start >= bytes ? "unsatisfiable" : { start, end };
}
