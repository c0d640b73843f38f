import { depthOf } from "@/core/document/depth";
import { Refusal } from "@/server/refusal";

/** Things in things in things: deeper than any document of ours goes. */
const mostDepth = 60;
/** Lists are longer in none of them; a longer one would be looked at entry by entry before it is refused. */
const mostEntries = 10_000;

/** Reads a JSON body as far as it may be long and deep. Refuses with the reason. */
export async function readBody(request: Request, most: number): Promise<unknown> {
  if (Number(request.headers.get("content-length") ?? 0) > most) throw tooLarge(most);
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of request.body ?? []) {
    size += chunk.byteLength;
    if (size > most) throw tooLarge(most);
    chunks.push(chunk);
  }
  const bytes = Buffer.concat(chunks);
  // Looked at before anything is made of it: what is nested without end is dear to read and to check.
  if (depthOf(bytes) > mostDepth) throw new Refusal(422, "too_deep", "The request is nested too deeply.");
  let read: unknown;
  try {
    read = JSON.parse(bytes.toString("utf8"));
  } catch {
    throw new Refusal(400, "not_json", "The request is not valid JSON.");
  }
  if (!isPlain(bytes)) return sound(read);
  refuseLongLists(read);
  return read;
}

/** Nothing in it is spelled in any other way than it looks: by far the most bodies. */
const isPlain = (bytes: Buffer): boolean =>
  /^[\u0000-\u007f]*$/.test(bytes.toString("latin1")) && !bytes.includes("\\u");

function refuseLongLists(value: unknown): void {
  if (typeof value !== "object" || value === null) return;
  if (Array.isArray(value) && value.length > mostEntries) throw tooLong(value.length);
  for (const held of Object.values(value)) refuseLongLists(held);
}

const tooLong = (length: number) =>
  new Refusal(422, "too_long", `A list in it has ${length} entries; no document has so many.`);

const tooLarge = (most: number) =>
  new Refusal(413, "too_large", `The request is larger than ${Math.round(most / 1024)} KB.`);

/**
 * One spelling for what looks the same, so that names can be compared; but characters of old East Asian sets keep their
 * shapes, which their other spelling has not. A lone half of a surrogate pair, which can be stored nowhere, becomes the
 * sign for what can't be read.
 */
const wellFormed = (text: string): string => (plain.test(text) ? text : respelled(text));

const plain = /^[\u0000-\u007f]*$/;
const respelled = (text: string): string =>
  text
    .replace(/\p{Surrogate}/gu, "\ufffd")
    .replace(/[^\uf900-\ufaff\u{2f800}-\u{2fa1f}]+/gu, (part) => part.normalize("NFC"));

/** The door that all text comes through. */
function sound(value: unknown): unknown {
  if (typeof value === "string") return wellFormed(value);
  if (Array.isArray(value)) {
    if (value.length > mostEntries) throw tooLong(value.length);
    return value.map(sound);
  }
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, held]) => [wellFormed(key), sound(held)]));
}
