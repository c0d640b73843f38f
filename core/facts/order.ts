import type { Fact } from "./fact";

/* What can be set of a running order and of what it shows when. */

export const orderFacts = {
  by: {
    label: "Timing",
    help: "One after another: leave one out and the rest close up. Each at its own time: for a long programme.",
    also: "sequence, timeline, schedule",
  },
  handOver: {
    label: "Next graphic",
    help: "How the next graphic follows: after a pause, overlapping, or as the one before leaves.",
    also: "transition, overlap, gap",
  },
  lengths: {
    label: "Length of each",
    help: "As each is filled in, the same for each, or one length that all share.",
    also: "duration",
  },
  times: { label: "Showings", help: "How often the whole order is shown in the film.", also: "repeat, loop" },
  pauses: {
    label: "Pauses",
    help: "Empty time before the first, between two, and after the last showing.",
    also: "gap",
  },
  entryLength: { label: "Length of this graphic", help: "How long this one is shown.", also: "duration" },
  entryAt: {
    label: "Second of the programme",
    help: "When this graphic starts, in an order where each has its own time.",
    also: "timecode",
  },
  entryName: {
    label: "Name of this graphic in the list",
    help: "What it is called in this order; only for you and your colleagues.",
  },
  active: {
    label: "Active",
    help: "An inactive graphic stays in the list and is left out of the film and of the air.",
  },
  schedule: {
    label: "When it is shown",
    help: "On demand: only when you press. Every few minutes, or at clock times: by itself, on every live page.",
    also: "playout, automation",
  },
  whole: {
    label: "One film of the whole order",
    help: "All graphics in one file, at the times that the order gives them.",
    also: "render, export, movie",
  },
  parts: {
    label: "Each graphic as its own file",
    help: "A file for each graphic, as long as its place in the order, with timing lists for your editor.",
    also: "render, export, clips",
  },
  putOnAir: {
    label: "Put on air",
    help: "The live page takes the order as it is now, as soon as nothing is shown.",
    also: "publish, update, send live",
  },
  replaceAtOnce: {
    label: "Replace at once",
    help: "The live page takes the order as it is now, also in the middle of a graphic.",
    also: "update, cut",
  },
  liveLink: {
    label: "Link to the live page",
    help: "An address for the mixer, as a web page layer. It opens nothing else.",
    also: "browser source, url, overlay, mixer",
  },
  remoteLink: {
    label: "Link to a remote",
    help: "An address for the person who presses, also on a phone, without an account.",
    also: "control, url, operator",
  },
  newLivePage: {
    label: "New live page",
    help: "Another page with its own format, schedule, links and remote.",
    also: "stream, channel",
  },
  endLivePage: {
    label: "End this live page",
    help: "Shows nothing any more and ends all its links.",
    also: "remove, stop",
  },
} as const satisfies Record<string, Fact>;

/** What can be pressed and typed in a running order beside its settings. */
export const orderDeeds = {
  findDesign: {
    label: "Find by name",
    help: "Shows the designs whose names have these letters.",
    also: "search",
  },
  addDesign: {
    label: "Use this design",
    help: "Uses this design for the graphics that you add.",
  },
  timesField: {
    label: "Text goes to",
    help: "Which field of the design takes the text of each line.",
  },
  timesFile: {
    label: "A file of times",
    help: "A table or captions with a time and a text in each line: CSV, TSV, XLSX, WebVTT or SRT.",
    also: "import, subtitles, csv",
  },
  addLines: {
    label: "Add the lines",
    help: "Adds a graphic for each line, at its time.",
  },
  addRows: {
    label: "Add this sheet",
    help: "Adds a graphic for each row of the sheet.",
  },
  updateRelease: {
    label: "Update all graphics on this release",
    help: "They use the newer release from now on. Their values stay.",
  },
  endLink: {
    label: "End link",
    help: "Its address can no longer be opened.",
    also: "revoke",
  },
  liveName: {
    label: "Name of the live page",
    help: "What you tell your live pages apart by.",
  },
  liveFormat: {
    label: "Format of the live page",
    help: "The frame shape of the stream.",
    also: "aspect ratio",
  },
  openEntry: {
    label: "Open it",
    help: "Shows the graphic that this is about.",
  },
  newOrder: {
    label: "New running order",
    help: "Makes an empty order, to which you add graphics.",
    also: "playlist, rundown",
  },
  findOrder: {
    label: "Find by name",
    help: "Shows the orders whose names have these letters.",
    also: "search",
  },
  restoreOrder: {
    label: "Restore",
    help: "Puts the order back into the list.",
  },
  copyOrder: {
    label: "Copy",
    help: "Makes a new order with the same graphics and values.",
    also: "duplicate",
  },
  archiveOrder: {
    label: "Archive",
    help: "Takes the order off this list. It can be restored; its files stay.",
    also: "remove, delete",
  },
  timingFiles: {
    label: "Files",
    help: "The files that the timing list is for.",
  },
  timingRate: {
    label: "Frames a second",
    help: "The frame rate of your editor’s timeline.",
    also: "fps, timecode",
  },
  timingStart: {
    label: "First hour",
    help: "The hour at which your editor’s timeline begins.",
    also: "timecode, start",
  },
  orderFormats: {
    label: "Formats",
    help: "The frame shapes to make.",
    also: "aspect ratio",
  },
  makeFiles: {
    label: "Make files",
    help: "Makes the chosen files. They come to the outbox.",
    also: "export, render",
  },
  orderOutputs: {
    label: "Kinds of file",
    help: "Choose one or more; the file size is an estimate.",
    also: "mp4, mov, webm",
  },
  orderName: {
    label: "Name of the running order",
    help: "What you and your colleagues find it by.",
  },
  useTheirs: {
    label: "Use theirs",
    help: "Takes your colleague’s change; yours is dropped.",
  },
  keepMine: {
    label: "Keep mine",
    help: "Your change stays; your colleague’s is dropped.",
  },
  addGraphics: {
    label: "Add graphics",
    help: "From the shelf, from a sheet, or from a list of times.",
  },
  orderSafeAreas: {
    label: "Safe areas",
    help: "Shows where text must stay so that no app or screen covers it. They are not in the file.",
    also: "guides, margins",
  },
  pauseUnit: {
    label: "Seconds or minutes",
    help: "The unit of this pause.",
  },
  fittingMinutes: {
    label: "Use these minutes",
    help: "The shortest time between two showings that the order fits into.",
  },
} as const satisfies Record<string, Fact>;
