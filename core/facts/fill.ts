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

/** What can be pressed while a clip is filled in. */
export const fillDeeds = {
  approval: {
    label: "Mark as ready, approve",
    help: "Tells colleagues how far this row is. A change of its values makes it a draft again.",
    also: "sign off, review",
  },
  export: {
    label: "Export",
    help: "Makes the chosen files. They come to the outbox, with their progress and proof.",
    also: "render, make, download",
  },
  exportAnyway: {
    label: "Export this release anyway",
    help: "Makes the files from this release, although there is a newer one.",
  },
  clearForm: {
    label: "Clear the form",
    help: "All fields show their samples and defaults again.",
    also: "reset, empty",
  },
  safeAreas: {
    label: "Safe areas",
    help: "Shows where text must stay so that no app or screen covers it. They are not in the file.",
    also: "guides, margins",
  },
  lastValues: {
    label: "Use its values",
    help: "Fills the form with the values of your last clip of this design.",
  },
  newerRelease: {
    label: "Continue with the newer release",
    help: "Opens the newer release with the values that you have typed.",
  },
  applyFix: {
    label: "Fix",
    help: "Changes the value as this says. You can change it again.",
  },
} as const satisfies Record<string, Fact>;
