/** Which of the two wide encodings a file is in, if any. */
const utf16 = (bytes: Uint8Array): "utf-16le" | "utf-16be" | undefined => {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return "utf-16le";
  if (first === 0xfe && second === 0xff) return "utf-16be";
  // Without its mark: nearly every other byte of most texts is nothing.
  const sample = bytes.subarray(0, 400);
  const nothing = (from: number) => sample.filter((byte, i) => i % 2 === from && byte === 0).length;
  if (sample.length >= 4 && nothing(1) > sample.length / 4 && nothing(0) === 0) return "utf-16le";
  if (sample.length >= 4 && nothing(0) > sample.length / 4 && nothing(1) === 0) return "utf-16be";
  return undefined;
};

/** The text of a file, and what it was written in: by its mark, as UTF-8 if it is that, and otherwise as Windows-1252. */
export function decodeTable(bytes: Uint8Array): { readonly text: string; readonly encoding: string } {
  const wide = utf16(bytes);
  if (wide) return { text: new TextDecoder(wide).decode(bytes).replace(/^\ufeff/, ""), encoding: wide };
  try {
    return { text: new TextDecoder("utf-8", { fatal: true }).decode(bytes), encoding: "utf-8" };
  } catch {
    return { text: new TextDecoder("windows-1252").decode(bytes), encoding: "windows-1252" };
  }
}
