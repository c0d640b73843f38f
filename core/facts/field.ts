import type { Fact } from "./fact";

/* What a designer sets of a field. */

export const fieldFacts = {
  label: { label: "Label", help: "What stands over the field, and as its column in a sheet." },
  help: { label: "Help", help: "A sentence under the field that says what belongs there.", also: "hint, description" },
  group: { label: "Group", help: "Fields with the same group stand together under its name.", also: "section" },
  required: {
    label: "Must be filled in",
    help: "Nothing can be exported while it is empty.",
    also: "required, mandatory",
  },
  drives: {
    label: "Fills",
    help: "The properties that this field sets; several layers may share one field.",
    also: "binding, connect",
  },
} as const satisfies Record<string, Fact>;
