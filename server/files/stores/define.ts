import type { Readable } from "node:stream";

export interface ByteRange {
  readonly start: number;
  /** The last byte of it. */
  readonly end: number;
}

/** Where files lie by the hash of their content. What is stored is whole or absent, whatever happens. */
export interface Store {
  /** Takes a file of this machine, which may be gone afterwards. */
  readonly put: (hash: string, path: string, bytes: number) => Promise<void>;
  readonly has: (hash: string) => Promise<boolean>;
  readonly open: (hash: string, range?: ByteRange) => Promise<Readable>;
  /** Takes it away; nothing happens where it is not. */
  readonly remove: (hash: string) => Promise<void>;
  /** Its path on this machine, where it lies on one. */
  readonly pathOf?: (hash: string) => string;
}
