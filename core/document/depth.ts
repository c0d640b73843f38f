/** How deep brackets of JSON lie in each other, outside of texts; told before anything is made of it. */
export function depthOf(bytes: Uint8Array): number {
  let [depth, deepest] = [0, 0];
  let quoted = false;
  for (let i = 0; i < bytes.length; i++) {
    const sign = bytes[i];
    if (quoted) {
      if (sign === 0x5c) i++;
      else if (sign === 0x22) quoted = false;
    } else if (sign === 0x22) quoted = true;
    else if (sign === 0x5b || sign === 0x7b) deepest = Math.max(deepest, ++depth);
    else if (sign === 0x5d || sign === 0x7d) depth--;
  }
  return deepest;
}
