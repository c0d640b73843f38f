import type { From, Move, Split } from "../document/move";
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
  readonly soft: number;
  readonly turn: number;
  readonly strength: number;
  readonly pivot: Move["pivot"];
  readonly split: Split | undefined;
  readonly loop: Move["loop"];
  readonly tracks: readonly PreparedTrack[];
}

const angles: Readonly<Record<string, number>> = { left: 0, top: 90, right: 180, bottom: 270 };

/** Fills in the kind's defaults; `turnedRound` mirrors directions, turns and pivots in x. */
export function expandMove(move: Move, turnedRound: boolean): ExpandedMove {
  const kind = kinds[move.kind];
  const ease = move.ease ?? kind.ease;
  const parameters = {
    overshoot: move.overshoot ?? kind.overshoot,
    turn: (move.turn ?? kind.turn) * (turnedRound ? -1 : 1),
    strength: move.strength ?? kind.strength,
  };
  const resolve = (value: KeyValue): number =>
    typeof value === "number" ? value : value.plus + value.times * parameters[value.parameter];
  const angle = angleOf(move.from ?? kind.from);
  const pivot = move.pivot ?? kind.pivot;
  return {
    id: move.id,
    kind: move.kind,
    phase: move.phase,
    lengthS: move.length ?? kind.lengthS,
    angle: turnedRound ? (540 - angle) % 360 : angle,
    distance: move.distance ?? kind.distance,
    behind: move.behind,
    soft: move.soft ?? kind.soft,
    turn: parameters.turn,
    strength: parameters.strength,
    pivot: pivot && turnedRound ? { x: 1 - pivot.x, y: pivot.y } : pivot,
    split: move.split ?? kind.split,
    loop: move.loop,
    tracks: kind.tracks
      .filter(({ property }) => !move.solid || property !== "opacity")
      .map(({ property, keys }) =>
        prepareTrack({ property, keys: keys.map((key) => ({ ...key, value: resolve(key.value) })) }, ease),
      ),
  };
}

function angleOf(from: From): number {
  return typeof from === "number" ? ((from % 360) + 360) % 360 : angles[from]!;
}
