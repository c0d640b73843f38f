import { existsSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { Package } from "@/core/document/package";
import { placeOfFile } from "@/render/package/layout";

/** A package as `unpack` has written it: what it lists, and where its files lie. */
export interface Unpacked {
  readonly folder: string;
  readonly package: Package;
  /** Path of a file by its hash; undefined for one that is not listed or not there. */
  readonly pathOf: (hash: string) => string | undefined;
}

/** The unpacked package that a design's file lies in, in its folder or the one above; undefined where there is none. */
export function unpackedAround(file: string): Unpacked | undefined {
  for (const folder of [dirname(file), dirname(dirname(file))]) {
    const document = join(folder, "package.json");
    if (!existsSync(document)) continue;
    let json: unknown;
    try {
      json = JSON.parse(readFileSync(document, "utf8"));
    } catch {
      continue;
    }
    // Any project has a package.json; only ours reads as one of these.
    const read = Package.safeParse(json);
    if (!read.success) continue;
    const places = new Map(read.data.files.map((one) => [one.hash, join(folder, placeOfFile(one))]));
    const pathOf = (hash: string) => {
      const place = places.get(hash);
      return place !== undefined && existsSync(place) ? place : undefined;
    };
    return { folder, package: read.data, pathOf };
  }
  return undefined;
}
