import { findingsOf, type Finding } from "@/core/checks/findings";
import type { Design } from "@/core/document/design";
import type { ValueFault } from "@/core/document/values";
import type { Issue } from "@/core/issue";
import type { StageState } from "@/ui/stage/view";

/** A sentence about a field, with what it comes from. */
export interface FieldNote {
  readonly weight: "stop" | "warn" | "note";
  readonly text: string;
  readonly finding?: Finding;
  readonly fault?: ValueFault;
}

type Found = readonly { readonly format: string; readonly issues: readonly Issue[] }[];

/** What is found about what a stage shows: by layout at once, on the picture a moment later. */
export function findingsOnStage(design: Design, stage: StageState, found: Found = []): Finding[] {
  if (stage.kind === "fault") return findingsOf(design, [{ format: "", issues: [stage.issue] }]);
  if (stage.kind !== "ready") return [];
  return findingsOf(
    design,
    stage.formats.map(({ format, issues }) => {
      const checked = found.find((entry) => entry.format === format.id)?.issues ?? [];
      const later = checked.filter((issue) => !issues.some(({ code }) => code === issue.code));
      return { format: format.id, issues: [...issues, ...later] };
    }),
  );
}

/** What is to be said at each field: faults of its value, and what was found at the layers it drives. */
export function notesByField(
  faults: readonly ValueFault[],
  findings: readonly Finding[],
  formats: readonly { readonly id: string; readonly name: string }[],
  visited: ReadonlySet<string>,
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
      add(fault.field, { weight: "stop", text: fault.message, fault });
    }
  }
  for (const finding of findings) {
    const names = formats.filter(({ id }) => finding.formats.includes(id)).map(({ name }) => name);
    const where = names.length > 0 ? ` (${names.join(", ")})` : "";
    add(finding.field, { weight: finding.severity, text: finding.message + where, finding });
  }
  return { fields, others };
}
