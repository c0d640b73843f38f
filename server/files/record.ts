import { database } from "@/server/db/connection";
import { addMedia, type Media } from "@/server/db/media";
import { storeFile } from "./storage";

/** Stores a file that an upload was made into, and writes down what it is. Answers its content hash. */
export async function recordMedia(path: string, facts: Omit<Media, "hash" | "bytes" | "isFootage">): Promise<string> {
  const stored = await storeFile(path);
  await addMedia(database(), { ...stored, ...facts, isFootage: false });
  return stored.hash;
}
