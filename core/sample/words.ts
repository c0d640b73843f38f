import { frameCount, frameToS } from "../document/fps";
import type { Still, StillLayer } from "../layout/types";
import { movesAt, togetherOpacity } from "../schedule/instant";
import type { Timetable } from "../schedule/types";

/** Words that are to be read from one instant to another, in seconds of the clip. */
export interface TimedWords {
  readonly startS: number;
  readonly endS: number;
  readonly text: string;
  /** When each of its words comes, where they come one by one. */
  readonly words: readonly TimedWord[];
}

export interface TimedWord {
  readonly timeS: number;
  readonly text: string;
  /** Whether it begins a line of its own. */
  readonly isNewLine?: boolean;
}

/** Layers that come or go within so long of each other are read together. */
const togetherS = 0.8;

/** What a clip says, and when: the texts of all layers, those that stand together as lines of one. */
export function timedWords(still: Still, table: Timetable): TimedWords[] {
  const byId = new Map(still.layers.map((entry) => [entry.layer.id, entry]));
  const above = (entry: StillLayer): StillLayer[] => {
    const group = entry.layer.in === undefined ? undefined : byId.get(entry.layer.in);
    return group ? [entry, ...above(group)] : [entry];
  };
  const spoken = still.layers.flatMap(({ ...entry }) => {
    const { layer, content } = entry;
    // What counts is read off a clock, not read out.
    if (content.kind !== "text" || layer.kind !== "text" || layer.timer || layer.matteOnly) return [];
    const text = content.set.text.replace(/\s+/gu, " ").trim();
    const seen = text === "" ? undefined : seenIn(above(entry), table);
    return seen ? [{ text, top: entry.box.y, ...seen }] : [];
  });
  return grouped(spoken);
}

interface Spoken {
  readonly text: string;
  readonly top: number;
  readonly startS: number;
  readonly endS: number;
  /** When each word comes, by its place; empty where all come at once. */
  readonly wordsS: readonly number[];
}

/** From when to when a layer is there, and its words; undefined when it never is. */
function seenIn(chain: readonly StillLayer[], table: Timetable): Omit<Spoken, "text" | "top"> | undefined {
  if (chain.some(({ opacity }) => opacity <= 0)) return undefined;
  const frames = frameCount(table.lengthS, table.fps);
  let [first, last] = [-1, -1];
  const wordsS: number[] = [];
  for (let frame = 0; frame < frames; frame++) {
    const timeS = frameToS(frame, table.fps);
    const shares = chain.map(({ layer }) => arrived(layer.id, table, timeS));
    if (shares.some(({ whole }) => whole <= 0)) continue;
    if (first < 0) first = frame;
    last = frame;
    shares[0]!.words.forEach((share, i) => {
      if (share > 0) wordsS[i] ??= timeS;
    });
  }
  if (first < 0) return undefined;
  return { startS: frameToS(first, table.fps), endS: frameToS(last + 1, table.fps), wordsS };
}

/** How far a layer has come, or has not yet gone, from 0 to 1; and each of its words, where they come by themselves. */
function arrived(id: string, table: Timetable, timeS: number): { whole: number; words: readonly number[] } {
  const times = table.layers.get(id);
  if (!times) return { whole: 1, words: [] };
  let whole = togetherOpacity(table, times, timeS);
  let words: readonly number[] = [];
  for (const { move, progress, parts } of movesAt(table, times, timeS)) {
    if (move.parts?.by === "word" && parts && !times.leave.includes(move)) words = parts;
    whole = Math.min(whole, parts ? Math.max(...parts) : times.stay.includes(move) ? 1 : progress);
  }
  return { whole, words };
}

/** Those that come together as lines of one, from the top down; in the order in which they come. */
function grouped(spoken: readonly Spoken[]): TimedWords[] {
  const near = (a: number, b: number) => Math.abs(a - b) <= togetherS;
  const groups: Spoken[][] = [];
  for (const one of [...spoken].sort((a, b) => a.startS - b.startS || a.top - b.top)) {
    const group = groups.find(([first]) => near(first!.startS, one.startS) && near(first!.endS, one.endS));
    if (group) group.push(one);
    else groups.push([one]);
  }
  const captions = groups.flatMap((group) => {
    const lines = [...group].sort((a, b) => a.top - b.top);
    const words = wordsOfLines(lines);
    // One caption reads on in time: lines whose words don't are captions of their own.
    return words === undefined
      ? lines.map((line) => captionOf([line], wordsOfLines([line]) ?? []))
      : [captionOf(lines, words)];
  });
  // Captions are written in the order in which they come.
  return captions.sort((a, b) => a.startS - b.startS);
}

const captionOf = (lines: readonly Spoken[], words: readonly TimedWord[]): TimedWords => ({
  startS: Math.min(...lines.map(({ startS }) => startS)),
  endS: Math.max(...lines.map(({ endS }) => endS)),
  text: lines.map(({ text }) => text).join("\n"),
  words,
});

/** When the words of several lines come, one after the other; none where all come at once, undefined where they don't read on. */
function wordsOfLines(lines: readonly Spoken[]): readonly TimedWord[] | undefined {
  const timed = lines.map(wordsOf);
  if (timed.every((words) => words.length === 0)) return [];
  const all = lines.flatMap((line, i) =>
    (timed[i]!.length > 0 ? timed[i]! : [{ timeS: line.startS, text: line.text }]).map((word, k): TimedWord =>
      i > 0 && k === 0 ? { ...word, isNewLine: true } : word,
    ),
  );
  return all.every(({ timeS }, i) => i === 0 || timeS >= all[i - 1]!.timeS) ? all : undefined;
}

function wordsOf({ text, wordsS }: Spoken): TimedWord[] {
  const words = text.split(" ");
  if (wordsS.length !== words.length || words.length < 2) return [];
  return words.map((word, i) => ({ timeS: wordsS[i]!, text: word }));
}
