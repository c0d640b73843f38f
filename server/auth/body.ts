import { jsonSizeOf, type JsonSize } from "@/core/document/depth";
import { Refusal } from "@/server/refusal";

/** Things in things in things: deeper than any document of ours goes. */
const mostDepth = 60;
/** Lists are longer in none of them; a longer one would be looked at entry by entry before it is refused. */
const mostEntries = 10_000;
/** Properties of one object; an object of very many is slow to make. */
const mostKeys = 5000;

/** How large a body may be. */
export interface BodyLimits {
  readonly bytes: number;
  /** Values in it, all together. */
  readonly values: number;
}

/** Reads a JSON body as far as it may be long and deep; answers its bytes too. Refuses with the reason. */
export async function readBody(
  request: Request,
  { bytes: most, values }: BodyLimits,
): Promise<{ readonly value: unknown; readonly bytes: number }> {
  if (Number(request.headers.get("content-length") ?? 0) > most) throw tooLarge(most);
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of request.body ?? []) {
    size += chunk.byteLength;
    if (size > most) throw tooLarge(most);
    chunks.push(chunk);
  }
  const bytes = Buffer.concat(chunks);
  // Looked at before anything is made of it: what is nested or long without end is dear to read and to check.
  refuseVast(jsonSizeOf(bytes), values);
  let read: unknown;
  try {
    read = JSON.parse(bytes.toString("utf8"));
  } catch {
    throw new Refusal(400, "not_json", "The request is not valid JSON.");
  }
  return { value: isPlain(bytes) ? read : sound(read), bytes: bytes.length };
}

/** Nothing in it is spelled in any other way than it looks: by far the most bodies. */
const isPlain = (bytes: Buffer): boolean =>
  /^[\u0000-\u007f]*$/.test(bytes.toString("latin1")) && !bytes.includes("\\u");

function refuseVast({ depth, values, widest, longest }: JsonSize, most: number): void {
  if (depth > mostDepth) throw new Refusal(422, "too_deep", "The request is nested too deeply.");
  const tooLong = (message: string) => new Refusal(422, "too_long", message);
  if (longest > mostEntries) throw tooLong(`A list in it has ${longest} entries, more than any document may have.`);
  if (widest > mostKeys) throw tooLong(`Something in it has ${widest} properties, more than any document may have.`);
  if (values > most) throw tooLong(`The request holds ${values} values, more than any change may have.`);
}

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
  if (Array.isArray(value)) return value.map(sound);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, held]) => [wellFormed(key), sound(held)]));
}
