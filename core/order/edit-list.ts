import type { Fps } from "../document/fps";
import { lanesOf, type ListedClip } from "./listed";

/*
 * A running order as OpenTimelineIO, which editing programs read. Source: OpenTimelineIO, file format specification
 * (Timeline.1, Stack.1, Track.1, Clip.2, Gap.1, ExternalReference.1, MissingReference.1).
 */

const exactRate = ({ num, den }: Fps): number => num / den;

export interface EditListFacts {
  readonly name: string;
  readonly fps: Fps;
  /** Frame of the programme at which the order begins. */
  readonly fromFrame: number;
}

/** The document; every lane is a track of pictures, the lowest first, its clips named by their files. */
export function editList(clips: readonly ListedClip[], { name, fps, fromFrame }: EditListFacts): object {
  const time = (frames: number) => ({ OTIO_SCHEMA: "RationalTime.1", value: frames, rate: exactRate(fps) });
  const range = (start: number, frames: number) => ({
    OTIO_SCHEMA: "TimeRange.1",
    start_time: time(start),
    duration: time(frames),
  });
  const item = { metadata: {}, effects: [], markers: [], enabled: true };
  const gap = (frames: number) => ({ OTIO_SCHEMA: "Gap.1", name: "", source_range: range(0, frames), ...item });
  const clip = (one: ListedClip) => ({
    OTIO_SCHEMA: "Clip.2",
    name: one.name,
    source_range: range(0, one.frames),
    active_media_reference_key: "DEFAULT_MEDIA",
    media_references: {
      DEFAULT_MEDIA:
        one.file === undefined
          ? { OTIO_SCHEMA: "MissingReference.1", name: "", available_range: range(0, one.frames), metadata: {} }
          : {
              OTIO_SCHEMA: "ExternalReference.1",
              name: one.file,
              // Beside the list; a name may hold what an address may not.
              target_url: encodeURIComponent(one.file),
              available_range: range(0, one.frames),
              metadata: {},
            },
    },
    ...item,
  });
  const track = (lane: readonly ListedClip[], i: number) => ({
    OTIO_SCHEMA: "Track.1",
    name: `Graphics ${i + 1}`,
    kind: "Video",
    source_range: null,
    children: lane.flatMap((one, at) => {
      const before = lane[at - 1];
      const apart = one.startFrame - (before ? before.startFrame + before.frames : 0);
      return apart > 0 ? [gap(apart), clip(one)] : [clip(one)];
    }),
    ...item,
  });
  return {
    OTIO_SCHEMA: "Timeline.1",
    name,
    global_start_time: time(fromFrame),
    tracks: {
      OTIO_SCHEMA: "Stack.1",
      name: "tracks",
      source_range: null,
      children: lanesOf(clips).map(track),
      ...item,
    },
    metadata: {},
  };
}
