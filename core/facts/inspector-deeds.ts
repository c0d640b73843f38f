import type { Fact } from "./fact";

/* What can be pressed in the inspector, beside the properties that it shows. */

/** In the pages of a layer and of the design. */
export const inspectorDeeds = {
  asWideAs: {
    label: "As wide as others",
    help: "Takes the widest of these layers, so that they are equally wide.",
    also: "match width",
  },
  roleColour: {
    label: "A colour of the house",
    help: "The layer follows this role of the house style, also when its colour changes there.",
    also: "brand colour, palette",
  },
  followColour: {
    label: "Follow another colour",
    help: "Takes the colour of another layer, or one that suits it, also when that changes.",
  },
  pickColour: {
    label: "Pick a colour",
    help: "Chooses a colour of its own, beside those of the house.",
  },
  hexColour: {
    label: "Colour as #rrggbb or #rrggbbaa",
    help: "Types a colour; the last two digits are its opacity.",
    also: "hex",
  },
  colourOpacity: {
    label: "Opacity",
    help: "How solid the colour is.",
    also: "alpha, transparency",
  },
  designAbout: {
    label: "What it is for",
    help: "Stands below the name on the shelf.",
  },
  designNotes: {
    label: "Notes for people who fill in",
    help: "Stands above the form.",
    also: "instructions",
  },
  designFormat: {
    label: "Formats",
    help: "The frame shapes that this design is made for.",
    also: "aspect ratio, square, portrait, vertical",
  },
  designOutput: {
    label: "Kinds of file",
    help: "What this design may be exported as.",
  },
  takeLength: {
    label: "Use this length",
    help: "Sets the length of the design as the line before it says.",
  },
  exposeField: {
    label: "Expose as field",
    help: "Lets people fill this in, by a new field or one that is there.",
    also: "expose, parameter, placeholder",
  },
  newField: {
    label: "New field",
    help: "Makes a field for this property.",
  },
  shareField: {
    label: "Share a field",
    help: "One field fills this property as well.",
  },
  disconnectField: {
    label: "Not a field",
    help: "Disconnects the property: it stays as designed.",
  },
  addFinish: {
    label: "Add a finish",
    help: "Lays this over the whole picture.",
    also: "grain, scan lines, glitch, effect",
  },
  linkByFormula: {
    label: "By formula",
    help: "Calculates a property from measures of other layers and of the format.",
    also: "expression, parenting",
  },
  linkByRange: {
    label: "Map a range to a range",
    help: "As a measure goes through one range, a property goes through another.",
    also: "expression, remap",
  },
  addMeasure: {
    label: "Add a measure",
    help: "Adds a measure for the formula, with a letter as its name.",
  },
  copyStyle: {
    label: "Copy style",
    help: "Copies fill, stroke, effects and blend of this layer.",
  },
  pasteStyle: {
    label: "Paste style",
    help: "Gives the copied style to all selected layers.",
  },
  nearestColour: {
    label: "Use the house’s colour",
    help: "Replaces the colour by this one of the house style.",
  },
  maskWith: {
    label: "Mask with …",
    help: "Shows the layer only inside, or only outside, another layer.",
    also: "mask, matte, clip",
  },
  mirrorArrive: {
    label: "Mirror arrive again",
    help: "The layer leaves as it arrived, backwards.",
    also: "reverse",
  },
  onlyHere: {
    label: "Change this format only",
    help: "What you change next holds for the large format only; the others stay.",
    also: "override",
  },
  layerName: {
    label: "Name of the layer",
    help: "What it is called in the timeline and in findings.",
  },
  splitPieces: {
    label: "Split into its pieces",
    help: "Makes a layer of each piece of the mark, at the same place.",
    also: "ungroup, layers",
  },
  toShapes: {
    label: "Convert to shapes",
    help: "Makes shape layers of the outlines of the mark.",
    also: "vector, trace",
  },
  styleWords: {
    label: "Style part of the text",
    help: "Gives some words their own weight, colour or size.",
    also: "rich text, bold, highlight",
  },
  addTrailColour: {
    label: "Add a colour",
    help: "Adds a colour for the copies. They take the colours in turn.",
    also: "echo, trail",
  },
  panelBehind: {
    label: "Background panel",
    help: "A panel behind the text that fits around it.",
    also: "box, plate, lower third",
  },
} as const satisfies Record<string, Fact>;

/** About moves, keyframes and timers. */
export const motionDeeds = {
  easing: {
    label: "Easing",
    help: "How speed changes during the move: open the curve to choose or draw one.",
    also: "ease in, ease out, curve, bezier, spring",
  },
  namedEasing: {
    label: "A named curve",
    help: "Uses this curve. It can be drawn further afterwards.",
    also: "ease in, ease out",
  },
  addKeyframe: {
    label: "Add keyframe here",
    help: "Sets this property at the playhead.",
    also: "keyframe, animate",
  },
  holdKeyframe: {
    label: "Hold",
    help: "Keeps this value until the next keyframe, then jumps.",
    also: "step, hold keyframe",
  },
  removeKeyframe: {
    label: "Remove keyframe",
    help: "The keyframes before and after stay.",
  },
  addTimer: {
    label: "Timer",
    help: "Makes this text show the time.",
    also: "countdown, count up, clock",
  },
  byWidth: {
    label: "By its width",
    help: "The layer grows in width as time passes.",
    also: "progress bar",
  },
  byLine: {
    label: "Along its line",
    help: "The stroke is drawn as time passes.",
    also: "progress ring, trim",
  },
  byAngle: {
    label: "By its angle",
    help: "The sector opens as time passes.",
    also: "progress ring, pie, dial",
  },
  timePattern: {
    label: "Pattern of the time",
    help: "How the time is written, such as m:ss or ss.",
  },
  useMotion: {
    label: "Use this motion",
    help: "Gives all layers this motion. Point at it to see it first.",
    also: "animation preset",
  },
  saveMotion: {
    label: "Save this design’s motion …",
    help: "Saves the moves of all layers under a name, for other designs.",
    also: "animation preset",
  },
  movesOfPhase: {
    label: "Arrive, stay, leave",
    help: "Shows the moves for this part of the clip.",
    also: "in, hold, out",
  },
  useMove: {
    label: "Use this move",
    help: "Gives the selected layers this move. Point at it to see it first.",
    also: "animation, transition, effect",
  },
  useSavedMove: {
    label: "Use this saved move",
    help: "Gives the selected layers this saved move. Point at it to see it first.",
    also: "animation preset",
  },
  saveMove: {
    label: "Save",
    help: "Saves these moves under this name, for all designs.",
    also: "animation preset",
  },
  updateMove: {
    label: "Update everywhere",
    help: "The saved move becomes as it is here, in every design that uses it.",
  },
  detachMove: {
    label: "Detach from the saved move",
    help: "The layer keeps its moves and no longer follows the saved one.",
    also: "unlink",
  },
} as const satisfies Record<string, Fact>;

/** About sound and cues. */
export const soundDeeds = {
  removeCue: {
    label: "Remove a cue",
    help: "Moves that started on it start with their part of the clip; words move up to the next cue.",
  },
  newCue: {
    label: "New cue at the playhead",
    help: "Marks this instant, so that layers can start at it.",
    also: "marker",
  },
  cueSensitivity: {
    label: "Sensitivity",
    help: "More to the right finds softer beats too.",
  },
  keepCues: {
    label: "Add the found cues",
    help: "Makes a cue of each beat that was found. Cues that were found earlier are replaced.",
    also: "beat, marker",
  },
  readCaptions: {
    label: "Read captions",
    help: "Makes a cue of the start of each caption in a WebVTT or SRT file.",
    also: "subtitles, vtt, srt",
  },
  designSound: {
    label: "Sound of the design",
    help: "Plays with the clip. Choose one of the house’s sounds.",
    also: "audio, music, sting",
  },
  uploadSound: {
    label: "Upload a sound",
    help: "WAV, MP3 or M4A. It is kept with the house’s sounds.",
    also: "audio, import",
  },
  spokenText: {
    label: "Text that is spoken",
    help: "The text layer whose words appear as they are spoken.",
  },
  spokenSentence: {
    label: "The sentence",
    help: "The words that are spoken, in their order.",
  },
  wordsOnCues: {
    label: "Put its words on the cues",
    help: "The first word on the first cue, the second on the next, and so on.",
  },
  resetWords: {
    label: "Reset the cues of all words",
    help: "Each word stands on its own cue in turn again.",
  },
  wordCue: {
    label: "Cue of this word",
    help: "When this word appears.",
  },
  playSound: {
    label: "Play with the picture",
    help: "Plays sound and picture from the playhead.",
  },
} as const satisfies Record<string, Fact>;
