import type { Fact } from "./fact";

/* What whoever fills in can set beside the fields of a design. */

export const fillFacts = {
  length: {
    label: "Length of the clip",
    help: "Arriving and leaving keep their length; only the time between them changes.",
    also: "duration, seconds",
  },
  formats: {
    label: "Formats",
    help: "The frame shapes to export. You get one file for each, of each kind.",
    also: "aspect ratio, square, portrait, vertical, wide",
  },
  outputs: {
    label: "Kinds of file",
    help: "Choose one or more; the file size is an estimate. Your choice is remembered for this design.",
    also: "mp4, mov, webm, gif, png, prores",
  },
  footage: {
    label: "Footage",
    help: "Upload what the graphic will lie over. It is shown in the preview; it is in the file only for outputs over footage.",
    also: "video, background, picture",
  },
} as const satisfies Record<string, Fact>;
