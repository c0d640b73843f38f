/** A random id of twenty hex digits; also on a page without a certificate, where browsers make no UUIDs. */
export const newId = (): string =>
  [...crypto.getRandomValues(new Uint8Array(10))].map((byte) => byte.toString(16).padStart(2, "0")).join("");
