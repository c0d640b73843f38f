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
