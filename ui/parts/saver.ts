import type { Patch } from "immer";
import type { z } from "zod";
import { Saved } from "@/contract/patch";
import { sameJson } from "@/core/same";
import { ApiError, call, mayPass, outlives } from "./api";
import { newId } from "./new-id";
import { holdStuck, holdUnsaved, letGo } from "./unsaved";

export type SaveState<Theirs = unknown> =
  | { readonly kind: "saved" }
  | { readonly kind: "saving" }
  | { readonly kind: "waiting"; readonly message: string }
  | { readonly kind: "refused"; readonly message: string }
  | { readonly kind: "conflict"; readonly theirs: Theirs };

const restMs = 350;
const mostWaitMs = 900;
const againMs = 3000;
const mostLost = 100;

/** A document that is saved: where, and what is to be known of it. */
export interface SavedDocument<Theirs> {
  /** Its address: changes go to `patches` below it. */
  readonly path: string;
  readonly revision: number;
  /** What is told when it has moved on: the document as others have made it. */
  readonly conflict: z.ZodType<Theirs>;
  /**
   * The whole document as it is now, which takes the place of changes that were refused, by `replace` below its address.
   * Without it the changes are given up, and whoever is told shows what is stored.
   */
  readonly whole?: () => unknown;
  /** The document as it is now, where it is told otherwise than by `whole`: what is stored once it is saved. */
  readonly shown?: () => unknown;
  /** The document at `revision`, for whoever merges what others have done meanwhile. */
  readonly stored?: unknown;
  readonly tell: (state: SaveState<Theirs>) => void;
  /** Keeps in the browser what is not yet known to be saved, and the revision that it was made on. */
  readonly keep?: ((revision: number, unsaved: readonly Patch[], now: boolean) => void) | undefined;
}

/**
 * Saves a document as small changes, a moment after the last one, and within a second while they keep coming. One request
 * at a time, each on the revision that the one before made.
 */
export class Saver<Theirs = unknown> {
  private waiting: Patch[] = [];
  private sending: Patch[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  private firstMs = 0;
  private state: SaveState<Theirs> = { kind: "saved" };
  private revision: number;
  private held: unknown;
  /** Requests whose answers were lost, with the document as it was sent: one of them may have arrived. */
  private lost: readonly { readonly nonce: string; readonly document: unknown }[] = [];

  constructor(private readonly of: SavedDocument<Theirs>) {
    this.revision = of.revision;
    this.held = of.stored;
  }

  /** The revision that is known to be stored. */
  get at(): number {
    return this.revision;
  }

  /** The document as it is known to be stored, where it was said what it is. */
  get stored(): unknown {
    return this.held;
  }

  /** Whether a document is what a request would have stored whose answer was lost. */
  hasSent(document: unknown): boolean {
    return this.lost.some((one) => sameJson(one.document, document));
  }

  /** The document as it was sent by a request whose answer was lost. */
  sentBy(nonce: string | undefined): unknown {
    return this.lost.find((one) => one.nonce === nonce)?.document;
  }

  /** Whether all that was changed here is stored. */
  get idle(): boolean {
    return this.waiting.length === 0 && this.sending.length === 0;
  }

  add(patches: readonly Patch[]): void {
    if (this.waiting.length === 0) this.firstMs = Date.now();
    this.waiting.push(...patches);
    holdUnsaved(this);
    this.keepUnsaved(false);
    if (this.stopped()) return;
    if (!this.refused()) this.say({ kind: "saving" });
    const left = Math.max(0, this.firstMs + mostWaitMs - Date.now());
    this.later(Math.min(restMs, left));
  }

  /** Saves what is left, also while the page goes away; resolves when saved or it can't be. */
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

  /**
   * Goes on from another revision, after both versions have been dealt with: `stored` is the document at it, and
   * `patches` is what it still lacks.
   */
  resume(revision: number, stored: unknown, patches: readonly Patch[] = []): void {
    this.revision = revision;
    this.held = stored;
    this.lost = [];
    this.waiting = [];
    this.keepUnsaved(true);
    this.say({ kind: "saved" });
    if (patches.length > 0) this.add(patches);
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
    const sent = (this.of.shown ?? this.of.whole)?.();
    // Sent again as it was, it is the same.
    const nonce = this.lost[0]?.document === sent && sent !== undefined ? this.lost[0]!.nonce : newId();
    try {
      const { revision } = await this.post(nonce);
      this.revision = revision;
      this.held = sent;
      this.lost = [];
      this.sending = [];
      this.keepUnsaved(true);
      // Those that came meanwhile are saved by themselves, also after the whole has gone.
      this.say({ kind: this.waiting.length === 0 ? "saved" : "saving" });
      if (this.waiting.length > 0) this.later(restMs);
    } catch (error) {
      this.waiting = [...this.sending, ...this.waiting];
      this.sending = [];
      if (!(error instanceof ApiError) || mayPass(error.status))
        this.lost = [{ nonce, document: sent }, ...this.lost.filter((one) => one.nonce !== nonce)].slice(0, mostLost);
      this.failed(error as Error);
    }
  }

  /** Changes, or after a refusal all of the document: whatever was wrong with the changes is then past. */
  private post(nonce: string): Promise<Saved> {
    const { revision } = this;
    const { whole, path } = this.of;
    if (this.refused() && whole) return call(`${path}/replace`, Saved, { revision, document: whole() });
    const lost = this.lost.length === 0 ? {} : { lost: this.lost.map((one) => one.nonce) };
    return call(this.path(), Saved, { revision, patches: this.sending, nonce, ...lost }, { lasting: true });
  }

  private failed(error: Error): void {
    const { status, code, detail, message } = error instanceof ApiError ? error : new ApiError(0, "", error.message);
    const theirs = code === "moved_on" ? this.of.conflict.safeParse(detail) : undefined;
    if (theirs?.success) this.say({ kind: "conflict", theirs: theirs.data });
    else if (mayPass(status)) {
      if (!this.of.keep) holdStuck(this);
      this.say({ kind: "waiting", message });
      this.later(againMs);
    } else {
      if (!this.of.whole) this.waiting = [];
      this.say({ kind: "refused", message });
    }
  }

  private keepUnsaved(now: boolean): void {
    this.of.keep?.(this.revision, [...this.sending, ...this.waiting], now);
  }

  private sendLast(): void {
    this.keepUnsaved(true);
    if (this.waiting.length === 0 || this.stopped() || this.refused()) return letGo(this);
    // What is on its way makes one revision more, and this goes on from there.
    const revision = this.revision + (this.sending.length > 0 ? 1 : 0);
    const body = JSON.stringify({ revision, patches: this.waiting });
    this.waiting = [];
    const gone = () => {
      this.of.keep?.(revision + 1, [], true);
      letGo(this);
    };
    // What is kept in the browser waits for the next visit; else whoever has gone on in this page still waits for it.
    const missed = () => {
      if (this.of.keep) return letGo(this);
      holdStuck(this);
      setTimeout(post, againMs);
    };
    // Goes out even when the page is gone before the answer.
    const post = () =>
      void fetch(this.path(), {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body,
        keepalive: outlives(body),
      }).then(({ ok, status }) => (mayPass(status) ? missed() : ok ? gone() : letGo(this)), missed);
    post();
  }

  private path = () => `${this.of.path}/patches`;

  private say(state: SaveState<Theirs>): void {
    this.state = state;
    if (this.idle) letGo(this);
    this.of.tell(state);
  }
}
