import { severityOf } from "@/core/checks/findings";
import type { Design } from "@/core/document/design";
import type { ValueFault } from "@/core/document/values";
import type { Issue } from "@/core/issue";
import { messageOf } from "@/core/messages";
import type { StageState } from "@/ui/stage/player";
import type { FieldNote } from "./FieldControl";

/** What is to be said at each field: faults of its value, and what layout found at the layers it drives. */
export function notesByField(
  design: Design,
  faults: readonly ValueFault[],
  stage: StageState,
  visited: ReadonlySet<string>,
  found: readonly { readonly format: string; readonly issues: readonly Issue[] }[] = [],
): { fields: ReadonlyMap<string, FieldNote[]>; others: FieldNote[] } {
  const fields = new Map<string, FieldNote[]>();
  const others: FieldNote[] = [];
  const add = (field: string | undefined, note: FieldNote) => {
    const list = field === undefined ? others : (fields.get(field) ?? fields.set(field, []).get(field)!);
    if (!list.some((other) => other.text === note.text)) list.push(note);
  };
  for (const fault of faults) {
    // Nobody is told off for a field they have not reached yet.
    if (visited.has(fault.field) || !["required", "short", "sample"].includes(fault.code)) {
      add(fault.field, { weight: "stop", text: fault.message });
    }
  }
  const issues: [Issue, string | undefined][] =
    stage.kind === "ready"
      ? stage.formats.flatMap(({ format, issues }) => {
          const checked = found.find((entry) => entry.format === format.id)?.issues ?? [];
          // What layout finds is there at once; what is found on the picture comes a moment later.
          const later = checked.filter((issue) => !issues.some(({ code }) => code === issue.code));
          return [...issues, ...later].map((issue): [Issue, string] => [issue, format.name]);
        })
      : stage.kind === "fault"
        ? [[stage.issue, undefined]]
        : [];
  const nameOf = (id: string) => design.layers.find((layer) => layer.id === id)?.name ?? id;
  const byText = new Map<string, { issue: Issue; formats: string[] }>();
  for (const [issue, format] of issues) {
    const text = messageOf(issue, nameOf);
    const entry = byText.get(text) ?? byText.set(text, { issue, formats: [] }).get(text)!;
    if (format) entry.formats.push(format);
  }
  for (const [text, { issue, formats }] of byText) {
    const layer = "layer" in issue ? issue.layer : undefined;
    const field =
      issue.code === "clip_too_short"
        ? "length"
        : design.fields.find((f) => f.drives.some((d) => d.layer === layer))?.id;
    const where = formats.length > 0 ? ` (${formats.join(", ")})` : "";
    add(field, { weight: severityOf(issue), text: text + where });
  }
  return { fields, others };
}
