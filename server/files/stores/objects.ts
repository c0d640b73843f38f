import { createReadStream } from "node:fs";
import type { Readable } from "node:stream";
import { GetObjectCommand, S3Client } from "@aws-sdk/client-s3";
import { Disk } from "flydrive";
import { S3Driver } from "flydrive/drivers/s3";
import type { Store } from "./define";

/**
 * A bucket of any store that speaks S3, as `s3://KEY:SECRET@HOST[:PORT]/BUCKET[/PREFIX][?region=…&tls=no]`; without a key
 * the credentials are looked for as AWS's own tools do.
 */
export function objectStore(url: URL): Store {
  const [bucket, ...prefix] = url.pathname.split("/").filter((part) => part !== "");
  if (!bucket) throw new Error("STORAGE_URL names no bucket: s3://KEY:SECRET@HOST/BUCKET");
  const client = new S3Client({
    region: url.searchParams.get("region") ?? "us-east-1",
    endpoint: `${url.searchParams.get("tls") === "no" ? "http" : "https"}://${url.host}`,
    forcePathStyle: true,
    // Stores other than Amazon's own don't know the newer checksums.
    requestChecksumCalculation: "WHEN_REQUIRED",
    responseChecksumValidation: "WHEN_REQUIRED",
    ...(url.username && {
      credentials: {
        accessKeyId: decodeURIComponent(url.username),
        secretAccessKey: decodeURIComponent(url.password),
      },
    }),
  });
  const disk = new Disk(new S3Driver({ client, bucket, visibility: "private", supportsACL: false }));
  const keyOf = (hash: string): string => [...prefix, hash.slice(0, 2), hash].join("/");
  return {
    // A bucket has an object whole or not at all.
    put: (hash, path, bytes) => disk.putStream(keyOf(hash), createReadStream(path), { contentLength: bytes }),
    has: (hash) => disk.exists(keyOf(hash)),
    open: async (hash, range) => {
      const Range = range && `bytes=${range.start}-${range.end}`;
      const { Body } = await client.send(new GetObjectCommand({ Bucket: bucket, Key: keyOf(hash), Range }));
      return Body as Readable; // In Node it always is one.
    },
    remove: (hash) => disk.delete(keyOf(hash)),
  };
}
