import type { Design } from "../document/design";
import type { Ease } from "../document/ease";
import type { Layer } from "../document/layer";
import type { Move, MoveKind, Split } from "../document/move";
import type { Role } from "../document/saved-move";
import { isCaption, partsOf, standsOn, suitedBy, wordsInOrder, type Part } from "./roles";

interface Step {
  readonly kind: MoveKind;
  readonly length?: number;
  readonly from?: Move["from"];
  readonly turn?: number;
  readonly ease?: Ease;
  readonly split?: Split;
  /** Rises from behind the panel it stands on. */
  readonly behindPanel?: boolean;
}

interface SetFacts {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  /** Seconds from one panel, or mark, to the next. */
  readonly step: number;
  /** Seconds from a panel's start to that of the words on it. */
  readonly wordsAfter: number;
  readonly arrive: Readonly<Record<Role, Step>>;
  /** A photo or a background stays in its frame: it is uncovered, or fades. */
  readonly frame: Step;
  readonly stay: Partial<Readonly<Record<Role, Step>>>;
}

const words: Split = { by: "word", order: "forward", overlap: 0.7 };
const letters: Split = { by: "letter", order: "forward", overlap: 0.85 };
const breathing: Step = { kind: "breathe" };

/** How a set is carried out: how long everything takes, and how it comes to rest. */
export const characters = [
  {
    id: "calm",
    name: "Calm",
    about: "Longer, and softly to rest",
    times: 1.5,
    ease: { kind: "cubic-bezier", x1: 0.33, y1: 0, x2: 0.2, y2: 1 },
  },
  { id: "lively", name: "Lively", about: "With a spring in it", times: 1, ease: undefined },
  {
    id: "crisp",
    name: "Crisp",
    about: "Short and straight to its place",
    times: 0.62,
    ease: { kind: "cubic-bezier", x1: 0.12, y1: 0.9, x2: 0.2, y2: 1 },
  },
] as const satisfies readonly { id: string; name: string; about: string; times: number; ease: Ease | undefined }[];
export type Character = (typeof characters)[number]["id"];

/** Moves that come to rest by themselves, however they are meant: a spring of their own is left out only when calm. */
const lively: ReadonlySet<MoveKind> = new Set(["pop", "spin-in", "drop", "swing"]);

/** Motion for a whole design in one press: each layer gets what fits its role. Leaving mirrors arriving. */
export const motionSets: readonly SetFacts[] = [
  {
    id: "unfold",
    name: "Unfold",
    about: "Panels unroll from the mark, words rise out of them",
    step: 0.1,
    wordsAfter: 0.22,
    frame: { kind: "uncover", length: 0.7 },
    arrive: {
      mark: { kind: "pop", length: 0.45, turn: 45 },
      panel: { kind: "unroll", length: 0.55 },
      "first line": { kind: "rise", length: 0.5, behindPanel: true },
      "second line": { kind: "rise", length: 0.45, behindPanel: true },
      accent: { kind: "grow", length: 0.4 },
    },
    stay: { mark: breathing },
  },
  {
    id: "grow",
    name: "Grow",
    about: "Everything grows from its own place, words follow one by one",
    step: 0.08,
    wordsAfter: 0.2,
    frame: { kind: "fade", length: 0.6 },
    arrive: {
      mark: { kind: "grow", length: 0.5 },
      panel: { kind: "grow", length: 0.5 },
      "first line": { kind: "blur-in", length: 0.6, split: words },
      "second line": { kind: "fade", length: 0.4 },
      accent: { kind: "pop", length: 0.4 },
    },
    stay: { mark: breathing },
  },
  {
    id: "uncover",
    name: "Uncover",
    about: "Soft edges pass from left to right, one line after another",
    step: 0.18,
    wordsAfter: 0,
    frame: { kind: "uncover", length: 0.7 },
    arrive: {
      mark: { kind: "fade", length: 0.4 },
      panel: { kind: "uncover", length: 0.6 },
      "first line": { kind: "uncover", length: 0.6 },
      "second line": { kind: "uncover", length: 0.6 },
      accent: { kind: "draw-on", length: 0.6 },
    },
    stay: {},
  },
  {
    id: "climb",
    name: "Climb",
    about: "From below, letter by letter",
    step: 0.08,
    wordsAfter: 0.16,
    frame: { kind: "uncover", from: "bottom", length: 0.7 },
    arrive: {
      mark: { kind: "spin-in", length: 0.6, turn: 90 },
      panel: { kind: "slide", from: "bottom", length: 0.5 },
      "first line": { kind: "rise", length: 0.7, split: letters, behindPanel: true },
      "second line": { kind: "rise", length: 0.5, split: words, behindPanel: true },
      accent: { kind: "slide", from: "bottom", length: 0.45 },
    },
    stay: { mark: { kind: "sway" } },
  },
  {
    id: "sweep",
    name: "Sweep",
    about: "Everything passes in from the left, one after the other",
    step: 0.1,
    wordsAfter: 0.22,
    frame: { kind: "uncover", from: "left", length: 0.7 },
    arrive: {
      mark: { kind: "slide", from: "left", length: 0.55 },
      panel: { kind: "push", from: "left", length: 0.65 },
      "first line": { kind: "slide", from: "left", length: 0.5 },
      "second line": { kind: "slide", from: "left", length: 0.5 },
      accent: { kind: "slide", from: "left", length: 0.5 },
    },
    stay: {},
  },
  {
    id: "hush",
    name: "Hush",
    about: "A calm fade, panel first",
    step: 0.1,
    wordsAfter: 0.12,
    frame: { kind: "fade", length: 0.6 },
    arrive: {
      mark: { kind: "fade", length: 0.5 },
      panel: { kind: "fade", length: 0.5 },
      "first line": { kind: "fade", length: 0.5 },
      "second line": { kind: "fade", length: 0.5 },
      accent: { kind: "fade", length: 0.5 },
    },
    stay: {},
  },
];

interface Wearing {
  readonly character?: Character;
  /** The layers that get it; all unless given. */
  readonly only?: ReadonlySet<string> | undefined;
}

/**
 * Gives every layer the set's moves in place of what it had. Ids must be asked for, so that they stay unique. Lines of a
 * caption leave all at once.
 */
export function applySet(
  design: Design,
  setId: string,
  freshMoveId: (wanted: string) => string,
  { character = "lively", only }: Wearing = {},
): void {
  const set = motionSets.find(({ id }) => id === setId);
  const manner = characters.find(({ id }) => id === character)!;
  if (!set) return;
  const playing = partsOf(design);
  if (only) for (const id of [...playing.keys()]) if (!only.has(id)) playing.delete(id);
  for (const layer of design.layers) if (!only || only.has(layer.id)) layer.moves = [];
  if (!only) design.leave = isCaption(design, playing) ? "together" : "mirror";
  const seconds = (value: number) => Math.round(value * manner.times * 1000) / 1000;
  const arriving = new Map<string, Move>();
  const made = (layer: Layer, step: Step, phase: Move["phase"]): Move => {
    const { behindPanel, ...facts } = step;
    const behind = behindPanel ? panelOf(design, layer, playing) : undefined;
    // What a layer can't do it does by fading.
    const kind = step.kind === "draw-on" && !("stroke" in layer && layer.stroke) ? "grow" : step.kind;
    const move: Move = {
      ...facts,
      ...(facts.length === undefined || phase === "stay" ? {} : { length: seconds(facts.length) }),
      ...(manner.ease && phase === "arrive" && !(character === "crisp" && lively.has(kind))
        ? { ease: manner.ease }
        : {}),
      kind,
      id: freshMoveId(`${layer.id}-${kind}`),
      phase,
      start: { to: "phase", edge: "start", gap: 0 },
      ...(behind === undefined ? {} : { behind }),
      ...(phase === "stay" ? { loop: { pause: 0 } } : {}),
    };
    layer.moves.push(move);
    return move;
  };
  let turn = 0;
  for (const part of ["background", "photo", "mark", "panel", "accent"] as const) {
    for (const layer of design.layers) {
      if (playing.get(layer.id) !== part) continue;
      const isFrame = part === "background" || part === "photo";
      const move = made(layer, isFrame ? set.frame : set.arrive[part], "arrive");
      move.start = { to: "phase", edge: "start", gap: seconds(set.step * turn++) };
      arriving.set(layer.id, move);
    }
  }
  afterWhatTheyStandOn(design, playing, arriving, seconds(set.step));
  let line = 0;
  for (const role of ["first line", "second line"] as const) {
    for (const layer of wordsInOrder(design)) {
      if (playing.get(layer.id) !== role) continue;
      const move = made(layer, set.arrive[role], "arrive");
      const panel = panelOf(design, layer, playing);
      const on = panel === undefined ? undefined : arriving.get(panel);
      move.start = on
        ? { to: on.id, edge: "start", gap: seconds(set.wordsAfter) }
        : { to: "phase", edge: "start", gap: seconds(set.wordsAfter + set.step * line) };
      line++;
    }
  }
  for (const layer of design.layers) {
    const part = playing.get(layer.id);
    // What fills a frame holds still in it.
    const step = part === undefined || part === "photo" || part === "background" ? undefined : set.stay[part];
    if (step) made(layer, step, "stay");
  }
}

/** A mark on a panel or a photo comes once that has begun to come: nothing hangs in the air. */
function afterWhatTheyStandOn(
  design: Design,
  playing: ReadonlyMap<string, Part>,
  arriving: ReadonlyMap<string, Move>,
  gap: number,
): void {
  for (const layer of design.layers) {
    const own = arriving.get(layer.id);
    if (!own || playing.get(layer.id) !== "mark") continue;
    const under = [...arriving.keys()].find(
      (id) => standsOn(layer, id) && ["panel", "photo"].includes(playing.get(id) ?? ""),
    );
    if (under !== undefined) own.start = { to: arriving.get(under)!.id, edge: "start", gap };
  }
}

/**
 * The panel that a text lies on: the one fitted around it or a group that it is in, the one its colour suits, the one
 * it shows inside of, or what it stands on. Groups are no panels, wherever the layers stand.
 */
function panelOf(design: Design, layer: Layer, playing: ReadonlyMap<string, Part>): string | undefined {
  const groups = new Map(design.layers.map(({ id, in: group }) => [id, group]));
  const isPanel = (id: string | undefined): id is string => id !== undefined && playing.get(id) === "panel";
  const held: string[] = [];
  for (let id: string | undefined = layer.id; id !== undefined && !held.includes(id); id = groups.get(id))
    held.push(id);
  for (const inner of held) {
    const around = design.layers.find(
      ({ id, width, height }) =>
        isPanel(id) && [width, height].some((size) => size.kind === "around" && size.layers.includes(inner)),
    );
    if (around) return around.id;
  }
  const inside = layer.mattes.find((matte) => isPanel(matte.layer))?.layer;
  return suitedBy(layer).find(isPanel) ?? inside ?? (isPanel(layer.place.on) ? layer.place.on : undefined);
}
