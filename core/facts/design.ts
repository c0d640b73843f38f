import type { Fact, NumberFact } from "./fact";

/* What can be set of a whole design. */

export const designFacts = {
  name: { label: "Name", help: "What colleagues see on the shelf and in file names." },
  notes: {
    label: "Notes",
    help: "What people should know who fill it in. Shown beside the fields.",
    also: "guidance, instructions",
  },
  formats: {
    label: "Formats",
    help: "The frame shapes of the house style that this design is made for.",
    also: "aspect ratio, size, square, portrait, wide, vertical",
  },
  outputs: {
    label: "Exported as",
    help: "The kinds of file that colleagues may export. Untick those that make no sense here.",
    also: "mp4, mov, webm, gif, png, prores",
  },
  "length.default": {
    label: "Usual length",
    short: "Usually",
    unit: "s",
    step: 0.5,
    help: "How long a clip is unless somebody chooses another length.",
    also: "duration",
  },
  "length.min": {
    label: "Shortest length",
    short: "At least",
    unit: "s",
    step: 0.5,
    help: "The shortest clip that may be asked for.",
    also: "duration",
  },
  "length.max": {
    label: "Longest length",
    short: "At most",
    unit: "s",
    step: 0.5,
    help: "The longest clip that may be asked for.",
    also: "duration",
  },
  posterAt: {
    label: "Poster at",
    unit: "%",
    help: "The instant shown on the shelf and as a still, in per cent of the length.",
    also: "thumbnail, cover, still",
  },
  minStay: {
    label: "Shortest stay",
    short: "Stays at least",
    unit: "s",
    step: 0.1,
    help: "In short clips, arriving and leaving get faster so that the graphic stays this long.",
    also: "hold",
  },
  leavePace: {
    label: "Leave takes times arrive",
    short: "Leave takes",
    unit: "×",
    help: "How long a mirrored leave lasts, compared with arriving: 0.5 is twice as fast.",
    also: "exit, out animation",
  },
  leave: {
    label: "Leaves",
    help: "How layers without a leave of their own go: backwards as they came, or all fading at once.",
    also: "exit, out animation",
  },
  fps: {
    label: "Frames a second",
    help: "The rate that it is made for. An output may say another one.",
    also: "frame rate, fps",
  },
  turnRound: {
    label: "Mirrors with",
    help: "When this text reads from right to left, as in Arabic or Hebrew, the whole design is mirrored.",
    also: "rtl, right to left, arabic, hebrew",
  },
  finish: {
    label: "Finish",
    help: "Grain, glow or a glitch over the finished picture, in this order.",
    also: "effects, post-processing, adjustment",
  },
  motionBlur: {
    label: "Motion blur",
    help: "Blurs what moves, as a camera does. Single layers can be left out.",
    also: "shutter",
  },
  "motionBlur.angle": {
    label: "Shutter angle",
    unit: "°",
    help: "How long the shutter is open: 180 for half a frame, 360 for a whole one.",
    also: "shutter",
  },
} as const satisfies Record<string, Fact | NumberFact>;

/** The parts of a finish, by its kind and their keys. */
export const finishFacts = {
  "grain.amount": { label: "Amount", unit: "%", help: "How strong the grain is.", also: "noise, film" },
  "grain.size": { label: "Size", unit: "u", help: "How large a grain is.", also: "noise" },
  "grain.rate": { label: "Changes a second", unit: "", help: "How often there is new grain; 0 is still." },
  "grain.coloured": { label: "Coloured", help: "Grain in colours instead of grey." },
  "glow.threshold": {
    label: "Above",
    unit: "%",
    help: "How bright something must be to give off light.",
    also: "threshold, bloom",
  },
  "glow.radius": { label: "Radius", unit: "u", help: "How far the light reaches.", also: "bloom" },
  "glow.strength": { label: "Strength", unit: "%", help: "How strong the light is.", also: "intensity, bloom" },
  "glitch.slices": {
    label: "Slices",
    unit: "",
    help: "Into how many strips the picture is cut.",
    also: "broken signal, distortion",
  },
  "glitch.shift": { label: "Slip", unit: "u", help: "How far strips slip sideways at most." },
  "glitch.split": {
    label: "Colour split",
    unit: "u",
    help: "How far red and blue part.",
    also: "chromatic aberration, rgb split",
  },
  "glitch.rate": { label: "Changes a second", unit: "", help: "How often the strips change; 0 is still." },
} as const satisfies Record<string, Fact | NumberFact>;
