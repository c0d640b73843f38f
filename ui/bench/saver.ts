import type { Patch } from "immer";
import type { Design } from "@/core/document/design";
import { Conflict } from "@/contract/designs";
import { Saved } from "@/contract/patch";
import { ApiError, call, outlives } from "@/ui/parts/api";

export type SaveState =
  | { readonly kind: "saved" }
  | { readonly kind: "saving" }
  | { readonly kind: "waiting"; readonly message: string }
  | { readonly kind: "refused"; readonly message: string }
  | { readonly kind: "conflict"; readonly theirs: Conflict };

const restMs = 350;
const mostWaitMs = 900;
const againMs = 3000;

/**
 * Saves a draft as small changes, a moment after the last one, and within a second while they keep coming. One request
 * at a time, each on the revision that the one before made.
 */
export class Saver {
  private waiting: Patch[] = [];
  private sending: Patch[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  private firstMs = 0;
  private state: SaveState = { kind: "saved" };

  constructor(
    private readonly designId: string,
    private revision: number,
    private readonly tell: (state: SaveState) => void,
    /** The whole document as it is now, for when the changes that led to it were refused. */
    private readonly whole: () => Design,
    /** Keeps in the browser what is not yet known to be saved, and the revision that it was made on. */
    private readonly keep: (revision: number, unsaved: readonly Patch[], now: boolean) => void = () => undefined,
  ) {}

  add(patches: readonly Patch[]): void {
    if (this.waiting.length === 0) this.firstMs = Date.now();
    this.waiting.push(...patches);
    this.keepUnsaved(false);
    if (this.stopped()) return;
    if (!this.refused()) this.say({ kind: "saving" });
    const left = Math.max(0, this.firstMs + mostWaitMs - Date.now());
    this.later(Math.min(restMs, left));
  }

  /** Saves what is left, also while the page goes away; resolves when all is saved or it can't be. */
  async flush(leaving = false): Promise<number | undefined> {
    clearTimeout(this.timer);
    if (leaving) {
      this.sendLast();
      return undefined;
    }
    while (this.waiting.length > 0 || this.sending.length > 0) {
      if (this.stopped()) return undefined;
      await this.send();
      // It goes on trying by itself; whoever asked is told that it is not saved.
      if (this.offline() || this.refused()) return undefined;
    }
    return this.stopped() ? undefined : this.revision;
  }

  /** Goes on from another revision, after both versions have been dealt with. */
  resume(revision: number): void {
    this.revision = revision;
    this.waiting = [];
    this.keepUnsaved(true);
    this.say({ kind: "saved" });
  }

  dispose(): void {
    clearTimeout(this.timer);
    this.sendLast();
  }

  private offline(): boolean {
    return this.state.kind === "waiting";
  }

  private stopped(): boolean {
    return this.state.kind === "conflict";
  }

  private refused(): boolean {
    return this.state.kind === "refused";
  }

  private later(ms: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), ms);
  }

  private async send(): Promise<void> {
    if (this.sending.length > 0 || this.waiting.length === 0) {
      // Whoever asks again waits for the request that is on.
      await new Promise((resolve) => setTimeout(resolve, 20));
      return;
    }
    this.sending = this.waiting;
    this.waiting = [];
    this.keepUnsaved(true);
    try {
      const { revision } = await this.post();
      this.revision = revision;
      this.sending = [];
      this.keepUnsaved(true);
      // Those that came meanwhile are saved by themselves, also after the whole has gone.
      this.say({ kind: this.waiting.length === 0 ? "saved" : "saving" });
      if (this.waiting.length > 0) this.later(restMs);
    } catch (error) {
      this.waiting = [...this.sending, ...this.waiting];
      this.sending = [];
      this.failed(error as Error);
    }
  }

  /** Changes, or after a refusal all of the document: whatever was wrong with the changes is then past. */
  private post(): Promise<Saved> {
    const { revision } = this;
    if (this.refused()) {
      return call(`/api/designs/${this.designId}/replace`, Saved, { revision, document: this.whole() });
    }
    return call(this.path(), Saved, { revision, patches: this.sending }, { lasting: true });
  }

  private failed(error: Error): void {
    const { status, code, detail, message } = error instanceof ApiError ? error : new ApiError(0, "", error.message);
    const theirs = code === "moved_on" ? Conflict.safeParse(detail) : undefined;
    if (theirs?.success) this.say({ kind: "conflict", theirs: theirs.data });
    else if (status === 0 || status >= 500) {
      this.say({ kind: "waiting", message });
      this.later(againMs);
    } else this.say({ kind: "refused", message });
  }

  private keepUnsaved(now: boolean): void {
    this.keep(this.revision, [...this.sending, ...this.waiting], now);
  }

  private sendLast(): void {
    this.keepUnsaved(true);
    if (this.waiting.length === 0 || this.stopped() || this.refused()) return;
    // What is on its way makes one revision more, and this goes on from there.
    const revision = this.revision + (this.sending.length > 0 ? 1 : 0);
    const body = JSON.stringify({ revision, patches: this.waiting });
    this.waiting = [];
    // Goes out even when the page is gone before the answer.
    const gone = () => this.keep(revision + 1, [], true);
    void fetch(this.path(), {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body,
      keepalive: outlives(body),
    }).then(
      ({ ok }) => ok && gone(),
      () => undefined, // It is kept in the browser, for the next visit.
    );
  }

  private path = () => `/api/designs/${this.designId}/patches`;

  private say(state: SaveState): void {
    this.state = state;
    this.tell(state);
  }
}
