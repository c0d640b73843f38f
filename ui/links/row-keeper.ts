import { LinkFillAnswer, type LinkFill } from "@/contract/links";
import type { FieldValue } from "@/core/fields/value";
import { sameJson } from "@/core/same";
import { cellOf, type Cells } from "@/core/sheets/row";
import { ApiError, call, mayPass } from "@/ui/parts/api";

/** Typing goes on undisturbed; a pause this long is sent. */
const restMs = 700;
const againMs = 4000;

export type Keeping = "kept" | "sending" | "offline" | "refused" | "over";

/** What a row that is filled in by link is known to be. */
export interface Kept {
  readonly keeping: Keeping;
  readonly state: LinkFill["state"];
  readonly fault?: string | undefined;
  /** Columns that somebody else has written meanwhile: theirs stands. */
  readonly theirs: readonly string[];
}

/** What of a row is not known to be with the server, as it lies in a browser's store. */
export interface Unkept {
  readonly known: Cells;
  readonly wanted: Cells;
}

type Change = { column: string; was?: FieldValue | undefined; to?: FieldValue | undefined };

/**
 * The row as an earlier page of this browser meant it, which could not send all of it: what nobody has written since.
 * The other columns are told.
 */
export function restored(now: Cells, { known, wanted }: Unkept): { cells: Cells; theirs: string[] } {
  const changes = changesBetween(known, wanted);
  const isFree = ({ column, was, to }: Change) => [was, to].some((one) => sameJson(cellOf(now, column), one));
  const own = Object.fromEntries(changes.filter(isFree).map(({ column, to }) => [column, to]));
  return { cells: cellsWith(now, own), theirs: changes.filter((one) => !isFree(one)).map(({ column }) => column) };
}

/** What leads from one filling of a row to another. */
export function changesBetween(was: Cells, to: Cells): Change[] {
  const columns = [...new Set([...Object.keys(was), ...Object.keys(to)])];
  return columns
    .map((column) => ({ column, was: cellOf(was, column), to: cellOf(to, column) }))
    .filter((change) => !sameJson(change.was, change.to));
}

/** Cells with some of them written over; what is written as nothing is gone. */
export function cellsWith(cells: Cells, over: Readonly<Record<string, FieldValue | undefined>>): Cells {
  const all: Record<string, FieldValue | undefined> = { ...cells, ...over };
  return Object.fromEntries(Object.entries(all).filter(([, cell]) => cell !== undefined)) as Cells;
}

/**
 * Sends what is typed into the row of a link, one request after another: each says what its writer saw, so one that ran
 * beside another would collide with it. What could not be sent is sent again as it was, before what came later.
 */
export class RowKeeper {
  private known: Cells;
  private wanted: Cells;
  private sending: Cells | undefined;
  private running: Promise<boolean> | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private now: Kept;

  constructor(
    private readonly address: string,
    first: Pick<LinkFill, "cells" | "state">,
    /** Columns that others have written since an earlier page could not send what it had. */
    written: readonly string[],
    private readonly tell: (kept: Kept) => void,
    /** Shows what others have written in place of what was typed. */
    private readonly take: (theirs: Readonly<Record<string, FieldValue | undefined>>) => void,
    /** Keeps in the browser what is not known to be with the server; undefined once all is. */
    private readonly keep: (unkept: Unkept | undefined) => void,
  ) {
    this.known = this.wanted = first.cells;
    this.now = { keeping: "kept", state: first.state, theirs: written };
  }

  /** Takes what the row says now. */
  write(cells: Cells): void {
    this.wanted = cells;
    this.keepUnkept();
    if (this.now.keeping === "over") return;
    if (this.isDone) return this.now.keeping === "kept" ? undefined : this.say({ keeping: "kept", fault: undefined });
    this.say({ keeping: this.now.keeping === "offline" ? "offline" : "sending" });
    if (this.now.keeping !== "offline") this.later(restMs);
  }

  /** Sends what is left at once; whether all is kept then. */
  async flush(): Promise<boolean> {
    while (this.now.keeping !== "over" && (this.running || !this.isDone)) {
      if (!(await this.start(false))) return false;
    }
    return this.now.keeping !== "over";
  }

  /** Says that the row is ready, once all of it is kept and nothing new of others came in by that; whether it is. */
  async sayReady(): Promise<boolean> {
    const seen = this.now.theirs;
    if (!(await this.flush())) return false;
    const { theirs } = this.now;
    return (theirs === seen || theirs.length === 0) && (await this.start(true));
  }

  /** The page may be gone at any moment: what is left goes out beside what is on its way. */
  leave(): void {
    clearTimeout(this.timer);
    if (this.isDone || this.now.keeping === "over") return;
    if (!this.running) return void this.start(false);
    const cells = changesBetween(this.sending ?? this.known, this.wanted);
    if (cells.length > 0) void this.post(cells, false).catch(() => undefined);
  }

  /** What may have arrived though its answer was lost is not done, also where all was typed back since. */
  private get isDone(): boolean {
    return this.sending === undefined && changesBetween(this.known, this.wanted).length === 0;
  }

  private later(ms: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), ms);
  }

  private start(ready: boolean): Promise<boolean> {
    clearTimeout(this.timer);
    this.running ??= this.send(ready).finally(() => (this.running = undefined));
    return this.running;
  }

  private post(cells: Change[], ready: boolean): Promise<LinkFillAnswer> {
    return call(this.address, LinkFillAnswer, { cells, ready }, { lasting: true });
  }

  private async send(ready: boolean): Promise<boolean> {
    // What may have arrived before the answer was lost goes again as it was.
    this.sending ??= this.wanted;
    const sent = this.sending;
    this.say({ keeping: "sending" });
    try {
      const { conflicts, state } = await this.post(changesBetween(this.known, sent), ready);
      const theirs = Object.fromEntries(conflicts.map((one) => [one.column, one.theirs]));
      this.known = cellsWith(sent, theirs);
      this.sending = undefined;
      if (conflicts.length > 0) {
        this.wanted = cellsWith(this.wanted, theirs);
        this.take(theirs);
      }
      this.keepUnkept();
      this.say({ keeping: this.isDone ? "kept" : "sending", state, fault: undefined, theirs: Object.keys(theirs) });
      return true;
    } catch (error) {
      this.failed(error as Error);
      return false;
    }
  }

  private failed(error: Error): void {
    const status = error instanceof ApiError ? error.status : 0;
    if (mayPass(status) && status !== 401) {
      this.say({ keeping: "offline", fault: status === 0 ? undefined : error.message });
      return this.later(againMs);
    }
    this.sending = undefined;
    // A value that can't be taken can be put right; a link or a row that has gone can't.
    const canBeMended = status === 422 || status === 413;
    this.say({ keeping: canBeMended ? "refused" : "over", fault: error.message });
  }

  private keepUnkept(): void {
    this.keep(this.isDone ? undefined : { known: this.known, wanted: this.wanted });
  }

  private say(part: Partial<Kept>): void {
    this.now = { ...this.now, ...part };
    this.tell(this.now);
  }
}
