import type { PictureSource } from "./painted";

/** So many pictures are coded beside each other; more would only take memory. */
const abreast = 4;

/**
 * Codes pictures beside each other while the next are painted, and takes what comes of each in their order.
 * `prepare` is called in order, at once, with the pixels.
 */
export async function inOrder<T>(
  source: PictureSource,
  pictures: readonly number[],
  signal: AbortSignal | undefined,
  steps: {
    readonly code: (pixels: Buffer, place: number) => Promise<T>;
    readonly take: (coded: T, place: number) => Promise<void> | void;
  },
): Promise<void> {
  const underway: Promise<T>[] = [];
  let taken = 0;
  let given = 0;
  const takeOne = async () => steps.take(await underway.shift()!, taken++);
  await source.each(
    pictures,
    async (pixels) => {
      const coding = steps.code(pixels, given++);
      // Whoever waits for it hears of its fault; until then nobody does.
      coding.catch(() => undefined);
      underway.push(coding);
      if (underway.length > abreast) await takeOne();
    },
    signal,
  );
  while (underway.length > 0) await takeOne();
  signal?.throwIfAborted();
}
