import type { Fact, NumberFact } from "./fact";

/*
 * What can be set of layers of several kinds, by path; what only one shape has is said with that shape.
 */

const size =
  "Fixed in u, a share of another box, as large as its content needs, in proportion, or around other layers.";

/** Where a layer is and how large. */
export const placeFacts = {
  place: {
    label: "Anchored to",
    help: "The box that this layer follows: the format, a safe area, its group, or another layer. When that moves or grows, this layer goes along.",
    also: "position, parent, pin, attach, align, constraint",
  },
  "place.at": { label: "Anchor point of this layer", help: "The point of this layer that is put on the other box." },
  "place.from": { label: "Point of the other box", help: "The point of the other box on which this layer is put." },
  "place.dx": {
    label: "Right",
    unit: "u",
    help: "Distance to the right of where it is anchored; less than 0 is left.",
    also: "x, offset",
  },
  "place.dy": {
    label: "Down",
    unit: "u",
    help: "Distance below where it is anchored; less than 0 is up.",
    also: "y, offset",
  },
  width: { label: "Width", help: `How wide it is. ${size}`, also: "size, resize, responsive" },
  height: { label: "Height", help: `How high it is. ${size}`, also: "size, resize, responsive" },
  turn: {
    label: "Turn",
    unit: "°",
    help: "Rotates the layer clockwise about its pivot.",
    also: "rotate, rotation, angle",
  },
  scale: {
    label: "Scale",
    unit: "%",
    help: "Enlarges or shrinks the layer with all it shows, about its pivot.",
    also: "zoom, enlarge",
  },
  pivot: {
    label: "Rotates around",
    help: "The point about which it turns and scales.",
    also: "pivot, origin, anchor point",
  },
} as const satisfies Record<string, Fact | NumberFact>;

/** The numbers and choices of a text. */
export const textFacts = {
  text: {
    label: "Text",
    help: "The words shown here. Put a word between *asterisks* to style it. Where a field fills it, this is that field's sample.",
    also: "words, caption, title, lower third",
  },
  "setting.type": {
    label: "Type style",
    help: "The house style's typeface, size and weight for this text. What is set below goes before it.",
    also: "font, typeface, family",
  },
  "setting.size": {
    label: "Size",
    unit: "u",
    help: "Height of the letters. 1 u is a hundredth of the format's short side.",
    also: "font size, text size",
  },
  "setting.weight": {
    label: "Weight",
    unit: "",
    step: 100,
    help: "From 100, hairline, to 900, black, as far as the family goes.",
    also: "bold, thin",
  },
  "setting.align": {
    label: "Align",
    help: "On which side the lines begin. Start is the right-hand side in Arabic and Hebrew.",
    also: "left, right, centre, justify",
  },
  "setting.maxWidth": {
    label: "Max width",
    help: "A line that would be wider breaks; without room for another line, the text shrinks.",
    also: "wrap, line break",
  },
  "setting.maxLines": {
    label: "Max lines",
    unit: "",
    help: "Text that needs more lines shrinks to the min size; a check says when it still does not fit.",
    also: "wrap",
  },
  "setting.shrinkTo": {
    label: "Min size",
    unit: "u",
    help: "How small long text may get before a check says that it is too long. Empty: it never shrinks.",
    also: "fit, shrink",
  },
  "setting.tracking": {
    label: "Tracking",
    unit: "",
    help: "Space between letters, in per cent of the size.",
    also: "letter spacing, kerning",
  },
  "setting.leading": {
    label: "Leading",
    unit: "×",
    help: "Distance between lines, in times the size.",
    also: "line height, line spacing",
  },
  "setting.case": {
    label: "Case",
    help: "Shows the text as typed, in capitals, in lower case, or in title case, whatever is typed.",
    also: "uppercase, capitals",
  },
  "setting.figures": {
    label: "Figures",
    help: "Tabular figures are all of one width: numbers that change do not jump.",
    also: "numbers, digits, monospace",
  },
  "setting.italic": { label: "Italic", help: "Sets the text in the family's italic.", also: "slanted, oblique" },
  stretches: {
    label: "Style part of the text",
    help: "Gives some words or letters a weight, size, colour or background of their own.",
    also: "bold word, highlight, rich text",
  },
} as const satisfies Record<string, Fact | NumberFact>;

/** What a picture or video layer shows and how. */
export const pictureFacts = {
  media: {
    label: "Shows",
    help: "The mark, picture or video of the house style that is shown here.",
    also: "image, photo, logo, footage",
  },
  "framing.fit": {
    label: "Fit",
    help: "Whole: the whole picture is shown. Filling: it fills the box, and the rest is cropped.",
    also: "crop, cover, contain",
  },
  "framing.focus.x": {
    label: "Focus across",
    unit: "%",
    help: "Which part stays in view when the sides are cropped: 0 is the left edge, 100 the right.",
    also: "crop, pan",
  },
  "framing.focus.y": {
    label: "down",
    unit: "%",
    help: "Which part stays in view when top and bottom are cropped: 0 is the top edge, 100 the bottom.",
    also: "crop, pan",
  },
  "framing.scale": { label: "Zoom", unit: "×", help: "Enlarges the picture inside its box.", also: "scale, crop" },
  "framing.turn": { label: "Rotate", unit: "°", help: "Rotates the picture inside its box.", also: "turn, straighten" },
  "playback.from": {
    label: "From second",
    unit: "s",
    help: "The second of the video with which it begins.",
    also: "trim, in point",
  },
  "playback.speed": {
    label: "Speed",
    unit: "×",
    help: "2 plays twice as fast, 0.5 half as fast.",
    also: "slow motion, time remap",
  },
  "playback.start": {
    label: "Begins",
    help: "When the video starts to play; until then its first frame stands still.",
  },
  "playback.atEnd": {
    label: "At its end",
    help: "What is seen when the video is shorter than the clip: its last frame, or the video again.",
    also: "loop, freeze",
  },
} as const satisfies Record<string, Fact | NumberFact>;

/** What a layer looks like. */
export const styleFacts = {
  fill: {
    label: "Colour",
    help: "What it is filled with: a solid colour, or a linear, radial or conic gradient.",
    also: "gradient, fill, solid",
  },
  "fill.colour": {
    label: "Colour",
    help: "A colour of the house style, or your own. House colours change with the house style.",
    also: "fill, solid, swatch",
  },
  stroke: { label: "Stroke", help: "A line along the outline.", also: "outline, border, line" },
  "stroke.fill": { label: "Colour", help: "Colour or gradient of the line.", also: "stroke colour, gradient" },
  "stroke.fill.colour": { label: "Colour", help: "Colour of the line.", also: "stroke colour" },
  "stroke.width": { label: "Width", unit: "u", help: "How thick the line is.", also: "stroke width, thickness" },
  "stroke.side": {
    label: "Position",
    help: "Whether the line runs inside the outline, along it, or outside.",
    also: "stroke alignment",
  },
  "stroke.cap": {
    label: "Ends",
    help: "How the line and its dashes end: cut off, round, or half a width longer.",
    also: "cap",
  },
  "stroke.join": {
    label: "Corners",
    help: "How the line goes round corners: pointed, round, or cut off.",
    also: "join, miter, bevel",
  },
  "stroke.dash": {
    label: "Dashes",
    help: "Lengths of dashes and gaps in u, with spaces between: 2 1 is a dash of two and a gap of one.",
    also: "dotted, dashed",
  },
  "stroke.dashOffset": {
    label: "Dash offset",
    unit: "u",
    help: "Moves the dashes along the line. A keyframe here makes them run.",
    also: "marching",
  },
  "stroke.from": {
    label: "Drawn from",
    unit: "%",
    help: "Where along the outline the line begins.",
    also: "trim path, draw on",
  },
  "stroke.to": {
    label: "to",
    unit: "%",
    help: "Where along the outline the line ends. From 0 to 100 draws it on.",
    also: "trim path, draw on, progress",
  },
  shadow: { label: "Shadow", help: "A soft shadow behind the layer.", also: "drop shadow" },
  "shadow.colour": { label: "Colour", help: "Colour of the shadow; less opacity makes it lighter." },
  "shadow.dx": { label: "Right", unit: "u", help: "How far the shadow falls to the right." },
  "shadow.dy": { label: "Down", unit: "u", help: "How far the shadow falls down." },
  "shadow.softness": { label: "Softness", unit: "u", help: "How soft the shadow's edge is.", also: "blur" },
  glow: { label: "Outer glow", help: "Light around the outline.", also: "halo, bloom" },
  "glow.colour": { label: "Colour", help: "Colour of the glow." },
  "glow.softness": { label: "Softness", unit: "u", help: "How far the glow reaches.", also: "radius, blur" },
  "glow.strength": { label: "Strength", unit: "%", help: "How bright the glow is.", also: "intensity" },
  gleam: {
    label: "Gleam",
    help: "A band of light across the layer. Keyframes on its position let it sweep.",
    also: "shine, light sweep, glint",
  },
  "gleam.colour": { label: "Tint", help: "Colour of the light." },
  "gleam.width": { label: "Width", unit: "u", help: "How wide the band of light is." },
  "gleam.angle": { label: "Slant", unit: "°", help: "How far the band leans." },
  "gleam.at": {
    label: "Position",
    unit: "%",
    help: "Where the band is: 0 is before the left edge, 100 past the right. Animate it to let it sweep.",
  },
  "gleam.strength": { label: "Strength", unit: "%", help: "How bright the light is.", also: "intensity" },
  liquid: { label: "Liquid edge", help: "Fills the shape up to a level with waves.", also: "wave, water, fill level" },
  "liquid.level": { label: "Level", unit: "%", help: "How high it is filled.", also: "progress" },
  "liquid.height": { label: "Wave height", unit: "u", help: "How high the waves are at first.", also: "amplitude" },
  "liquid.length": { label: "Wave length", unit: "u", help: "Distance from one wave to the next." },
  "liquid.speed": { label: "Speed in u a second", unit: "", help: "How fast the waves travel." },
  "liquid.calm": {
    label: "Calm after",
    unit: "s",
    help: "How long it takes until the waves are at rest; 0: they never are.",
    also: "settle, damping",
  },
  "liquid.rest": { label: "Height at rest", unit: "u", help: "How high the waves still are once they are calm." },
  trail: {
    label: "Trail",
    help: "Fading copies that follow the layer as it moves.",
    also: "echo, ghost, motion trail",
  },
  "trail.count": { label: "Copies", unit: "", help: "How many copies follow." },
  "trail.delay": { label: "Later by", unit: "s", step: 0.01, help: "How long after each other the copies follow." },
  "trail.fade": {
    label: "Opacity of each",
    unit: "%",
    help: "How strong each copy is, compared with the one before it.",
  },
  "trail.colours": { label: "Colours", help: "Colours of the copies in turn; without any they look like the layer." },
  opacity: { label: "Opacity", unit: "%", help: "0 is invisible, 100 is solid.", also: "transparency, alpha, fade" },
  blur: { label: "Blur", unit: "u", help: "Makes the layer soft all over.", also: "gaussian, defocus" },
  blend: {
    label: "Blend mode",
    help: "How its colours mix with what is below: multiply darkens, screen lightens.",
    also: "multiply, screen, overlay, composite",
  },
  mattes: {
    label: "Masks",
    help: "Shows this layer only inside, outside, or on one side of another layer.",
    also: "mask, matte, clip, reveal, track matte",
  },
  links: {
    label: "Linked to other layers",
    help: "Lets a property follow a measure of other layers, by a formula or from one range to another.",
    also: "expression, driver, parent, follow",
  },
  motionBlur: { label: "Motion blur", help: "Blurs this layer along its movement, as a camera does.", also: "shutter" },
  showIf: {
    label: "Visible",
    help: "Shows the layer always, or only while a field is filled in or empty.",
    also: "condition, hide, optional",
  },
  clip: {
    label: "Clip to its box",
    help: "Hides whatever of the group lies outside its box.",
    also: "mask, crop, overflow",
  },
} as const satisfies Record<string, Fact | NumberFact>;

export const layerFacts: Readonly<Record<string, Fact | NumberFact>> = {
  ...placeFacts,
  ...textFacts,
  ...pictureFacts,
  ...styleFacts,
};
