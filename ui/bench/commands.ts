import { pxPerU } from "@/core/document/format";
import { exposeAllWanted } from "@/core/edit/expose";
import { addCue } from "@/core/edit/cues";
import { addGuide, type GuideAxis } from "@/core/edit/guides";
import { duplicateLayers, groupLayers, removeLayers, stepLayer, ungroup } from "@/core/edit/layers";
import { backLines, panelAround, panelBehind } from "@/core/edit/panels";
import { readingOrder } from "@/core/edit/reading-order";
import type { Command, Workplace } from "./command";
import { commandHelp } from "./command-help";
import { copyLook, pasteLook } from "./page/carry-look";
import type { BenchState } from "./store";
import { styleCommands } from "./style-commands";
import { stretchOf } from "./strip/papers";

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
    "Ungroup",
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
  edit("Suggest fields", (draft) => void exposeAllWanted(draft, house, order));
}

const list: readonly Omit<Command, "help">[] = [
  {
    id: "new-layer",
    also: "lower third template transition text shape picture video caption title badge bar starter insert",
    name: "New layer",
    keys: "N",
    run: ({ open }) => open("layer"),
  },
  {
    ...{
      id: "panel-behind",
      also: "plate box",
      name: "Background panel",
      ofLayers: true,
      can: (state) => bareTexts(state).length > 0,
    },
    run: ({ store }) => {
      const state = store.getState();
      state.edit("Background panel", (draft) => void panelBehind(draft, state.house, bareTexts(state)));
    },
  },
  {
    ...{
      id: "boxes-behind",
      also: "highlight",
      name: "Line backgrounds",
      ofLayers: true,
      can: (state) => chosenTexts(state).length > 0,
    },
    run: ({ store }) => {
      const state = store.getState();
      state.edit("Line backgrounds", (draft) => backLines(draft, state.house, chosenTexts(state)));
    },
  },
  {
    ...{
      id: "add-move",
      also: "animate animation transition entrance keyframe effect",
      name: "Add a move",
      keys: "A",
      ofLayers: true,
      can: anyChosen,
    },
    run: ({ store }) => store.getState().show({ adding: "arrive" }),
  },
  { id: "duplicate", name: "Duplicate", keys: "Ctrl D", ofLayers: true, can: anyChosen, run: duplicate },
  { id: "group", name: "Group", keys: "Ctrl G", ofLayers: true, can: anyChosen, run: group },
  {
    ...{ id: "take-apart", also: "break apart", name: "Ungroup", keys: "Ctrl Shift G", ofLayers: true },
    can: ({ document, chosen }) => document.layers.some(({ id, kind }) => kind === "group" && chosen.includes(id)),
    run: takeApart,
  },
  {
    ...{ id: "copy-look", also: "copy look", name: "Copy style", ofLayers: true, can: anyChosen },
    run: ({ store }) => {
      const { document, chosen } = store.getState();
      const layer = document.layers.find(({ id }) => id === chosen.at(-1));
      if (layer) copyLook(layer);
    },
  },
  {
    ...{ id: "paste-look", also: "paste look", name: "Paste style", ofLayers: true, can: anyChosen },
    run: ({ store }) => pasteLook(store, store.getState().chosen),
  },
  { id: "above", also: "bring forward order", name: "Move up", ofLayers: true, can: anyChosen, run: stepped(1) },
  { id: "below", also: "send backward order", name: "Move down", ofLayers: true, can: anyChosen, run: stepped(-1) },
  {
    id: "hide",
    also: "visibility eye",
    name: "Hide or show",
    ofLayers: true,
    can: anyChosen,
    run: switched("hidden", "Hide or show"),
  },
  { id: "lock", name: "Lock or unlock", ofLayers: true, can: anyChosen, run: switched("locked", "Lock or unlock") },
  {
    ...{ id: "remove", also: "delete take away", name: "Remove", keys: "Delete", ofLayers: true, can: anyChosen },
    run: ({ store }) => {
      const { edit, chosen } = store.getState();
      edit("Remove", (draft) => removeLayers(draft, chosen));
    },
  },
  {
    ...{ id: "choose-all", name: "Select all layers", keys: "Ctrl A" },
    run: ({ store }) => {
      const { choose, document } = store.getState();
      choose(document.layers.filter(({ in: outer }) => outer === undefined).map(({ id }) => id));
    },
  },
  {
    id: "choose-none",
    name: "Select nothing (settings of the design)",
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
  { id: "arrive", name: "Loop arrive", keys: "1", run: phase("arrive") },
  { id: "stay", name: "Loop stay", keys: "2", run: phase("stay") },
  { id: "leave", name: "Loop leave", keys: "3", run: phase("leave") },
  { id: "frame-back", name: "One frame back", keys: ",", run: ({ player }) => player.step(-1) },
  { id: "frame-on", name: "One frame forward", keys: ".", run: ({ player }) => player.step(1) },
  { id: "format-before", name: "Previous format", keys: "[", run: otherFormat(-1) },
  { id: "format-next", name: "Next format", keys: "]", run: otherFormat(1) },
  {
    ...{ id: "new-cue", also: "marker", name: "New cue at the playhead", keys: "C" },
    run: ({ store, player }) =>
      store.getState().edit("New cue", (draft) => void addCue(draft, player.snapshot().timeS)),
  },
  {
    id: "guides",
    also: "title safe action safe margins",
    name: "Show or hide safe areas",
    keys: "G",
    run: ({ guides }) => guides(),
  },
  { id: "guide-upright", name: "New vertical guide", run: newGuide("x") },
  { id: "guide-level", name: "New horizontal guide", run: newGuide("y") },
  { id: "fit", also: "zoom out", name: "Fit the whole format", keys: "0", run: ({ view }) => view.fit() },
  {
    id: "fill-chosen",
    also: "close up magnify",
    name: "Zoom to the selection",
    keys: "9",
    can: anyChosen,
    run: ({ view }) => view.fillChosen(),
  },
  ...styleCommands,
  { id: "expose", also: "field template editable placeholder", name: "Suggest fields", keys: "E", run: expose },
  { id: "fields", also: "form template editable placeholder", name: "Fields", run: ({ open }) => open("fields") },
  { id: "try", also: "preview data sample", name: "Test values", run: ({ open }) => open("try") },
  { id: "sound", also: "audio music captions markers", name: "Sound and cues", run: ({ open }) => open("sound") },
  { id: "versions", also: "history save", name: "Versions", run: ({ open }) => open("versions") },
  { id: "publish", also: "release share export", name: "Publish …", run: ({ open }) => open("publish") },
  { id: "commands", name: "All commands", keys: "/", run: ({ open }) => open("commands") },
  { id: "keys", also: "shortcuts hotkeys keyboard", name: "Keys", keys: "?", run: ({ open }) => open("keys") },
];

/** All commands of the bench, in the order in which they are listed. */
export const commands: readonly Command[] = list.map((one) => ({ ...one, help: commandHelp[one.id] ?? "" }));

/** The help of a command as a button shows it, with its keys. */
export function helpOfCommand(id: string): string {
  const { help, keys } = commandOf(id);
  return keys === undefined ? help : `${help} Keys: ${keys}.`;
}

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
