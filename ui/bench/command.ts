import type { StagePlayer } from "@/ui/stage/player";
import type { BenchState, BenchStore } from "./store";

/** What opens over the bench. */
export type Dialog = "layer" | "fields" | "publish" | "versions" | "try" | "keys" | "sound" | "commands";

/** What a command works with. */
export interface Workplace {
  readonly store: BenchStore;
  readonly player: StagePlayer;
  readonly open: (dialog: Dialog) => void;
  readonly guides: () => void;
  readonly view: { readonly fit: () => void; readonly fillChosen: () => void };
}

/** Something that can be done on the bench: by its keys, from the list of all commands, or from the menu of a layer. */
export interface Command {
  readonly id: string;
  readonly name: string;
  /** A sentence: what it does. */
  readonly help: string;
  /** Other words by which it is found. */
  readonly also?: string;
  /** As they are shown; one that reads `Ctrl D` is pressed so. */
  readonly keys?: string;
  /** About the chosen layers: offered in their menu. */
  readonly ofLayers?: boolean;
  /** Whether it can be done just now; always unless given. */
  readonly can?: (state: BenchState) => boolean;
  readonly run: (place: Workplace) => void;
}

/** Commands that have all of the written words in their name or among their other words, those named so first. */
export function foundCommands<T extends Pick<Command, "name" | "also">>(
  all: readonly T[],
  written: string,
): readonly T[] {
  const words = written.toLowerCase().split(/\s+/).filter(Boolean);
  const has = (text: string) => words.every((word) => text.toLowerCase().includes(word));
  const good = all.filter(({ name, also = "" }) => has(`${name} ${also}`));
  const early = ({ name }: T) =>
    words[0] !== undefined && name.toLowerCase().startsWith(words[0]) ? 0 : has(name) ? 1 : 2;
  return [...good].sort((a, b) => early(a) - early(b));
}
