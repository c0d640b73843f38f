import { ChangesAnswer, type SheetConflict } from "@/contract/sheets";
import { inParts, type SheetChanges } from "@/core/sheets/changes";
import { ApiError, call, mayPass } from "@/ui/parts/api";
import { holdStuck, holdUnsaved, letGo } from "@/ui/parts/unsaved";

export type SheetSave =
  | { readonly kind: "saved" }
  | { readonly kind: "saving" }
  | { readonly kind: "waiting"; readonly message: string }
  | { readonly kind: "refused"; readonly message: string };

const restMs = 300;
const retryMs = 3000;
/** An answer is waited for no longer than so many changes take. */
const mostRecent = 200;

/** Sends the changes of a sheet one after another, in the order they were made, and again when a network was gone. */
export class Sender {
  private readonly queue: SheetChanges[] = [];
  /** Taken by the server, the newest last. */
  private readonly recent: SheetChanges[] = [];
  private taken = 0;
  private running: Promise<void> | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly sheetId: string,
    private readonly tell: (save: SheetSave) => void,
    private readonly collided: (conflicts: readonly SheetConflict[], changes: SheetChanges) => void,
  ) {}

  /** How many changes the server has taken; what is asked for from here on knows of all of them. */
  get mark(): number {
    return this.taken;
  }

  /** What an answer of the server may not know of that was asked for at a mark, the oldest first. */
  unknownSince(mark: number): readonly SheetChanges[] {
    const recent = Math.min(this.recent.length, this.taken - mark);
    return [...this.recent.slice(this.recent.length - recent), ...this.queue];
  }

  put(changes: SheetChanges): void {
    this.queue.push(...inParts(changes));
    holdUnsaved(this);
    // Said at once: a page that is closed before it is sent would lose it.
    this.tell({ kind: "saving" });
    this.timer ??= setTimeout(() => this.start(), restMs);
  }

  /** Resolves when nothing waits any more, or something was refused. */
  async flush(): Promise<void> {
    while (this.queue.length > 0 || this.running) {
      this.start();
      await this.running;
    }
  }

  private start(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.running ??= this.send().finally(() => {
      this.running = undefined;
      if (this.queue.length > 0) this.start();
    });
  }

  private async send(): Promise<void> {
    while (this.queue.length > 0) {
      const next = this.queue[0]!;
      this.tell({ kind: "saving" });
      try {
        const { conflicts } = await call(`/api/sheets/${this.sheetId}/changes`, ChangesAnswer, next);
        this.queue.shift();
        this.taken++;
        this.recent.push(next);
        if (this.recent.length > mostRecent) this.recent.shift();
        if (conflicts.length > 0) this.collided(conflicts, next);
      } catch (error) {
        // A network that is gone comes back; what is refused would be refused again.
        if (error instanceof ApiError && !mayPass(error.status)) {
          this.queue.shift();
          if (this.queue.length === 0) letGo(this);
          return this.tell({ kind: "refused", message: error.message });
        }
        holdStuck(this);
        this.tell({ kind: "waiting", message: (error as Error).message });
        await new Promise((again) => setTimeout(again, retryMs));
      }
    }
    letGo(this);
    this.tell({ kind: "saved" });
  }
}
