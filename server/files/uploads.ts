import { open, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { fileTypeFromFile } from "file-type";
import { z } from "zod";
import type { UploadAnswer, Uploaded, UploadQuery } from "@/contract/media";
import { HouseFont } from "@/core/document/house";
import { ApartError, inTurn, isItsOwn, runApart, whyApart } from "@/server/apart";
import { database, isUnreachable } from "@/server/db/connection";
import { newId } from "@/server/db/ids";
import { addJobs, urgent } from "@/server/db/jobs";
import { log } from "@/server/log";
import { Refusal } from "@/server/refusal";
import { takeMark } from "./marks";
import { parseLimits, parseProgram } from "./parse-limits";
import { receiveFile } from "./receive";
import { recordMedia } from "./record";
import { makeWorkFolder, storeFile } from "./storage";

const refuse = (code: string, why: string) => new Refusal(422, code, why);
const most = { svgBytes: 2 * 1024 * 1024, fontBytes: 20 * 1024 * 1024 };

/** An upload that is looked at. */
interface Upload {
  readonly path: string;
  /** A folder of its own; what is not stored goes with it. */
  readonly folder: string;
  readonly name: string;
  readonly as: "slot" | "footage";
  /** Fires when its sender has left. */
  readonly signal: AbortSignal;
  /** What may be taken. */
  readonly kinds: readonly Uploaded["kind"][];
  readonly memberId: string;
}

/** What designers bring into the house style, and what fillers bring along for a slot. */
export const allKinds: readonly Uploaded["kind"][] = ["picture", "mark", "video", "sound", "font"];
export const fillerKinds: readonly Uploaded["kind"][] = ["picture", "video"];

/**
 * Takes a file of a request: what it is follows from its bytes, never from its name. What must be decoded is looked at by
 * a job. Refuses with the reason.
 */
export async function takeUpload(
  request: Request,
  { name, as }: z.output<typeof UploadQuery>,
  kinds: readonly Uploaded["kind"][],
  memberId: string,
): Promise<UploadAnswer> {
  const { signal } = request;
  const folder = await makeWorkFolder(`upload-${newId()}`);
  try {
    const path = await receiveFile(request, folder);
    return await inTurn(() => identify({ path, folder, name: plainName(name), as, signal, kinds, memberId }), signal);
  } catch (error) {
    if (error instanceof Refusal || isUnreachable(error)) throw error;
    if (isFull(error)) throw fullDisk();
    if (error instanceof ApartError) {
      log.warn({ err: error }, "an upload was not read");
      const asked = { what: "This file", verb: "read", cure: "Use a smaller or simpler one." } as const;
      throw new Refusal(isItsOwn(error) ? 422 : 503, "unreadable", whyApart(error, asked));
    }
    log.warn({ err: error }, "an upload could not be read");
    throw refuse("unreadable", "This file can’t be read. It may be damaged.");
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** A file's name without its ending, as a title that can stand anywhere. */
function plainName(name: string): string {
  const plain = name
    .replace(/\.[a-z0-9]{1,5}$/i, "")
    .replace(/[\p{Cc}\p{Cf}\p{Cs}]/gu, "")
    .slice(0, 80);
  return plain.trim() || "Untitled";
}

const isFull = (error: unknown): boolean =>
  ["ENOSPC", "EDQUOT"].includes((error as NodeJS.ErrnoException).code ?? "") ||
  (error as { reason?: string }).reason === "disk_full";

const fullDisk = () =>
  new Refusal(
    507,
    "disk_full",
    "The server’s disk is full, so the file was not stored. Tell the owner, then upload it again.",
  );

async function identify(upload: Upload): Promise<UploadAnswer> {
  const { path, name, signal } = upload;
  const type = await fileTypeFromFile(path);
  const mime = type?.mime ?? "";
  if (upload.as === "footage" && !mime.startsWith("video/"))
    throw refuse("kind", "Only a video can lie under a clip: MP4, MOV or WebM.");
  const only = (kind: Uploaded["kind"]) => {
    if (upload.kinds.includes(kind)) return;
    throw refuse("kind", "Only pictures and videos can be uploaded here. Other files belong in the house style.");
  };
  if (["image/png", "image/jpeg", "image/webp"].includes(mime)) {
    only("picture");
    return takePicture(upload);
  }
  if (/^(video\/(mp4|quicktime|webm|x-m4v|matroska|x-matroska))$/.test(mime)) {
    only("video");
    return ingest(upload, mime);
  }
  if (/^audio\/(wav|vnd\.wave|x-wav|mpeg|mp4|x-m4a|aac)$/.test(mime)) {
    only("sound");
    return ingest(upload, mime);
  }
  if (/^font\/(ttf|otf|woff2)$/.test(mime)) {
    only("font");
    return takeFont(upload);
  }
  if (mime === "" || mime === "application/xml") {
    if (/<svg[\s>]/i.test(await beginningOf(path))) {
      only("mark");
      if ((await stat(path)).size > most.svgBytes) throw refuse("too_large", "This SVG is larger than 2 MB.");
      return { kind: "mark", name, ...(await takeMark(path, signal)) };
    }
  }
  const known = "PNG, JPEG, WebP, SVG, MP4, MOV, WebM, WAV, MP3, M4A, TTF, OTF and WOFF2";
  throw refuse(
    "kind",
    `This is ${mime === "" ? "not a known kind of file" : `a file of the kind ${mime}`}. Allowed are ${known}.`,
  );
}

/** Videos and sounds are decoded by a worker: what was sent is stored first, and a job looks at it. */
async function ingest({ path, name, as, memberId }: Upload, mime: string): Promise<{ job: string }> {
  const { hash, bytes } = await storeFile(path);
  const costS = 2 + bytes / 5e6;
  const [job] = await addJobs(database(), memberId, [
    { kind: "ingest", payload: { hash, name, mime, as }, costS, priority: urgent, subject: hash },
  ]);
  return { job: job! };
}

/** The first letters of a file, whatever its size. */
async function beginningOf(path: string): Promise<string> {
  const file = await open(path, "r");
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4000), 0, 4000, 0);
    return buffer.toString("utf8", 0, bytesRead);
  } finally {
    await file.close();
  }
}

const Refused = z.object({ refused: z.string(), code: z.string() });
const Picture = z.object({ mime: z.string(), width: z.number(), height: z.number() });
const Font = HouseFont.omit({ id: true, hash: true });

/** Has one of our parsers look at a file in a process of its own. Refuses with its reason. */
async function parsed<T>(kind: string, { path, signal }: Upload, target: string, shape: z.ZodType<T>): Promise<T> {
  const answer = await runApart({
    program: parseProgram,
    args: [kind],
    input: [path, target],
    warm: true,
    shape: z.union([Refused, shape]),
    ...parseLimits,
    signal,
  });
  if (typeof answer === "object" && answer !== null && "refused" in answer) {
    const { refused, code } = answer as z.infer<typeof Refused>;
    throw refuse(code, refused);
  }
  return answer as T;
}

async function takePicture(upload: Upload): Promise<Uploaded> {
  const target = join(upload.folder, "picture");
  const { mime, width, height } = await parsed("picture", upload, target, Picture);
  const { name } = upload;
  const hash = await recordMedia(target, { kind: "picture", mime, name, width, height, durationS: null });
  return { kind: "picture", name, picture: { hash, width, height } };
}

async function takeFont(upload: Upload): Promise<Uploaded> {
  if ((await stat(upload.path)).size > most.fontBytes) throw refuse("too_large", "This font is larger than 20 MB.");
  const target = join(upload.folder, "font");
  const facts = await parsed("font", upload, target, Font).catch((error: unknown) => {
    if (error instanceof z.ZodError) throw refuse("font", "This font can’t be read. It may be damaged.");
    throw error;
  });
  const { family } = facts;
  const file = { mime: "font/ttf", name: family, width: null, height: null, durationS: null };
  const hash = await recordMedia(target, { kind: "font", ...file });
  return { kind: "font", name: family, font: { ...facts, hash } };
}
