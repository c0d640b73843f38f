import { join } from "node:path";
import type { Uploaded } from "@/contract/media";
import { EncodeError, runFfmpeg } from "@/render/ffmpeg";
import { FootageError, matrixOf, readFootage } from "@/render/footage";
import { packVideo } from "@/render/frame-pack";
import { planVideo, streamEntries, type Stream } from "@/render/video-plan";
import { framesMime } from "@/server/db/media";
import { Refusal } from "@/server/refusal";
import { recordMedia } from "./record";

const refuse = (code: string, why: string) => new Refusal(422, code, why);
const most = { videoS: 300, footageS: 3600, soundS: 1800, side: 4096, streams: 24 };
const probeMs = 20_000;
const probing = { limits: { memoryMb: 600, processorS: 15 }, stallMs: 8000 };
const decodeMs = 180_000;

interface Probe {
  readonly streams: readonly Stream[];
  readonly durationS: number;
}

/** What a sound or video file says of itself. Refuses what says too much. */
async function probe(path: string, signal: AbortSignal): Promise<Probe> {
  const until = AbortSignal.any([signal, AbortSignal.timeout(probeMs)]);
  const entries = `${streamEntries}:format=duration,nb_streams`;
  const args = ["-probesize", "20M", "-analyzeduration", "10M", "-show_entries", entries, "-of", "json", path];
  const out = await runFfmpeg(args, { program: "ffprobe", signal: until, ...probing });
  const { streams = [], format } = JSON.parse(out.toString("utf8")) as {
    streams?: Stream[];
    format?: { duration?: string };
  };
  if (streams.length > most.streams) {
    throw refuse("streams", `This file has ${streams.length} tracks; up to ${most.streams} are allowed.`);
  }
  return { streams, durationS: Number(format?.duration ?? 0) };
}

/** Takes a video as single frames, or a film without pictures as a sound. Refuses with the reason. */
export async function takeVideo(path: string, folder: string, name: string, signal: AbortSignal): Promise<Uploaded> {
  const { streams, durationS } = await probe(path, signal);
  const stream = streams.find(isFilm);
  if (!stream) return keepSound(path, name, "audio/mp4", { streams, durationS });
  if (durationS > most.videoS) throw tooLong(durationS);
  const { width = 0, height = 0 } = stream;
  if (width < 2 || height < 2 || width > most.side || height > most.side)
    throw refuse("pixels", `This video has ${width} × ${height} pixels; 2 to ${most.side} a side are allowed.`);
  const plan = planVideo(stream);
  const target = join(folder, "frames");
  const until = AbortSignal.any([signal, AbortSignal.timeout(decodeMs)]);
  // A length that is a lie, or that isn't told, ends a little behind where the longest that is taken ends.
  const mostS = durationS > 0 ? Math.min(durationS + 1, most.videoS) : most.videoS + 1;
  try {
    const frames = await packVideo({ file: path, target, plan, matrix: matrixOf(stream), mostS, signal: until });
    const shownS = (frames * plan.rate.den) / plan.rate.num;
    if (frames === 0) throw refuse("damaged", "This video has no frame that can be decoded.");
    if (shownS > most.videoS + 0.5) throw tooLong(shownS);
    const shown = { width: plan.width, height: plan.height };
    const hash = await recordMedia(target, { kind: "frames", mime: framesMime, name, ...shown, durationS: shownS });
    const note = plan.notes.length > 0 ? plan.notes.join(" ") : undefined;
    return { kind: "video", name, video: { hash, ...shown, fps: plan.rate, frames }, note };
  } catch (error) {
    throw inWords(error);
  }
}

/** The cover of a sound file is a picture, but none that moves. */
const isFilm = ({ codec_type, disposition }: Stream): boolean => codec_type === "video" && !disposition?.attached_pic;

const tooLong = (lengthS: number) =>
  refuse("length", `This video is ${Math.round(lengthS)} s long or more; up to ${most.videoS} s are allowed.`);

function inWords(error: unknown): unknown {
  if (error instanceof EncodeError && ["failed", "stalled"].includes(error.reason))
    return refuse("damaged", "This video can’t be decoded.");
  if (error instanceof RangeError)
    return refuse("too_large", "The frames of this video take too much space; make it shorter or smaller.");
  if ((error as Error).name === "TimeoutError")
    return refuse("length", "Decoding this video takes too long; make it shorter or smaller.");
  return error;
}

/** Takes a film as it is, to lie under clips. Refuses what no clip could be laid over. */
export async function takeFootage(path: string, name: string, mime: string, signal: AbortSignal): Promise<Uploaded> {
  const { streams, durationS } = await probe(path, signal);
  const stream = streams.find(isFilm);
  const { width = 0, height = 0 } = stream ?? {};
  if (!stream || !(durationS > 0)) throw refuse("damaged", "This film has no picture or no length. It may be damaged.");
  if (durationS > most.footageS)
    throw refuse("length", `This footage is ${Math.round(durationS)} s long; up to ${most.footageS} s are allowed.`);
  if (width < 2 || height < 2 || width > most.side || height > most.side)
    throw refuse("pixels", `This footage has ${width} × ${height} pixels; 2 to ${most.side} a side are allowed.`);
  await readFootage(path, signal).catch((error: unknown) => {
    throw error instanceof FootageError ? refuse("damaged", error.message) : error;
  });
  const hash = await recordMedia(path, { kind: "video", mime, name, width, height, durationS });
  return { kind: "footage", name, footage: { hash, durationS } };
}

export async function takeSound(path: string, name: string, mime: string, signal: AbortSignal): Promise<Uploaded> {
  return keepSound(path, name, mime, await probe(path, signal));
}

/** How long a sound is, in seconds. Refuses what is none, and what is too long. */
export async function probeSound(path: string, signal: AbortSignal): Promise<number> {
  const found = await probe(path, signal);
  refuseUnheard(found);
  return found.durationS;
}

function refuseUnheard({ streams, durationS }: Probe): void {
  if (!streams.some(({ codec_type }) => codec_type === "audio") || !(durationS > 0))
    throw refuse("damaged", "There is no sound in this file.");
  if (durationS > most.soundS)
    throw refuse("length", `This sound is ${Math.round(durationS)} s long; up to ${most.soundS} s are allowed.`);
}

async function keepSound(path: string, name: string, mime: string, found: Probe): Promise<Uploaded> {
  refuseUnheard(found);
  const { durationS } = found;
  const hash = await recordMedia(path, { kind: "sound", mime, name, width: null, height: null, durationS });
  return { kind: "sound", name, sound: { hash, durationS } };
}
