import { LiveNow, LiveView, type PressRequest } from "@/contract/live";
import { HouseEvent } from "@/contract/events";
import { ApiError, call } from "@/ui/parts/api";
import { newId } from "@/ui/parts/new-id";
import { ServerClock, steadyMs } from "./clock";

/** Where a live page is asked for: by those who are signed in, or by the holder of a link. */
export interface LivePaths {
  readonly view: string;
  readonly events: string;
  readonly files: string;
  readonly press?: string;
}

export const memberPaths = (id: string): LivePaths => ({
  view: `/api/live/${id}`,
  events: `/api/events?topics=live:${id}`,
  files: "/api/media",
  press: `/api/live/${id}/press`,
});

export const linkPaths = (token: string): LivePaths => ({
  view: `/api/links/${token}/live`,
  events: `/api/links/${token}/live/events`,
  files: `/api/links/${token}/live/media`,
  press: `/api/links/${token}/press`,
});

export type FeedState =
  | { readonly kind: "waiting" }
  /** The link was ended, or the page is gone. */
  | { readonly kind: "over"; readonly message: string }
  | { readonly kind: "on"; readonly view: LiveView; readonly connected: boolean };

const againMs = 2000;
/** Looked at anew so often although nothing was told: clocks drift. */
const syncMs = 60_000;

/** What is on the air, as the server tells it; goes on by itself through gaps in the network. */
export class LiveFeed {
  readonly clock = new ServerClock();
  private state: FeedState = { kind: "waiting" };
  private source: EventSource | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private looking = false;
  private lookAgain = false;
  private ended = false;

  constructor(
    private readonly paths: LivePaths,
    private readonly tell: (state: FeedState) => void,
  ) {}

  start(): void {
    this.ended = false;
    document.addEventListener("visibilitychange", this.wake);
    this.listen();
    void this.look();
  }

  stop(): void {
    this.ended = true;
    document.removeEventListener("visibilitychange", this.wake);
    clearTimeout(this.timer);
    this.source?.close();
  }

  /** A page that was asleep asks what has become of the air, and what time it is. */
  private readonly wake = (): void => {
    if (document.visibilityState === "visible" && this.state.kind !== "over") void this.look();
  };

  /** Presses something; told as soon as the server has done it. Throws ApiError. */
  async press(press: PressRequest["press"]): Promise<void> {
    const seen = this.state.kind === "on" ? this.state.view.revision : 0;
    const request: PressRequest = { press, seen, nonce: newId() };
    for (let tries = 0; ; tries++) {
      const asked = steadyMs();
      try {
        const now = await call(this.paths.press!, LiveNow, request);
        this.clock.learn(now.serverMs, asked, steadyMs());
        return this.take(now);
      } catch (error) {
        // Sent again under the same name it counts once.
        if (tries >= 3 || !(error instanceof ApiError) || (error.status !== 0 && error.status < 500)) throw error;
        await new Promise((resolve) => setTimeout(resolve, 300));
      }
    }
  }

  private listen(): void {
    this.source?.close();
    const source = (this.source = new EventSource(this.paths.events));
    source.onmessage = ({ data }) => this.hear(data as string);
    source.addEventListener("reset", () => void this.look());
    // Whatever happened while there was no connection is looked up.
    source.onopen = () => {
      this.say({ connected: true });
      void this.look();
    };
    source.onerror = () => {
      this.say({ connected: false });
      if (source.readyState !== EventSource.CLOSED || this.ended) return;
      setTimeout(() => {
        if (!this.ended && this.source === source && this.state.kind !== "over") this.listen();
      }, againMs);
    };
  }

  private hear(data: string): void {
    const event = HouseEvent.safeParse(JSON.parse(data));
    const now = event.success ? LiveNow.safeParse(event.data.body) : undefined;
    if (now?.success) this.take(now.data);
    else void this.look();
  }

  /** What is older than what is known was overtaken, or told twice. */
  private take(now: LiveNow): void {
    if (this.state.kind !== "on") return void this.look();
    const { view } = this.state;
    if (now.revision > view.revision)
      this.say({ view: { ...view, state: now.state, last: now.last, revision: now.revision } });
    if (now.version !== view.version) void this.look();
  }

  private say(part: { readonly view?: LiveView; readonly connected?: boolean }): void {
    const before = this.state.kind === "on" ? this.state : undefined;
    const view = part.view ?? before?.view;
    if (!view) return;
    this.state = { kind: "on", view, connected: part.connected ?? before?.connected ?? true };
    this.tell(this.state);
  }

  private async look(): Promise<void> {
    if (this.looking) {
      this.lookAgain = true;
      return;
    }
    this.looking = true;
    clearTimeout(this.timer);
    let nextMs = syncMs;
    const asked = steadyMs();
    try {
      const view = await call(this.paths.view, LiveView);
      this.clock.learn(view.serverMs, asked, steadyMs());
      const known = this.state.kind === "on" ? this.state.view : undefined;
      // Asked before a press whose answer was faster, it would take that back.
      if (!known || view.revision >= known.revision) this.say({ view });
    } catch (error) {
      nextMs = againMs;
      const { status, message } = error as ApiError;
      if (status === 404 || status === 401 || status === 403) {
        this.state = { kind: "over", message };
        this.tell(this.state);
        this.looking = false;
        this.source?.close();
        return;
      }
    }
    this.looking = false;
    if (this.ended) return;
    if (this.lookAgain) {
      this.lookAgain = false;
      return this.look();
    }
    this.timer = setTimeout(() => void this.look(), nextMs);
  }
}
