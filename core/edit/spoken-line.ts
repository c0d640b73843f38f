import type { Design } from "../document/design";
import { freshId } from "./blank";
import { allMoves } from "./moves";

/** The words of a sentence as cues are given to them: what white space parts. Stars only stress. */
export const wordsOf = (text: string): string[] => text.split(/\s+/).filter((word) => word !== "");

/** What stands between two asterisks is stressed, as it is on the stage: part of a word, one word, or several. */
const stressedPart = /\*([^*]+)\*/gu;

interface SpokenWord {
  /** Without the asterisks. */
  readonly text: string;
  readonly isStressed: boolean;
}

/** Words of a sentence, each with whether any of it is stressed. */
export function spokenWords(text: string): SpokenWord[] {
  // Marks take the place of the asterisks that stress, so that those that only stand there stay.
  const marked = text.replace(stressedPart, (_, inner: string) =>
    inner.replace(/\S+/gu, (part) => `\u0001${part}\u0002`),
  );
  return wordsOf(marked).map((word) => ({
    text: word.replace(/[\u0001\u0002]/gu, ""),
    isStressed: word.includes("\u0001"),
  }));
}

/** A word between asterisks, without the punctuation around it. */
const stress = (word: string): string =>
  word.replace(/^([^\p{L}\p{N}]*)(.*?)([^\p{L}\p{N}]*)$/su, (_, before: string, core: string, after: string) =>
    core === "" ? word : `${before}*${core}*${after}`,
  );

/** The sentence with one word stressed or no longer: the mark that a filler can write as well. */
export function withStress(text: string, index: number): string {
  const words = spokenWords(text);
  let n = -1;
  return text.replace(/\S+/gu, (written) => {
    // A lone asterisk between words is no word of its own once those that stress are gone.
    const word = words[++n];
    if (!word) return written;
    return word.isStressed !== (n === index) ? stress(word.text) : word.text;
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
