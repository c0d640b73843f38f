import type { Fact } from "./fact";

/* What can be set of an output, whatever its kind, and of some kinds. */

export const outputFacts = {
  name: { label: "Name", help: "What colleagues choose when they export." },
  kind: {
    label: "Kind of file",
    help: "What is made. It stays as it is once the output is there: make a new output for another kind.",
    also: "format, codec, container, mp4, mov, webm, gif, png",
  },
  fps: {
    label: "Frames a second",
    help: "As each design says, or one rate for all of them.",
    also: "frame rate, fps, 25, 29.97, 50",
  },
  scale: { label: "Size", help: "Full size of the format, or smaller for web and e-mail.", also: "resolution, resize" },
  pattern: {
    label: "File names",
    help: "How files are named. Words in braces are filled in from the clip; press one below to insert it.",
    also: "naming, template, tokens",
  },
  taken: {
    label: "If a file of that name exists",
    help: "Add a number, keep the old file, or replace it.",
    also: "overwrite, duplicate",
  },
  backing: {
    label: "Background",
    help: "What lies under the graphic: a colour, footage of the house, or the footage uploaded with each clip.",
    also: "footage, plate",
  },
  key: {
    label: "Key colour",
    help: "The colour that an editor will remove. The farthest one is safest: no colour of the clip is near it.",
    also: "green screen, chroma key",
  },
  chroma: {
    label: "Colour",
    help: "How finely colour is stored. 4:2:0 plays everywhere; 4:4:4 keys more cleanly, in programs that can open it.",
    also: "chroma subsampling",
  },
  at: {
    label: "Instant",
    help: "Which instant of the clip the still shows, and whether its words are left out.",
    also: "still, frame, poster, thumbnail",
  },
  palette: {
    label: "Colours",
    help: "GIF has 256 colours: the same for the whole clip, or new ones for each picture.",
    also: "gif, palette",
  },
  dither: {
    label: "Missing colours",
    help: "How colours beyond the 256 are shown. A pattern compresses best; noise looks smoothest.",
    also: "gif, dithering",
  },
  matte: {
    label: "Matte colour",
    help: "GIF knows only solid and clear: soft edges are mixed with this colour.",
    also: "gif, background",
  },
  repeats: { label: "Repeats", help: "How often it plays; 0 repeats for ever.", also: "loop" },
  limitKb: {
    label: "Max file size",
    help: "The file is fitted to this. Quality is reduced first; a GIF may also get smaller. Each file says what was reduced.",
    also: "limit, compress",
  },
} as const satisfies Record<string, Fact>;

/* What can be done on the page of outputs. */

export const outputDeeds = {
  chartDesign: {
    label: "Design",
    help: "The design whose files the chart estimates.",
  },
  chartFormat: {
    label: "Format",
    help: "The format whose files the chart estimates.",
  },
  add: {
    label: "New output …",
    help: "Saves how a kind of file is made: rate, size, background, name. It can be chosen at every export.",
    also: "preset, export settings",
  },
  addSet: {
    label: "New set …",
    help: "Puts several outputs under one name, so that one choice makes all of them.",
    also: "preset group, bundle",
  },
  change: { label: "Change …", help: "Opens the settings. Files made so far stay as they are.", also: "edit" },
  remove: {
    label: "Remove …",
    help: "Takes it off the list that people choose from. Files that were made with it stay.",
    also: "delete",
  },
  setName: { label: "Name", help: "What colleagues choose when they want all outputs of the set." },
  setOutputs: { label: "Outputs of the set", help: "Each file of the set is made whenever the set is chosen." },
} as const satisfies Readonly<Record<string, Fact>>;
