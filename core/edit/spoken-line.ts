import type { Design } from "../document/design";
import { freshId } from "./blank";
import { allMoves, removeMoves } from "./moves";

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
 * Lets a text speak its words on cues in turn: an arriving move word by word, in place of those it had. Words beyond
 * the last cue follow at the move's own pace.
 */
export function speakOnCues(design: Design, layerId: string, cues: readonly string[]): void {
  const layer = design.layers.find(({ id }) => id === layerId);
  if (layer?.kind !== "text" || cues.length === 0) return;
  const spoken = spokenMove(design, layerId);
  if (spoken?.split) {
    spoken.split.cues = [...cues];
    return;
  }
  removeMoves(design, new Set(layer.moves.filter(({ phase }) => phase === "arrive").map(({ id }) => id)));
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

/** Gives a word another cue. A cue is taken up to once; those of the words after it move on to what follows. */
export function moveWord(design: Design, layerId: string, index: number, cueId: string): void {
  const spoken = spokenMove(design, layerId);
  const taken = spoken?.split?.cues;
  if (!spoken?.split || !taken || index >= taken.length) return;
  const order = design.cues.map(({ id }) => id);
  const next = taken.slice(0, index);
  const wanted = order.indexOf(cueId);
  if (wanted < 0) return;
  // As many cues must lie before it as words do.
  let from = Math.max(index, wanted);
  // Words never come before the one they follow: earlier ones that stand in the way step back.
  for (let k = index - 1, at = from - 1; k >= 0 && at >= 0; k--, at--) {
    if (order.indexOf(next[k]!) > at) next[k] = order[at]!;
  }
  next.push(order[from]!);
  for (let k = index + 1; k < taken.length; k++) {
    const kept = order.indexOf(taken[k]!);
    from = Math.max(from + 1, kept);
    if (from >= order.length) break;
    next.push(order[from]!);
  }
  spoken.split.cues = next;
}
