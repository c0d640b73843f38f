import { sampleValues } from "@/core/document/values";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { openBrowser, painted, press, signedIn } from "@/tests/support/browser";
import { teachAsking, type Asking } from "@/tests/support/stage-worker";
import { round, type Measurement } from "./measure";

const fps = { num: 60, den: 1 };
const all = ["wide", "square", "portrait", "tall"];

/** Frames a second that the product's own painting worker gives in headless Chromium, over arrive and leave alike. */
export async function measurePreview(ids: readonly Parameters<typeof readDesign>[0][]): Promise<Measurement[]> {
  const browser = await openBrowser();
  try {
    const { page } = await signedIn(browser, "ines");
    await press(page, ".release-plate a h2", "Name strap");
    await painted(page, 4);
    const worker = page.workers()[0]!;
    await teachAsking(worker);
    const out: Measurement[] = [];
    for (const id of ids) {
      const design = readDesign(id);
      const request = { design, values: { ...sampleValues(design), lengthS: 4 }, house };
      const rate = (formats: readonly string[]) =>
        worker.evaluate(
          async (request, formats, fps) => {
            const ask = (self as unknown as Asking).rubrickAsk;
            await ask({ kind: "prepare", stage: "bench", request, formats, fps });
            // The focused format as large as on the bench at 1280 × 800, the others small; arriving, where most moves.
            const shown = formats.map((id) => ({ id, scale: id === "wide" ? 0.36 : 0.18 }));
            const round = async (frame: number) => {
              const timeS = 0.1 + (frame % 40) / 60;
              return ask({ kind: "paint", stage: "bench", timeS, formats: shown, light: true, afresh: true });
            };
            const run = async (frames: number, mostMs: number) => {
              const start = performance.now();
              let frame = 0;
              while (frame < frames && performance.now() - start < mostMs) await round(frame++);
              return (frame * 1000) / (performance.now() - start);
            };
            await run(12, 400);
            return run(120, 2000);
          },
          request as never,
          formats as string[],
          fps,
        );
      const one = await rate(["wide"]);
      const four = await rate(all);
      const line = (name: string, value: number, target: number): Measurement => ({
        name: `preview of ${id}, ${name}`,
        value: round(value),
        unit: "per second",
        target: { is: "at least", value: target },
        detail: {},
      });
      out.push(line("focused format", one, 60), line("all four together", four, 30));
    }
    return out;
  } finally {
    await browser.close();
  }
}
