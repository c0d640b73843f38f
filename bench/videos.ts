import { execFile } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { promisify } from "node:util";
import { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import type { HouseVideo } from "@/core/document/media";
import { house } from "@/demo/house";
import { base, cookieOf, resultOf } from "@/tests/support/api";
import { openBrowser, painted, press, signedIn } from "@/tests/support/browser";
import { teachAsking, type Asking } from "@/tests/support/stage-worker";
import { round, type Measurement } from "./measure";

const run = promisify(execFile);
const count = 10;

/** A clip of three seconds that no other is like. */
async function clip(folder: string, i: number): Promise<string> {
  const file = join(folder, `clip-${i}.mp4`);
  const source = `testsrc2=s=1920x1080:r=25:d=3,hue=h=${i * 36}`;
  await run("ffmpeg", ["-v", "error", "-f", "lavfi", "-i", source, "-pix_fmt", "yuv420p", "-y", file]);
  return file;
}

/** Has a clip read by the instance's worker. */
async function bring(file: string, i: number): Promise<HouseVideo> {
  const cookie = await cookieOf("tomas");
  const answer = await fetch(`${base}/api/media?name=clip-${i}.mp4`, {
    method: "POST",
    headers: { cookie, origin: base, "content-type": "application/octet-stream" },
    body: new Uint8Array(readFileSync(file)),
  });
  const { data } = (await answer.json()) as { data: unknown };
  const made = (await resultOf(cookie, data)).data as { video: Omit<HouseVideo, "id" | "name"> };
  return { id: `clip-${i}`, name: `Clip ${i}`, ...made.video };
}

/** Ten videos of broadcast size in one picture, five across and two down. */
const design = Design.parse({
  ...{ version: 2, id: "ten-clips", name: "Ten clips", formats: ["wide"], fields: [] },
  length: { default: 3, min: 3, max: 3 },
  layers: Array.from({ length: count }, (_, i) => ({
    ...{ id: `slot-${i}`, name: `Slot ${i}`, kind: "picture", media: `video:clip-${i}`, framing: { fit: "cover" } },
    width: { kind: "share", of: "format", share: 1 / 5 },
    height: { kind: "share", of: "format", share: 1 / 2 },
    place: { on: "format", from: { x: (i % 5) / 5, y: Math.floor(i / 5) / 2 } },
  })),
});

/** Pictures a second while ten videos are scrubbed, forwards and to and fro, as the bench shows them. */
export async function measureVideos(folder: string): Promise<Measurement[]> {
  const videos: HouseVideo[] = [];
  for (let i = 0; i < count; i++) videos.push(await bring(await clip(folder, i), i));
  const browser = await openBrowser();
  try {
    const { page } = await signedIn(browser, "ines");
    await press(page, ".release-plate a h2", "Name strap");
    await painted(page, 4);
    const worker = page.workers()[0]!;
    await teachAsking(worker);
    const request = { design, values: { fields: {} }, house: { ...house, videos } satisfies House };
    const rate = (steps: readonly number[]) =>
      worker.evaluate(
        async (filled, frames) => {
          const ask = (self as unknown as Asking).rubrickAsk;
          const fps = { num: 25, den: 1 };
          await ask({ kind: "prepare", stage: "bench", request: filled, formats: ["wide"], fps });
          const start = performance.now();
          for (const frame of frames) {
            const formats = [{ id: "wide", scale: 0.36 }];
            await ask({ kind: "paint", stage: "bench", timeS: frame / 25, formats, light: true, afresh: true });
          }
          return (frames.length * 1000) / (performance.now() - start);
        },
        request as never,
        steps as number[],
      );
    const forwards = Array.from({ length: 70 }, (_, i) => i);
    const line = async (name: string, steps: readonly number[]): Promise<Measurement> => ({
      ...{ name, value: round(await rate(steps)), unit: "per second" },
      ...{ target: { is: "at least", value: 15 }, detail: {} },
    });
    return [
      await line("ten videos of 1920 × 1080, played", forwards),
      await line("ten videos of 1920 × 1080, scrubbed to and fro", [...forwards].reverse().concat(forwards)),
    ];
  } finally {
    await browser.close();
  }
}
