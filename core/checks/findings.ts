import type { Design } from "../document/design";
import type { Issue } from "../issue";
import { messageOf } from "../messages";
import { checkOf } from "./codes";
import type { Severity } from "./define";

/** Something found about a design, in one or several formats. Equal ids are the same finding. */
export interface Finding {
  readonly id: string;
  readonly severity: Severity;
  /** The design can't be shown at all with this: no reason lets it out. */
  readonly broken: boolean;
  readonly message: string;
  readonly layer: string | undefined;
  /** The field that it is about, or “length”; undefined where no filler can do anything about it. */
  readonly field?: string | undefined;
  /** What was found, with its measures, where it was found first. */
  readonly facts: Issue;
  readonly formats: readonly string[];
}

/** How much a finding weighs; what no check looks for breaks the picture, and stops. */
export const severityOf = (issue: Issue): Severity => checkOf(issue.code)?.severity ?? "stop";

/** Whether the design can't be shown at all with this. */
export const isBreaking = (issue: Issue): boolean => checkOf(issue.code) === undefined;

/** Findings that stop a release or an export and that nobody has given a reason for. */
export const openStops = (findings: readonly Finding[], accepted: readonly { readonly check: string }[]): Finding[] =>
  findings.filter(
    ({ id, severity, broken }) => severity === "stop" && (broken || !accepted.some(({ check }) => check === id)),
  );

/** The field that something found is about: what fills the layer, or the clip’s length. */
export function fieldOf(design: Design, issue: Issue): string | undefined {
  if (issue.code === "clip_too_short") return "length";
  const layer = "layer" in issue ? issue.layer : undefined;
  return design.fields.find(({ drives }) => drives.some((drive) => drive.layer === layer))?.id;
}

/** Findings of all formats, the same one in several formats once. */
export function findingsOf(
  design: Design,
  found: readonly { readonly format: string; readonly issues: readonly Issue[] }[],
): Finding[] {
  const nameOf = (id: string) => design.layers.find((layer) => layer.id === id)?.name ?? id;
  const byId = new Map<string, Finding & { formats: string[] }>();
  for (const { format, issues } of found) {
    for (const issue of issues) {
      const layer = "layer" in issue ? issue.layer : undefined;
      const part = "zone" in issue ? issue.zone : "field" in issue ? issue.field : "";
      const id = [issue.code, layer ?? "", part].join(":");
      const known = byId.get(id);
      if (known) {
        if (!known.formats.includes(format)) known.formats.push(format);
        continue;
      }
      const message = messageOf(issue, nameOf);
      const weight = { severity: severityOf(issue), broken: isBreaking(issue) };
      byId.set(id, { id, ...weight, message, layer, field: fieldOf(design, issue), facts: issue, formats: [format] });
    }
  }
  const rank = { stop: 0, warn: 1, note: 2 };
  return [...byId.values()].sort((a, b) => rank[a.severity] - rank[b.severity]);
}
