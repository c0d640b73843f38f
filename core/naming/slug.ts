const graphemes = new Intl.Segmenter("en", { granularity: "grapheme" });
const bytes = new TextEncoder();

/** The beginning of a text that has no more than so many bytes, cut between letters. */
export function cutToBytes(text: string, most: number): string {
  if (bytes.encode(text).length <= most) return text;
  let cut = "";
  let length = 0;
  for (const { segment } of graphemes.segment(text)) {
    length += bytes.encode(segment).length;
    if (length > most) break;
    cut += segment;
  }
  return cut;
}

/**
 * Letters and figures of any script, joined by hyphens: safe on every file system and in every header. No longer than
 * so many bytes, cut between letters.
 */
export function slug(text: string, most = 60): string {
  const plain = text
    .normalize("NFC")
    .replace(/['’`]/gu, "")
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, "-")
    .replace(/^-+|-+$/g, "");
  return cutToBytes(plain, most).replace(/-+$/, "");
}
