import { fileAttribute, payloadId, type PagePayload } from "@/core/page";

/** Bytes that lie in the page as text, packed with gzip. */
async function unpacked(element: Element): Promise<Uint8Array<ArrayBuffer>> {
  const packed = Uint8Array.from(atob(element.textContent.trim()), (sign) => sign.charCodeAt(0));
  const stream = new Blob([packed]).stream().pipeThrough(new DecompressionStream("gzip"));
  return new Uint8Array(await new Response(stream).arrayBuffer());
}

/** A file that the page carries, by what it is asked for. Throws when it is not in it. */
export async function carriedFile(name: string): Promise<Uint8Array<ArrayBuffer>> {
  const element = document.querySelector(`[${fileAttribute}="${CSS.escape(name)}"]`);
  if (!element) throw new Error(`${name} is not in this page`);
  return unpacked(element);
}

export const readPayload = (): PagePayload =>
  JSON.parse(document.getElementById(payloadId)!.textContent) as PagePayload;
