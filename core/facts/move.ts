import type { Fact, NumberFact } from "./fact";

/* What can be set of motion: moves, easing, progress and timers, sound. */

export const moveFacts = {
  distance: {
    label: "How far",
    help: "How far it travels: in its own widths or heights, in those of the format, or in u.",
    also: "distance, slide",
  },
  behind: {
    label: "From behind",
    help: "Whose edge hides it until it comes out: its own, or that of another layer.",
    also: "reveal, mask",
  },
  solid: {
    label: "Also fades",
    help: "Fades in or out while it moves; off, it moves at full strength.",
    also: "opacity",
  },
  soft: { label: "Soft edge", unit: "u", help: "How soft the edge is that uncovers it.", also: "feather" },
  overshoot: {
    label: "Overshoot",
    unit: "%",
    help: "How far it goes beyond its goal before it settles.",
    also: "bounce, spring",
  },
  turn: { label: "Turns by", unit: "°", help: "How far it turns on its way.", also: "rotate, spin" },
  strength: {
    label: "Strength",
    unit: "",
    help: "How strong the move is: more blur, more light, a larger swing.",
    also: "amount, intensity",
  },
  pivot: { label: "About", help: "The point about which it turns and scales in this move.", also: "pivot, origin" },
  order: { label: "Order", help: "Which part of the text goes first.", also: "stagger, sequence" },
  overlap: {
    label: "Overlap",
    unit: "%",
    help: "How soon the next part starts: 0 waits for the one before, more runs them together.",
    also: "stagger, delay",
  },
  loop: { label: "Happens", help: "Once, throughout the stay, or a number of times.", also: "loop, repeat, cycle" },
  pause: { label: "Pause", unit: "s", help: "How long it rests between two turns.", also: "loop delay" },
} as const satisfies Record<string, Fact | NumberFact>;

export const easeFacts = {
  kind: {
    label: "Kind of easing",
    help: "A curve, a spring, steps, or even speed.",
    also: "ease, interpolation, linear, spring",
  },
  curve: {
    label: "Named curves",
    help: "Start from a named curve, then pull its handles.",
    also: "ease in, ease out, bezier",
  },
  stiffness: { label: "Stiffness", help: "How hard the spring pulls: more is faster.", also: "tension" },
  damping: { label: "Damping", help: "How fast the spring comes to rest: less swings longer.", also: "friction" },
  mass: { label: "Mass", help: "How heavy it is: more swings slower." },
  steps: {
    label: "Jumps",
    help: "In how many steps it goes, and whether the first and the last one count.",
    also: "stop motion, stepped",
  },
  css: {
    label: "From CSS",
    help: "Paste an easing from a style sheet: cubic-bezier(…), steps(…) or a name.",
    also: "bezier, import",
  },
} as const satisfies Record<string, Fact | NumberFact>;

/** A layer that shows how much of the time has gone. */
export const progressFacts = {
  property: {
    label: "By",
    help: "What of the layer shows the progress: its width, the drawn part of its line, its angle.",
    also: "progress bar, meter",
  },
  from: { label: "From", help: "Its value at the beginning." },
  to: { label: "to", help: "Its value when all the time has gone." },
  start: { label: "Begins", help: "The instant at which it starts." },
  end: { label: "Full", help: "The instant at which it is full." },
  stepS: { label: "In steps of", unit: "s", help: "0 runs evenly; 1 jumps once a second.", also: "tick" },
  outlineStart: { label: "Starts at", help: "The corner or side where the outline begins to be drawn." },
  outlineWay: { label: "Runs", help: "Which way round the outline is drawn.", also: "direction, clockwise" },
} as const satisfies Record<string, Fact | NumberFact>;

/** A text that counts. */
export const timerFacts = {
  mode: {
    label: "Which way",
    help: "Counts down to the end, up from the beginning, or shows a time of day.",
    also: "countdown, timer, clock",
  },
  pattern: {
    label: "Written",
    help: "h for hours, m for minutes, s for seconds, f for tenths; two letters write two digits.",
    also: "format, mm:ss",
  },
  fromS: {
    label: "From second of the day",
    unit: "s",
    help: "The time of day at its beginning, in seconds since midnight.",
  },
  atZero: { label: "At zero", help: "Words shown when it has come to zero, in place of figures." },
  start: { label: "Begins", help: "The instant at which it starts to count." },
  end: { label: "Ends", help: "The instant at which it stops." },
} as const satisfies Record<string, Fact | NumberFact>;

export const soundFacts = {
  from: {
    label: "Starts at second",
    unit: "s",
    help: "The second of the sound that is heard at the clip’s start.",
    also: "trim, in point",
  },
  until: { label: "ends at", unit: "s", help: "The second of the sound at which it ends.", also: "trim, out point" },
  gain: { label: "Loudness", unit: "%", help: "100 is as recorded, 50 half as loud.", also: "volume, gain, level" },
} as const satisfies Record<string, Fact | NumberFact>;
