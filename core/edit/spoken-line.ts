import type { Design } from "../document/design";
import { freshId } from "./blank";
import { allMoves } from "./moves";

/** The words of a sentence as cues are given to them: what white space parts. Stars only stress. */
export const wordsOf = (text: string): string[] => text.split(/\s+/).filter((word) => word !== "");

const plain = (word: string): string => word.replace(/\*/g, "");
export const isStressed = (word: string): boolean => /^\*.+\*$/.test(word);

/** The sentence with one word stressed or no longer: the mark that a filler can write as well. */
export function withStress(text: string, index: number): string {
  let n = -1;
  return text.replace(/\S+/g, (word) => {
    n++;
    if (n !== index) return word;
    return isStressed(word) ? plain(word) : `*${plain(word)}*`;
  });
}

/** The arriving move of a text that brings its words on cues; undefined while there is none. */
export function spokenMove(design: Design, layerId: string) {
  const layer = design.layers.find(({ id }) => id === layerId);
  return layer?.moves.find(({ phase, split }) => phase === "arrive" && split?.cues !== undefined);
}

/**
 * Lets a text speak its words on cues in turn: the moves it arrives by bring them word by word; a text without any comes
 * into focus. Words beyond the last cue follow at the move's own pace.
 */
export function speakOnCues(design: Design, layerId: string, cues: readonly string[]): void {
  const layer = design.layers.find(({ id }) => id === layerId);
  if (layer?.kind !== "text" || cues.length === 0) return;
  const arriving = layer.moves.filter(({ phase }) => phase === "arrive");
  for (const move of arriving) {
    move.split = { order: "forward", overlap: 0.6, ...move.split, by: "word", cues: [...cues] };
    move.start = { to: "phase", edge: "start", gap: 0 };
  }
  if (arriving.length > 0) return;
  layer.moves.push({
    id: freshId(`${layerId}-spoken`.slice(0, 40), new Set(allMoves(design).map(({ id }) => id))),
    kind: "blur-in",
    phase: "arrive",
    start: { to: "phase", edge: "start", gap: 0 },
    length: 0.42,
    strength: 1.6,
    split: { by: "word", order: "forward", overlap: 0.6, cues: [...cues] },
  });
}

/** Gives a word another cue: any cue, whichever the other words have. */
export function giveCue(design: Design, layerId: string, index: number, cueId: string): void {
  const layer = design.layers.find(({ id }) => id === layerId);
  if (!design.cues.some(({ id }) => id === cueId)) return;
  for (const { phase, split } of layer?.moves ?? []) {
    if (phase === "arrive" && split?.cues && index < split.cues.length) split.cues[index] = cueId;
  }
}
