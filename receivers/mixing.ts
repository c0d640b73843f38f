/** What the mixer shows below the layer. */
export type MixerScene = "footage" | "slides" | "bare";

/** Size of the mixed picture, and how often it is mixed. */
export const mixed = { width: 1280, height: 720, fps: 30 };
/** Frames of the layer that are held back at most. */
const mostHeld = 60;

/**
 * Mixes a layer over footage, as programs for streams do: the layer may come late by some frames, as over a slow line.
 */
export class Mixing {
  private readonly held: ImageBitmap[] = [];
  private timer: ReturnType<typeof setInterval> | undefined;
  private busy = false;
  private turn = 0;
  scene: MixerScene = "footage";
  delayMs = 0;

  /** `layer` gives the canvas of the live page, or nothing while it is away. */
  constructor(
    private readonly program: HTMLCanvasElement,
    private readonly footage: () => HTMLVideoElement | null,
    private readonly layer: () => HTMLCanvasElement | null,
  ) {
    [program.width, program.height] = [mixed.width, mixed.height];
  }

  start(): void {
    this.timer = setInterval(() => void this.mix(), 1000 / mixed.fps);
  }

  stop(): void {
    clearInterval(this.timer);
    for (const frame of this.held.splice(0)) frame.close();
  }

  private async mix(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    const late = await this.layerNow();
    const context = this.program.getContext("2d")!;
    this.ground(context);
    if (late && this.scene !== "bare") context.drawImage(late, 0, 0, mixed.width, mixed.height);
    if (late instanceof ImageBitmap) late.close();
    this.busy = false;
  }

  /** The layer as it is, or as it was a while ago. */
  private async layerNow(): Promise<CanvasImageSource | undefined> {
    const layer = this.layer();
    const wanted = Math.min(mostHeld, Math.round((this.delayMs * mixed.fps) / 1000));
    if (wanted === 0) {
      for (const frame of this.held.splice(0)) frame.close();
      return layer && layer.width > 0 ? layer : undefined;
    }
    if (layer && layer.width > 0) {
      const size = { resizeWidth: mixed.width, resizeHeight: mixed.height };
      this.held.push(await createImageBitmap(layer, size));
    }
    while (this.held.length > wanted + 1) this.held.shift()!.close();
    return this.held.length > wanted ? this.held.shift() : undefined;
  }

  private ground(context: CanvasRenderingContext2D): void {
    const { width, height } = mixed;
    const film = this.footage();
    if (this.scene === "footage" && film && film.readyState >= 2) {
      context.drawImage(film, 0, 0, width, height);
      return;
    }
    // A plain board that moves a little, so that one sees that it runs.
    this.turn += 1 / mixed.fps;
    const paper = context.createLinearGradient(0, 0, width, height);
    paper.addColorStop(0, "#efe6d2");
    paper.addColorStop(0.5 + 0.3 * Math.sin(this.turn / 3), "#d8e0d4");
    paper.addColorStop(1, "#c9bfa8");
    context.fillStyle = paper;
    context.fillRect(0, 0, width, height);
  }
}

/** Records so many seconds of a canvas as WebM, to be looked at. */
export async function recorded(canvas: HTMLCanvasElement, seconds: number): Promise<Blob> {
  const recorder = new MediaRecorder(canvas.captureStream(mixed.fps), {
    ...{ mimeType: "video/webm;codecs=vp8", videoBitsPerSecond: 6_000_000 },
  });
  const parts: Blob[] = [];
  recorder.ondataavailable = ({ data }) => void parts.push(data);
  const ended = new Promise<void>((resolve) => {
    recorder.onstop = () => resolve();
  });
  recorder.start();
  await new Promise((resolve) => setTimeout(resolve, seconds * 1000));
  recorder.stop();
  await ended;
  return new Blob(parts, { type: "video/webm" });
}
