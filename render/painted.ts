import type { Writable } from "node:stream";
import type { Box } from "@/core/geometry/box";
import type { ClipPlan } from "@/core/sample/clip";
import type { Playable } from "@/core/sample/playable";
import { rastersOf } from "@/core/sample/rasters";
import { writeTo } from "./ffmpeg";
import { FramePainter } from "./frame";
import { NodeHost } from "./node-host";

export interface PaintCount {
  painted: number;
  paintS: number;
}

/** Paints the distinct pictures of a clip as they are asked for. */
export class PaintedFrames {
  readonly count: PaintCount = { painted: 0, paintS: 0 };
  private readonly host = new NodeHost();
  private readonly painter: FramePainter;

  constructor(
    private readonly playable: Playable,
    readonly plan: ClipPlan,
    private readonly loadPicture: (ref: string) => Promise<Uint8Array>,
  ) {
    this.painter = new FramePainter(plan.bounds, this.host);
  }

  /** Straight-alpha RGBA of a distinct picture, for the clip. */
  async rgba(picture: number): Promise<Buffer> {
    const start = performance.now();
    const data = await this.again(picture);
    this.count.painted += 1;
    this.count.paintS += (performance.now() - start) / 1000;
    return data;
  }

  /** An instant on other bounds than the clip's, as previews paint it. */
  async on(bounds: Box, timeS: number): Promise<Buffer> {
    const sampled = this.playable.sample(timeS);
    await this.host.load(rastersOf(sampled.ops), this.loadPicture);
    return new FramePainter(bounds, this.host).rgba(sampled);
  }

  /** The same, to be compared with. */
  async again(picture: number): Promise<Buffer> {
    const sampled = this.plan.sampled[picture] ?? this.playable.sample(this.plan.distinct[picture]!);
    const { pictures, showsVideo } = this.playable;
    await this.host.load(showsVideo ? rastersOf(sampled.ops) : pictures, this.loadPicture);
    return this.painter.rgba(sampled);
  }
}

/** Where an encoder gets the pictures of a clip from. */
export interface PictureSource {
  /** Hands these pictures over one after the other, waiting for each to be taken; stops when `take` answers false. */
  each(
    pictures: readonly number[],
    take: (pixels: Buffer, picture: number) => Promise<boolean | void>,
    signal: AbortSignal | undefined,
  ): Promise<void>;
}

/** Writes pictures to a stream, one after the other, until it is closed. */
export const writePictures = (
  source: PictureSource,
  pictures: readonly number[],
  stream: Writable,
  signal: AbortSignal | undefined,
): Promise<void> =>
  source.each(
    pictures,
    async (pixels) => {
      if (stream.destroyed) return false;
      await writeTo(stream, pixels);
      return !stream.destroyed;
    },
    signal,
  );

/** The same pictures, each changed on its way. */
export const mapPictures = (source: PictureSource, change: (pixels: Buffer) => Uint8Array): PictureSource => ({
  each: (pictures, take, signal) =>
    source.each(
      pictures,
      (pixels, picture) => {
        const { buffer, byteOffset, byteLength } = change(pixels);
        return take(Buffer.from(buffer as ArrayBuffer, byteOffset, byteLength), picture);
      },
      signal,
    ),
});
