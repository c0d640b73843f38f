import { StageClient, stageClient } from "@/ui/stage/client";
import type { Thumb, ThumbDesk, ThumbWish } from "@/ui/stage/protocol";

/** Pictures that a worker is asked for at once: few, so that what comes into view need not wait long. */
const together = 6;
const mostWorkers = 4;

/** A place that shows a small picture. */
export interface Shown extends ThumbWish {
  readonly canvas: HTMLCanvasElement;
  readonly onThumb: (thumb: Thumb) => void;
}

/**
 * Paints what is in view of a contact sheet, all at one instant, in a few workers. Each place is shown its newest picture
 * only; a machine that is too slow shows fewer pictures a second and never falls behind.
 */
export class ThumbPainter {
  private readonly workers: readonly StageClient[];
  private readonly busy = new Set<StageClient>();
  private readonly taught = new Set<StageClient>();
  /** Those that have painted something; until then others do what would be theirs. */
  private readonly ready = new Set<StageClient>();
  private readonly shown = new Map<string, Shown>();
  /** The instant that each place shows, by the place. */
  private readonly painted = new Map<string, string>();
  private timeS: number | undefined;
  private turn = 0;
  private closed = false;

  constructor(private readonly desks: Readonly<Record<string, ThumbDesk>>) {
    const more = Math.max(0, Math.min(mostWorkers, navigator.hardwareConcurrency || 2) - 1);
    // The page's own painting worker is there already, with its fonts loaded; the others take their share once they are.
    this.workers = [stageClient(), ...Array.from({ length: more }, () => new StageClient())];
    this.ready.add(this.workers[0]!);
  }

  /** A place comes into view, or shows something else. */
  show(place: string, shown: Shown): void {
    const before = this.shown.get(place);
    this.shown.set(place, shown);
    if (
      before?.key !== shown.key ||
      before.heightPx !== shown.heightPx ||
      before.close !== shown.close ||
      before.canvas !== shown.canvas
    ) {
      this.painted.delete(place);
    }
    this.hurry();
  }

  hide(place: string): void {
    this.shown.delete(place);
    this.painted.delete(place);
  }

  /** Shows all at an instant; undefined for the one that each design shows best at. */
  seek(timeS: number | undefined): void {
    this.timeS = timeS;
    this.hurry();
  }

  close(): void {
    this.closed = true;
    for (const worker of this.workers.slice(1)) worker.close();
  }

  private stamp({ key, heightPx, close }: Shown): string {
    return `${key} ${heightPx} ${close} ${this.timeS ?? "best"}`;
  }

  /** What a worker is to paint next: always the same places, so that it has them prepared; round and round. */
  private wanting(number: number): [string, Shown][] {
    const open = [...this.shown].filter(([place, shown]) => this.painted.get(place) !== this.stamp(shown));
    return open.filter(([place]) => {
      const own = sum(place) % this.workers.length;
      return own === number || !this.ready.has(this.workers[own]!);
    });
  }

  private hurry(): void {
    this.workers.forEach((worker, i) => {
      if (!this.busy.has(worker)) void this.work(worker, i);
    });
  }

  private async work(worker: StageClient, number: number): Promise<void> {
    this.busy.add(worker);
    while (!this.closed) {
      const open = this.wanting(number);
      if (open.length === 0) break;
      const from = this.turn++ % open.length;
      const some = [...open.slice(from), ...open.slice(0, from)].slice(0, together);
      const { timeS } = this;
      const stamps = some.map(([, shown]) => this.stamp(shown));
      const items = some.map(([, { canvas: _, onThumb: __, ...wish }]): ThumbWish => wish);
      try {
        const desks = this.taught.has(worker) ? {} : { desks: this.desks };
        const answer = await worker.call({ kind: "thumbs", stage: "thumbs", items, timeS, ...desks });
        if (answer.kind !== "thumbs") continue;
        if (answer.unknown) this.taught.delete(worker);
        else this.taught.add(worker);
        this.ready.add(worker);
        answer.thumbs.forEach((thumb, i) => this.put(some[i]![0], some[i]![1], stamps[i]!, thumb));
      } catch {
        // A worker that died is started again with the next call; what it was asked for is not tried for ever.
        some.forEach(([place], i) => this.painted.set(place, stamps[i]!));
      }
    }
    this.busy.delete(worker);
  }

  private put(place: string, shown: Shown, stamp: string, thumb: Thumb): void {
    const now = this.shown.get(place);
    if (
      !now ||
      now.canvas !== shown.canvas ||
      now.key !== shown.key ||
      now.heightPx !== shown.heightPx ||
      now.close !== shown.close
    ) {
      thumb.bitmap?.close();
      return;
    }
    this.painted.set(place, stamp);
    const { canvas } = now;
    if (thumb.bitmap) {
      if (canvas.width !== thumb.bitmap.width || canvas.height !== thumb.bitmap.height) {
        canvas.width = thumb.bitmap.width;
        canvas.height = thumb.bitmap.height;
      }
      canvas.getContext("bitmaprenderer")?.transferFromImageBitmap(thumb.bitmap);
    } else canvas.getContext("bitmaprenderer")?.transferFromImageBitmap(null);
    canvas.dataset.painted = thumb.bitmap ? "yes" : "fault";
    now.onThumb(thumb);
  }
}

const sum = (text: string): number => [...text].reduce((n, sign) => (n * 31 + sign.charCodeAt(0)) >>> 0, 7);
