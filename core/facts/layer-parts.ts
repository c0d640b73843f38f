import type { Fact, NumberFact } from "./fact";

/* What can be set of parts of a layer: sides that depend on others, parts of a text, links, gradients. */

export const sizeFacts = {
  share: { label: "Share of", help: "How large it is compared with another box, with some u more or less." },
  ratio: { label: "By the other side", help: "This side divided by the other: 2 is twice as long." },
  around: {
    label: "around",
    help: "The layers that it fits around: it grows with their words.",
    also: "padding, hug, fit",
  },
  before: {
    label: "Padding before",
    unit: "u",
    help: "Room at the left, or above, between it and what it fits around.",
    also: "margin, inset",
  },
  after: {
    label: "Padding after",
    unit: "u",
    help: "Room at the right, or below, between it and what it fits around.",
    also: "margin, inset",
  },
  widest: {
    label: "As wide as others",
    help: "At least as large as these layers, so that panels of different words are equally wide.",
  },
  hold: {
    label: "What a minimum adds goes before",
    unit: "%",
    help: "Where extra room goes when the minimum is larger than the content: 0 after it, 50 on both sides, 100 before it.",
  },
  min: { label: "At least", help: "It never gets smaller than this.", also: "minimum, min width" },
  max: { label: "At most", help: "It never gets larger than this.", also: "maximum, max width" },
} as const satisfies Record<string, Fact | NumberFact>;

export const gradientFacts = {
  kind: {
    label: "Kind of fill",
    help: "A solid colour, or a gradient: along a line, from a centre outwards, or round a centre.",
    also: "gradient, linear, radial, conic, solid",
  },
  stop: { label: "Stop", help: "A colour of the gradient, and where along it that colour is.", also: "gradient stop" },
  shape: {
    label: "Gradient",
    help: "Its angle, or its radius and centre. Add stops for more colours.",
    also: "angle, radius, centre",
  },
} as const satisfies Record<string, Fact | NumberFact>;

/** Of a part of a text. */
export const textPartFacts = {
  of: { label: "Of", help: "Which words or letters this style is for." },
  find: { label: "Words", help: "Every place where these words stand gets the style." },
  range: { label: "From, up to", help: "Numbers of the first word or letter, and of the one at which it ends." },
  family: { label: "Family", help: "Another typeface of the house style.", also: "font" },
  weight: { label: "Weight", unit: "", step: 100, help: "From 100, hairline, to 900, black.", also: "bold" },
  scale: { label: "Size", unit: "%", help: "Size in per cent of the text around it." },
  italic: { label: "Italic", help: "Sets these words in italic.", also: "slanted" },
  colour: { label: "Colour", help: "A colour of its own for these words.", also: "highlight" },
  ground: { label: "Background", help: "A box behind these words.", also: "highlight, line background" },
  padding: {
    label: "Padding, corner",
    help: "Room around the words across and down, and the radius of the box’s corners.",
  },
} as const satisfies Record<string, Fact | NumberFact>;

export const linkFacts = {
  property: { label: "What", help: "The property of this layer that follows others." },
  delay: { label: "Later by", unit: "s", help: "How long it lags behind what it follows.", also: "delay" },
  source: { label: "Reads", help: "What is measured, and of which layer or box." },
  sum: {
    label: "Formula",
    help: "Arithmetic over the measures above: + − * / ( ) min max abs round.",
    also: "expression, sum, calculation",
  },
  from: { label: "From", help: "The measure’s first and last value." },
  to: { label: "becomes", help: "What the property is at those two values." },
  clamp: { label: "Clamp", help: "Stays at the ends of the range when the measure goes beyond them." },
} as const satisfies Record<string, Fact | NumberFact>;
