/** How deep brackets of JSON lie in each other, outside of texts, and how many values they hold. */
export interface JsonSize {
  readonly depth: number;
  /** Commas and brackets: as many as there are values, or a few more. */
  readonly values: number;
  /** Entries of the widest object, and of the longest list. */
  readonly widest: number;
  readonly longest: number;
}

const [quote, backslash, comma] = [0x22, 0x5c, 0x2c];
const [squareOpen, squareClose, curlyOpen, curlyClose] = [0x5b, 0x5d, 0x7b, 0x7d];

/** Told from the bytes, before anything is made of them. */
export function jsonSizeOf(bytes: Uint8Array): JsonSize {
  let [deepest, values, widest, longest] = [0, 0, 0, 0];
  // Commas so far of each bracket that is open.
  const open: number[] = [];
  let quoted = false;
  for (let i = 0; i < bytes.length; i++) {
    const sign = bytes[i];
    if (quoted) {
      if (sign === backslash) i++;
      else if (sign === quote) quoted = false;
    } else if (sign === quote) quoted = true;
    else if (sign === comma) {
      values++;
      if (open.length > 0) open[open.length - 1]!++;
    } else if (sign === squareOpen || sign === curlyOpen) {
      values++;
      deepest = Math.max(deepest, open.push(0));
    } else if (sign === curlyClose) widest = Math.max(widest, (open.pop() ?? 0) + 1);
    else if (sign === squareClose) longest = Math.max(longest, (open.pop() ?? 0) + 1);
  }
  return { depth: deepest, values, widest, longest };
}
