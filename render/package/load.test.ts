import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, expect, test } from "@jest/globals";
import { frameRef } from "@/core/sample/rasters";
import { packFrames } from "../frame-pack";
import { packageLoader } from "./load";
import { PackageError } from "./read";

const folder = mkdtempSync(join(tmpdir(), "rubrick-load-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const hash = "e".repeat(64);

test("a picture that a package has not is told by its hash", async () => {
  const missing = packageLoader({ pathOf: () => undefined })(hash);
  await expect(missing).rejects.toThrow(PackageError);
  await expect(missing).rejects.toThrow("The file eeeeeeeeeeee… is not in the package.");
});

test("a frame is read out of its video, and one beyond its end is told", async () => {
  const path = join(folder, "two.frames");
  writeFileSync(path, packFrames([Buffer.from("first"), Buffer.from("second")]));
  const load = packageLoader({ pathOf: () => path });
  expect(Buffer.from(await load(frameRef(hash, 1))).toString()).toBe("second");
  await expect(load(frameRef(hash, 2))).rejects.toThrow("A video in it has no frame 2.");
});
