/** Pictures of a pack that came whole, as they are coded. Throws for what is none. `render/frame-pack.ts` says its form. */
export function unpackFrames(pack: ArrayBuffer): Uint8Array<ArrayBuffer>[] {
  const view = new DataView(pack);
  const isPack = pack.byteLength >= 16 && view.getUint32(0) === 0x52465031;
  if (!isPack) throw new Error("this is no pack of frames");
  const frames = view.getUint32(4, true);
  const placeOf = (i: number): number => Number(view.getBigUint64(8 + 8 * i, true));
  return Array.from({ length: frames }, (_, i) => new Uint8Array(pack, placeOf(i), placeOf(i + 1) - placeOf(i)));
}
