import { pxPerU } from "@/core/document/format";
import { exposeWanted } from "@/core/edit/expose";
import { addCue } from "@/core/edit/cues";
import { addGuide, type GuideAxis } from "@/core/edit/guides";
import { duplicateLayers, groupLayers, removeLayers, stepLayer, ungroup } from "@/core/edit/layers";
import { backLines, panelAround, panelBehind } from "@/core/edit/panels";
import { readingOrder } from "@/core/edit/reading-order";
import type { StagePlayer } from "@/ui/stage/player";
import type { Dialog } from "./BenchDesk";
import { copyLook, pasteLook } from "./page/carry-look";
import type { BenchState, BenchStore } from "./store";
import { stretchOf } from "./strip/papers";

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
  /** As they are shown; one that reads `Ctrl D` is pressed so. */
  readonly keys?: string;
  /** About the chosen layers: offered in their menu. */
  readonly ofLayers?: boolean;
  /** Whether it can be done just now; always unless given. */
  readonly can?: (state: BenchState) => boolean;
  readonly run: (place: Workplace) => void;
}

const anyChosen = ({ chosen }: BenchState): boolean => chosen.length > 0;
const chosenTexts = ({ document, chosen }: BenchState): string[] =>
  document.layers.filter(({ id, kind }) => kind === "text" && chosen.includes(id)).map(({ id }) => id);
const bareTexts = (state: BenchState): string[] => chosenTexts(state).filter((id) => !panelAround(state.document, id));

/** Edits, and chooses what came of it. */
function making(label: string, make: (place: BenchState) => Parameters<BenchState["edit"]>[1], made: () => string[]) {
  return ({ store }: Workplace) => {
    const state = store.getState();
    state.edit(label, make(state));
    if (made().length > 0) state.choose(made());
  };
}

function duplicate(place: Workplace): void {
  let copies: string[] = [];
  making(
    "Duplicate",
    ({ chosen }) =>
      (draft) =>
        void (copies = duplicateLayers(draft, chosen)),
    () => copies,
  )(place);
}

function group(place: Workplace): void {
  let made: string[] = [];
  making(
    "Group",
    ({ chosen }) =>
      (draft) => {
        const id = groupLayers(draft, chosen);
        made = id ? [id] : [];
      },
    () => made,
  )(place);
}

/** A guide by keys alone: in the middle of the format, to be moved from there by the arrows. */
const newGuide =
  (axis: GuideAxis) =>
  ({ store }: Workplace): void => {
    const { house, format: shown, edit, choose } = store.getState();
    const format = house.formats.find(({ id }) => id === shown)!;
    const size = { width: format.width / pxPerU(format), height: format.height / pxPerU(format) };
    let made: string | undefined;
    edit(
      "New guide",
      (draft) => void (made = addGuide(draft, axis, (axis === "x" ? size.width : size.height) / 2, size)),
    );
    if (made) choose([made]);
  };

function takeApart(place: Workplace): void {
  let freed: string[] = [];
  making(
    "Take the group apart",
    ({ chosen }) =>
      (draft) =>
        void (freed = chosen.flatMap((id) => ungroup(draft, id))),
    () => freed,
  )(place);
}

const switched =
  (key: "hidden" | "locked", label: string) =>
  ({ store }: Workplace) => {
    const { edit, chosen, document } = store.getState();
    const on = !document.layers.some((layer) => chosen.includes(layer.id) && layer[key]);
    edit(label, (draft) => {
      for (const layer of draft.layers) if (chosen.includes(layer.id)) layer[key] = on;
    });
  };

const stepped =
  (by: 1 | -1) =>
  ({ store }: Workplace) => {
    const { edit, chosen } = store.getState();
    edit("Order", (draft) => {
      for (const id of chosen) stepLayer(draft, id, by);
    });
  };

const otherFormat =
  (by: 1 | -1) =>
  ({ store }: Workplace) => {
    const { house, document, format, show } = store.getState();
    const ids = house.formats.map(({ id }) => id).filter((id) => document.formats.includes(id));
    show({ format: ids[(ids.indexOf(format) + by + ids.length) % ids.length]! });
  };

/** Jumps to a phase and plays it again and again. */
const phase =
  (wanted: "arrive" | "stay" | "leave") =>
  ({ store, player }: Workplace) => {
    const { stage } = player.snapshot();
    const { format } = store.getState();
    const shown = stage.kind === "ready" ? stage.formats.find((one) => one.format.id === format) : undefined;
    if (shown) player.playWithin(stretchOf(wanted, shown));
  };

function expose({ store, player }: Workplace): void {
  const { stage } = player.snapshot();
  const { edit, house, format } = store.getState();
  const shown = stage.kind === "ready" ? stage.formats.find((one) => one.format.id === format) : undefined;
  const order = readingOrder((shown?.boxes ?? []).map(({ id, box }) => [id, box]));
  edit("Expose what a filler will want", (draft) => void exposeWanted(draft, house, order));
}

/** All commands of the bench, in the order in which they are listed. */
export const commands: readonly Command[] = [
  { id: "new-layer", name: "New layer", keys: "N", run: ({ open }) => open("layer") },
  {
    ...{ id: "panel-behind", name: "Panel behind", ofLayers: true, can: (state) => bareTexts(state).length > 0 },
    run: ({ store }) => {
      const state = store.getState();
      state.edit("Panel behind", (draft) => void panelBehind(draft, state.house, bareTexts(state)));
    },
  },
  {
    ...{
      id: "boxes-behind",
      name: "Boxes behind lines",
      ofLayers: true,
      can: (state) => chosenTexts(state).length > 0,
    },
    run: ({ store }) => {
      const state = store.getState();
      state.edit("Boxes behind lines", (draft) => backLines(draft, state.house, chosenTexts(state)));
    },
  },
  {
    ...{ id: "add-move", name: "Add a move", keys: "A", ofLayers: true, can: anyChosen },
    run: ({ store }) => store.getState().show({ adding: "arrive" }),
  },
  { id: "duplicate", name: "Duplicate", keys: "Ctrl D", ofLayers: true, can: anyChosen, run: duplicate },
  { id: "group", name: "Group", keys: "Ctrl G", ofLayers: true, can: anyChosen, run: group },
  {
    ...{ id: "take-apart", name: "Take the group apart", keys: "Ctrl Shift G", ofLayers: true },
    can: ({ document, chosen }) => document.layers.some(({ id, kind }) => kind === "group" && chosen.includes(id)),
    run: takeApart,
  },
  {
    ...{ id: "copy-look", name: "Copy look", ofLayers: true, can: anyChosen },
    run: ({ store }) => {
      const { document, chosen } = store.getState();
      const layer = document.layers.find(({ id }) => id === chosen.at(-1));
      if (layer) copyLook(layer);
    },
  },
  {
    ...{ id: "paste-look", name: "Put the copied look on", ofLayers: true, can: anyChosen },
    run: ({ store }) => pasteLook(store, store.getState().chosen),
  },
  { id: "above", name: "One step up in the order", ofLayers: true, can: anyChosen, run: stepped(1) },
  { id: "below", name: "One step down in the order", ofLayers: true, can: anyChosen, run: stepped(-1) },
  { id: "hide", name: "Hide or show", ofLayers: true, can: anyChosen, run: switched("hidden", "Hide or show") },
  { id: "lock", name: "Lock or free", ofLayers: true, can: anyChosen, run: switched("locked", "Lock or free") },
  {
    ...{ id: "remove", name: "Take away", keys: "Delete", ofLayers: true, can: anyChosen },
    run: ({ store }) => {
      const { edit, chosen } = store.getState();
      edit("Take away", (draft) => removeLayers(draft, chosen));
    },
  },
  {
    ...{ id: "choose-all", name: "Choose all layers", keys: "Ctrl A" },
    run: ({ store }) => {
      const { choose, document } = store.getState();
      choose(document.layers.filter(({ in: outer }) => outer === undefined).map(({ id }) => id));
    },
  },
  {
    id: "choose-none",
    name: "Choose nothing: the page of the design",
    keys: "Esc",
    run: ({ store }) => store.getState().choose([]),
  },
  {
    ...{ id: "undo", name: "Undo", keys: "Ctrl Z", can: ({ history }) => history.past.length > 0 },
    run: ({ store }) => store.getState().undo(),
  },
  {
    ...{ id: "redo", name: "Redo", keys: "Ctrl Shift Z", can: ({ history }) => history.future.length > 0 },
    run: ({ store }) => store.getState().redo(),
  },
  { id: "play", name: "Play or pause", keys: "Space", run: ({ player }) => player.toggle() },
  { id: "arrive", name: "Play the arrive again and again", keys: "1", run: phase("arrive") },
  { id: "stay", name: "Play the stay again and again", keys: "2", run: phase("stay") },
  { id: "leave", name: "Play the leave again and again", keys: "3", run: phase("leave") },
  { id: "frame-back", name: "A frame back", keys: ",", run: ({ player }) => player.step(-1) },
  { id: "frame-on", name: "A frame on", keys: ".", run: ({ player }) => player.step(1) },
  { id: "format-before", name: "The format before", keys: "[", run: otherFormat(-1) },
  { id: "format-next", name: "The next format", keys: "]", run: otherFormat(1) },
  {
    ...{ id: "new-cue", name: "New cue at the needle", keys: "C" },
    run: ({ store, player }) =>
      store.getState().edit("New cue", (draft) => void addCue(draft, player.snapshot().timeS)),
  },
  { id: "guides", name: "Safe areas, shown or not", keys: "G", run: ({ guides }) => guides() },
  { id: "guide-upright", name: "New guide, upright", run: newGuide("x") },
  { id: "guide-level", name: "New guide, level", run: newGuide("y") },
  { id: "fit", name: "The whole format", keys: "0", run: ({ view }) => view.fit() },
  {
    id: "fill-chosen",
    name: "As large as what is chosen",
    keys: "9",
    can: anyChosen,
    run: ({ view }) => view.fillChosen(),
  },
  { id: "expose", name: "Expose what a filler will want", keys: "E", run: expose },
  { id: "fields", name: "Fields", run: ({ open }) => open("fields") },
  { id: "try", name: "Try values", run: ({ open }) => open("try") },
  { id: "sound", name: "Sound and cues", run: ({ open }) => open("sound") },
  { id: "versions", name: "Versions", run: ({ open }) => open("versions") },
  { id: "publish", name: "Publish …", run: ({ open }) => open("publish") },
  { id: "commands", name: "All commands", keys: "/", run: ({ open }) => open("commands") },
  { id: "keys", name: "Keys", keys: "?", run: ({ open }) => open("keys") },
];

export const commandOf = (id: string): Command => commands.find((command) => command.id === id)!;

/** How a press of keys is written in the list. */
function written({ key, ctrlKey, metaKey, shiftKey }: KeyboardEvent): string {
  const command = ctrlKey || metaKey;
  const name = key === " " ? "Space" : key === "Backspace" ? "Delete" : key === "Escape" ? "Esc" : key;
  const letter = name.length === 1 ? name.toUpperCase() : name;
  return [command && "Ctrl", command && shiftKey && "Shift", letter].filter(Boolean).join(" ");
}

/** The command that a press of keys means. */
export function commandFor(event: KeyboardEvent): Command | undefined {
  const keys = written(event) === "Ctrl Y" ? "Ctrl Shift Z" : written(event);
  return commands.find((command) => command.keys === keys);
}
