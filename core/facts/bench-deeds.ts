import type { Fact } from "./fact";

/* What can be pressed and typed on the bench outside the inspector. */

/** On the stage, in the timeline and in the lines below the bar. */
export const stageDeeds = {
  dismiss: {
    label: "Dismiss",
    help: "Closes this message. Nothing is changed.",
  },
  undoFault: {
    label: "Undo the last change",
    help: "Takes the last change back and opens the bench again.",
  },
  continueFault: {
    label: "Continue as it is",
    help: "Opens the bench again with the design as it is now.",
  },
  showPublishing: {
    label: "Show",
    help: "Opens the publishing dialog with its progress.",
  },
  closePublishing: {
    label: "Close",
    help: "Hides this line. Publishing goes on.",
  },
  applyUnsent: {
    label: "Apply",
    help: "Puts the changes that were kept in this browser onto the design.",
  },
  discardUnsent: {
    label: "Discard",
    help: "Deletes the changes that were kept in this browser. The design stays as it is.",
  },
  backToSamples: {
    label: "Back to samples",
    help: "Shows the samples of the fields again instead of test values.",
  },
  cancelPicking: {
    label: "Cancel",
    help: "Nothing is picked; the layer stays as it is.",
  },
  showLarge: {
    label: "Show large",
    help: "Shows this format large, to work in it.",
  },
  applyFix: {
    label: "Fix",
    help: "Changes the design as this says.",
  },
  undoChange: {
    label: "Undo the last change",
    help: "Takes back what was changed last.",
  },
  selectLayer: {
    label: "Select the layer",
    help: "Opens the layer that this is about.",
  },
  textInPlace: {
    label: "Text",
    help: "Types on the picture. Escape ends it.",
  },
  wholeFrame: {
    label: "Whole frame",
    help: "Shows the whole frame, or only what the graphic draws.",
  },
  closeFilmStrip: {
    label: "Close the film strip",
    help: "Hides the pictures of the whole clip.",
  },
  selectDesign: {
    label: "Design",
    help: "Selects no layer: the inspector shows the whole design.",
  },
  selectThis: {
    label: "Select this layer",
    help: "Shows it in the inspector. With Ctrl or Shift, several; a double click renames it.",
  },
} as const satisfies Record<string, Fact>;

/** In the dialogs of the bench. */
export const dialogDeeds = {
  removeUnused: {
    label: "Remove",
    help: "Removes the fields that fill nothing in this design.",
  },
  suggestFields: {
    label: "Suggest fields",
    help: "Makes fields of the texts, pictures and colours that people usually want to change.",
    also: "expose, parameters",
  },
  openField: {
    label: "Open a field",
    help: "Shows the settings of this field.",
  },
  fieldUp: {
    label: "Move up",
    help: "The field stands earlier in the form.",
  },
  fieldDown: {
    label: "Move down",
    help: "The field stands later in the form.",
  },
  removeField: {
    label: "Remove a field",
    help: "The layer keeps what it shows; nobody can fill it in any more.",
  },
  panelForAll: {
    label: "One panel for all",
    help: "One background that fits around all selected texts.",
    also: "box, plate, background",
  },
  lineBackgrounds: {
    label: "Line backgrounds",
    help: "A background behind every line of the text, as wide as the line.",
    also: "box, highlight, plate",
  },
  barBehind: {
    label: "Bar from behind it",
    help: "A bar that grows out from behind the selected layer.",
  },
  startFrom: {
    label: "Add a starter",
    help: "Adds all layers of this starter to the design.",
    also: "template, preset",
  },
  moveSheets: {
    label: "Update the sheets",
    help: "The sheets use the new release from now on. Their values stay.",
  },
  versionName: {
    label: "Name of the version",
    help: "What you and your colleagues will know this version by.",
  },
  saveVersion: {
    label: "Save",
    help: "Saves the design as it is now under this name.",
    also: "version, snapshot",
  },
  restoreVersion: {
    label: "Restore",
    help: "The design becomes as it was then. Undo restores the present one.",
    also: "revert, history",
  },
} as const satisfies Record<string, Fact>;
