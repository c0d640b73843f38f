import type { CheckScope } from "@/core/checks/define";
import type { Fps } from "@/core/document/fps";
import { frameCount, frameToS } from "@/core/document/fps";
import { plainFps } from "@/core/outputs/output";
import { StageCanvases } from "./canvases";
import { stageClient } from "./client";
import type { Checked, PaintedFrame, PaintWish, PreparedFormat } from "./protocol";
import type { PlayerView, Pointed, SoundUnder, StageOrder, StageScene, Stretch } from "./view";

let stages = 0;
const settleMs = 180;
/** While a drag goes on, the formats beside it are seen again so often. */
const othersWaitMs = 900;
const othersEveryMs = 120;
const tellMs = 60;

/**
 * Shows one filled-in design in several formats at once. Holds the clock; painting happens in the worker, one round
 * at a time, so that a slow machine drops frames and never falls behind. What plays is painted in the size it is shown
 * at; what stands still, in the very pixels of a file.
 */
export class StagePlayer {
  private readonly stage = `stage-${++stages}`;
  private readonly canvases = new StageCanvases();
  private readonly listeners = new Set<() => void>();
  private view: PlayerView = {
    stage: { kind: "loading" },
    playing: false,
    timeS: 0,
    lengthS: 0,
    rate: 1,
    within: undefined,
    pointed: undefined,
  };
  private next: StageScene | StageOrder | undefined;
  private preparing = false;
  private painting = false;
  private dirty = false;
  private afresh = true;
  /** The format that is looked at, if one is. */
  private focus: string | undefined;
  private othersMs = 0;
  private ticker = 0;
  private clock = { startedMs: 0, fromS: 0 };
  private placed = false;
  /** While a scene changes from moment to moment it is painted lightly; exactly once it has stood a little. */
  private hurried = false;
  /** The scene that only the format that is looked at shows yet. */
  private behind: StageScene | StageOrder | undefined;
  private waiting: readonly PreparedFormat[] | undefined;
  private telling: ReturnType<typeof setTimeout> | undefined;
  private settling: ReturnType<typeof setTimeout> | undefined;
  private sizing: ReturnType<typeof setTimeout> | undefined;

  /** `light`: never needs a file's exact pixels, such as the many small posters of a shelf. */
  constructor(
    readonly fps: Fps,
    private readonly light = false,
  ) {}

  private sound: SoundUnder | undefined;
  /** The frames that the scene is stepped by: those of its design. */
  private stepFps: Fps = plainFps;

  /** Lets a sound be heard while the stage plays: the picture then follows its time. */
  hear(sound: SoundUnder | undefined): void {
    this.sound?.stop();
    this.sound = sound;
    if (this.view.playing) this.runFrom(this.view.timeS);
  }

  /** The clock runs on from an instant of the clip, and the sound with it. */
  private runFrom(fromS: number): void {
    this.clock = { startedMs: performance.now(), fromS };
    if (this.view.playing) this.sound?.start(fromS, this.view.rate);
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): PlayerView => this.view;

  /** Shows a new version; while one is being prepared only the newest waiting one is kept. */
  show(scene: StageScene | StageOrder, settled = false): void {
    this.stepFps = "request" in scene ? (scene.request.design?.fps ?? plainFps) : plainFps;
    if (settled) this.next ??= scene;
    else this.next = scene;
    this.behind = undefined;
    if (this.placed && !settled) this.hurry();
    if (!this.preparing) void this.prepare();
  }

  /** Marks a layer on the picture; what plays is stopped where it is seen best. */
  point(pointed: Pointed | undefined): void {
    if (pointed === this.view.pointed) return;
    this.change({ pointed });
  }

  /** Says which format is looked at; it comes first while things change. */
  lookAt(format: string): void {
    this.focus = format;
  }

  /** What is found about the scene that is shown, apart from what preparing it told. */
  async check(scope: CheckScope): Promise<Checked["formats"]> {
    const answer = await stageClient().call({ kind: "check", stage: this.stage, scope });
    return answer.kind === "checked" ? answer.formats : [];
  }

  private hurry(): void {
    this.hurried = true;
    clearTimeout(this.settling);
    this.settling = setTimeout(() => {
      this.hurried = false;
      // What the others have not been shown yet they are shown now.
      if (this.behind) this.show(this.behind, true);
      else this.repaint(false);
    }, settleMs);
  }

  readonly attach = (format: string, canvas: HTMLCanvasElement | null): void => {
    this.canvases.attach(format, canvas);
    this.repaint(true);
  };

  /** The canvases are shown in another size: what was painted for the one before would be soft. */
  resized(): void {
    clearTimeout(this.sizing);
    this.sizing = setTimeout(() => this.repaint(true), settleMs);
  }

  play(): void {
    if (this.view.playing) return;
    const { fromS, toS } = this.stretch();
    const { timeS } = this.view;
    this.change({ playing: true });
    this.runFrom(timeS < fromS || timeS >= toS - 1e-6 ? fromS : timeS);
    this.ticker = requestAnimationFrame(this.tick);
  }

  pause(): void {
    cancelAnimationFrame(this.ticker);
    this.sound?.stop();
    this.change({ playing: false });
    // What stands still is shown as a file will show it.
    this.repaint(false);
  }

  /** Plays a stretch again and again, from its start; without one, the whole clip from where it stands. */
  playWithin(within: Stretch | undefined): void {
    this.change({ within });
    if (within) this.seek(within.fromS);
    else this.runFrom(this.view.timeS);
    this.play();
  }

  /** Slower than life, or as fast as it is. */
  pace(rate: number): void {
    this.change({ rate });
    this.runFrom(this.view.timeS);
  }

  private stretch(): Stretch {
    const lastS = this.lastS();
    const { within } = this.view;
    if (!within) return { fromS: 0, toS: lastS };
    const toS = Math.min(lastS, within.toS);
    return { fromS: Math.min(within.fromS, Math.max(0, toS - frameToS(1, this.fps))), toS };
  }

  toggle(): void {
    if (this.view.playing) this.pause();
    else this.play();
  }

  /** Goes to an instant; what plays goes on from there. */
  seek(timeS: number): void {
    const clamped = Math.min(this.lastS(), Math.max(0, timeS));
    this.change({ timeS: clamped });
    this.runFrom(clamped);
    this.repaint(false);
  }

  step(frames: number): void {
    this.pause();
    const { stepFps } = this;
    const frame = Math.round((this.view.timeS * stepFps.num) / stepFps.den);
    const last = frameCount(this.view.lengthS || frameToS(1, stepFps), stepFps) - 1;
    this.seek(frameToS(Math.min(last, frame + frames), stepFps));
  }

  seekPoster(): void {
    if (this.view.stage.kind === "ready") this.seek(this.view.stage.formats[0]?.posterS ?? 0);
  }

  dispose(): void {
    cancelAnimationFrame(this.ticker);
    clearTimeout(this.settling);
    clearTimeout(this.sizing);
    clearTimeout(this.telling);
    this.sound?.stop();
    this.canvases.clear();
    void stageClient().call({ kind: "drop", stage: this.stage });
  }

  private lastS(): number {
    const frames = frameCount(this.view.lengthS || frameToS(1, this.fps), this.fps);
    return frameToS(frames - 1, this.fps);
  }

  private readonly tick = (nowMs: number): void => {
    if (!this.view.playing) return;
    const { within, rate } = this.view;
    const { fromS, toS } = within ? this.stretch() : { fromS: 0, toS: this.view.lengthS || 1 };
    const passedS = (rate * Math.max(0, nowMs - this.clock.startedMs)) / 1000;
    const spanS = Math.max(1e-3, toS - fromS);
    let ranS = (this.sound?.timeS() ?? this.clock.fromS + passedS) - fromS;
    if (ranS >= spanS) {
      ranS %= spanS;
      this.runFrom(fromS + ranS);
    }
    const frame = Math.floor(((fromS + ranS) * this.fps.num) / this.fps.den + 1e-6);
    const timeS = Math.min(frameToS(frame, this.fps), this.lastS());
    if (timeS !== this.view.timeS) {
      this.change({ timeS });
      this.repaint(false);
    }
    this.ticker = requestAnimationFrame(this.tick);
  };

  private async prepare(): Promise<void> {
    this.preparing = true;
    while (this.next) {
      const scene = this.next;
      this.next = undefined;
      await this.prepareFormats(scene);
    }
    this.preparing = false;
  }

  /** While a scene changes from moment to moment, the format that is looked at comes first, and the others as they can. */
  private async prepareFormats(scene: StageScene | StageOrder): Promise<void> {
    const first = this.hurried ? scene.formats.filter((id) => id === this.focus) : [];
    try {
      if (first.length > 0) {
        if (!(await this.prepareSome(scene, first, true, this.wish(first, true)))) return;
        // The others would keep the worker from the next picture of the one that is looked at.
        const waitMs = this.next ? othersWaitMs : othersEveryMs;
        if (performance.now() - this.othersMs < waitMs) {
          this.behind = scene;
          return;
        }
      }
      this.behind = undefined;
      const others = scene.formats.filter((id) => !first.includes(id));
      if (await this.prepareSome(scene, others, first.length > 0)) {
        if (first.length === 0) this.repaint(true);
        else await this.paintOnce(others);
      }
      this.othersMs = performance.now();
    } catch (error) {
      this.change({ stage: { kind: "failed", message: (error as Error).message } });
    }
  }

  private async prepareSome(
    scene: StageScene | StageOrder,
    formats: readonly string[],
    partly: boolean,
    then?: PaintWish,
  ): Promise<boolean> {
    const { stage, fps } = this;
    const answer = await stageClient().call(
      "order" in scene
        ? { kind: "prepare-order", stage, request: scene.order, formats: scene.formats, fps }
        : { kind: "prepare", stage, request: scene.request, formats, fps, partly, then },
    );
    if (answer.kind === "fault") this.change({ stage: answer });
    if (answer.kind !== "prepared") return false;
    const before = this.view.stage;
    const kept = partly && before.kind === "ready" ? (this.waiting ?? before.formats) : [];
    const known = new Map([...kept, ...answer.formats].map((shown) => [shown.format.id, shown]));
    for (const frame of answer.frames ?? []) this.put(frame);
    // After a fault there are no formats to keep: each is there again once it has been prepared.
    const merged = scene.formats.flatMap((id) => known.get(id) ?? []);
    if (this.hurried && partly && before.kind === "ready") this.acceptSoon(merged);
    else this.accept(merged);
    return true;
  }

  /**
   * While something is pulled about, what has been prepared is told of a few times a second: telling costs as much as
   * preparing, and the next version is on its way to the worker in the meantime.
   */
  private acceptSoon(formats: readonly PreparedFormat[]): void {
    this.waiting = formats;
    this.telling ??= setTimeout(() => {
      if (this.waiting) this.accept(this.waiting);
    }, tellMs);
  }

  private accept(formats: readonly PreparedFormat[]): void {
    clearTimeout(this.telling);
    this.telling = undefined;
    this.waiting = undefined;
    const lengthS = formats[0]?.lengthS ?? 0;
    this.change({ stage: { kind: "ready", formats }, lengthS });
    if (!this.placed) {
      this.placed = true;
      this.seekPoster();
    }
    this.change({ timeS: Math.min(this.view.timeS, this.lastS()) });
  }

  private repaint(afresh: boolean): void {
    this.dirty = true;
    this.afresh ||= afresh;
    if (!this.painting) void this.paintRounds();
  }

  private async paintRounds(): Promise<void> {
    this.painting = true;
    while (this.dirty && this.view.stage.kind === "ready") {
      this.dirty = false;
      const afresh = this.afresh;
      this.afresh = false;
      const formats = this.canvases.formats();
      try {
        await this.paintOnce(formats, afresh);
      } catch (error) {
        this.change({ stage: { kind: "failed", message: (error as Error).message } });
      }
    }
    this.painting = false;
  }

  private async paintOnce(ids: readonly string[], afresh = true): Promise<void> {
    const answer = await stageClient().call({ kind: "paint", stage: this.stage, ...this.wish(ids, afresh) });
    if (answer.kind === "painted") for (const frame of answer.frames) this.put(frame);
  }

  private wish(ids: readonly string[], afresh: boolean): PaintWish {
    const { timeS, playing } = this.view;
    const formats = ids.map((id) => ({ id, scale: this.canvases.scaleOf(id, this.formatOf(id)) }));
    return { timeS, formats, light: this.light || playing || this.hurried, afresh };
  }

  private formatOf(id: string) {
    const { stage } = this.view;
    return stage.kind === "ready" ? stage.formats.find((shown) => shown.format.id === id)?.format : undefined;
  }

  private put(frame: PaintedFrame): void {
    this.canvases.put(frame, this.formatOf(frame.format));
  }

  private change(part: Partial<PlayerView>): void {
    this.view = { ...this.view, ...part };
    for (const listener of this.listeners) listener();
  }
}
