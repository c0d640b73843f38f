import type { From, Move } from "../document/move";
import { kinds, type Kind, type KeyValue } from "./kinds";
import { prepareTrack, type PreparedTrack } from "./track";

/** A move with its kind's defaults filled in and its tracks ready to sample. */
export interface ExpandedMove {
  readonly id: string;
  readonly kind: Move["kind"];
  readonly phase: Move["phase"];
  readonly lengthS: number;
  /** Direction of arriving in degrees clockwise: 0 travels to the right, 90 down. */
  readonly angle: number;
  readonly distance: Kind["distance"];
  /** The layer whose edge hides it while it is away. */
  readonly behind: string | undefined;
  readonly tracks: readonly PreparedTrack[];
}

const angles: Readonly<Record<string, number>> = { left: 0, top: 90, right: 180, bottom: 270 };

/** Fills in the kind's defaults; `turnedRound` mirrors directions and turns in x. */
export function expandMove(move: Move, turnedRound: boolean): ExpandedMove {
  const kind = kinds[move.kind];
  const ease = move.ease ?? kind.ease;
  const mirror = turnedRound ? -1 : 1;
  const parameters = {
    overshoot: ("overshoot" in move ? move.overshoot : undefined) ?? kind.overshoot,
    turn: (("turn" in move ? move.turn : undefined) ?? kind.turn) * mirror,
  };
  const resolve = (value: KeyValue): number =>
    typeof value === "number" ? value : value.plus + value.times * parameters[value.parameter];
  const angle = angleOf(("from" in move ? move.from : undefined) ?? kind.from);
  return {
    id: move.id,
    kind: move.kind,
    phase: move.phase,
    lengthS: move.length ?? kind.lengthS,
    angle: turnedRound ? (540 - angle) % 360 : angle,
    distance: ("distance" in move ? move.distance : undefined) ?? kind.distance,
    behind: "behind" in move ? move.behind : undefined,
    tracks: kind.tracks.map((track) =>
      prepareTrack(
        {
          property: track.property,
          keys: track.keys.map((key) => ({ ...key, value: resolve(key.value) })),
        },
        ease,
      ),
    ),
  };
}

function angleOf(from: From): number {
  return typeof from === "number" ? ((from % 360) + 360) % 360 : angles[from]!;
}
