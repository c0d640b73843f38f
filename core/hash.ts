/**
 * 104-bit hash of a string, as 26 hexadecimal figures. Not for secrets: it names content within one clip.
 * Two 52-bit multiplicative hashes with different seeds.
 */
export function hashText(text: string): string {
  return half(text, 0x9e3779b9) + half(text, 0x85ebca6b);
}

function half(text: string, seed: number): string {
  let low = 0xdeadbeef ^ seed;
  let high = 0x41c6ce57 ^ seed;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    low = Math.imul(low ^ code, 2654435761);
    high = Math.imul(high ^ code, 1597334677);
  }
  low = Math.imul(low ^ (low >>> 16), 2246822507) ^ Math.imul(high ^ (high >>> 13), 3266489909);
  high = Math.imul(high ^ (high >>> 16), 2246822507) ^ Math.imul(low ^ (low >>> 13), 3266489909);
  return (high >>> 11).toString(16).padStart(6, "0").slice(-5) + (low >>> 0).toString(16).padStart(8, "0");
}
