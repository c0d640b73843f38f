import { createWriteStream } from "node:fs";
import { open, type FileHandle } from "node:fs/promises";
import { Writable } from "node:stream";
import { Reader, Uint8ArrayReader, ZipWriter } from "@zip.js/zip.js";

/** Reads a file piece by piece, however large it is. */
export class HandleReader extends Reader<FileHandle> {
  constructor(private readonly handle: FileHandle) {
    super(handle);
  }
  override async init(): Promise<void> {
    this.size = (await this.handle.stat()).size;
  }
  override async readUint8Array(index: number, length: number): Promise<Uint8Array> {
    const { buffer, bytesRead } = await this.handle.read(Buffer.alloc(length), 0, length, index);
    return new Uint8Array(buffer.buffer, buffer.byteOffset, bytesRead);
  }
}

/** Pictures and films are small already: packing them again would only take time. One date, so that the same files make the same zip. */
const stored = {
  ...{ level: 0, dataDescriptor: false, useWebWorkers: false, extendedTimestamp: false },
  lastModDate: new Date(1980, 0, 1, 12),
};

export interface ZipFile {
  readonly add: (name: string, bytes: Uint8Array) => Promise<void>;
  readonly addFile: (name: string, path: string) => Promise<void>;
  readonly close: () => Promise<void>;
}

/** A zip that is written as it grows; nothing of it stays in memory. */
export function writeZip(path: string): ZipFile {
  const zip = new ZipWriter(Writable.toWeb(createWriteStream(path)) as WritableStream<Uint8Array>, stored);
  return {
    add: async (name, bytes) => void (await zip.add(name, new Uint8ArrayReader(bytes), stored)),
    addFile: async (name, file) => {
      const handle = await open(file, "r");
      try {
        await zip.add(name, new HandleReader(handle), stored);
      } finally {
        await handle.close();
      }
    },
    close: async () => void (await zip.close()),
  };
}
