import type { Design } from "../document/design";
import { isWritten } from "../fields/field";
import type { Issue } from "../issue";
import { messageOf } from "../messages";
import type { CheckScope } from "./run";

export type Severity = "stop" | "warn" | "note";

/** Something found about a design, in one or several formats. Equal ids are the same finding. */
export interface Finding {
  readonly id: string;
  readonly severity: Severity;
  /** The design can't be shown at all with this: no reason lets it out. */
  readonly broken: boolean;
  readonly message: string;
  readonly layer: string | undefined;
  readonly formats: readonly string[];
}

const severities: Partial<Record<Issue["code"], Severity>> = {
  family_missing: "stop",
  text_cut: "stop",
  glyph_missing: "stop",
  contrast_low: "stop",
  outside_safe: "warn",
  in_keep_clear: "warn",
  media_small: "warn",
  clip_too_short: "warn",
  cue_late: "warn",
  leave_before_cue: "warn",
  contrast_finish: "warn",
  sample_left: "warn",
  read_short: "warn",
  loop_idle: "warn",
  loop_seam: "warn",
  flashes: "stop",
  sound_unknown: "stop",
};

/** How much a finding weighs; what is in no list breaks the picture, and stops. */
export const severityOf = (issue: Issue): Severity => severities[issue.code] ?? "stop";

/** Whether the design can't be shown at all with this. */
export const isBreaking = (issue: Issue): boolean => severities[issue.code] === undefined;

/** Findings that stop a release or an export and that nobody has given a reason for. */
export const openStops = (findings: readonly Finding[], accepted: readonly { readonly check: string }[]): Finding[] =>
  findings.filter(
    ({ id, severity, broken }) => severity === "stop" && (broken || !accepted.some(({ check }) => check === id)),
  );

/** Fields that must be filled in but start with their sample: it would go out without anybody having looked at it. */
const sampleIssues = (design: Design): Issue[] =>
  design.fields.flatMap((field): Issue[] =>
    isWritten(field) && field.required && field.default.trim() !== "" && field.default.trim() === field.sample.trim()
      ? [{ code: "sample_left", field: field.label }]
      : [],
  );

/** Findings of all formats, the same one in several formats once. */
export function findingsOf(
  design: Design,
  found: readonly { readonly format: string; readonly issues: readonly Issue[] }[],
  scope: CheckScope = "design",
): Finding[] {
  const nameOf = (id: string) => design.layers.find((layer) => layer.id === id)?.name ?? id;
  const byId = new Map<string, Finding & { formats: string[] }>();
  const samples = scope === "design" ? sampleIssues(design) : [];
  for (const { format, issues } of found) {
    for (const issue of [...issues, ...samples]) {
      const layer = "layer" in issue ? issue.layer : undefined;
      const part = "zone" in issue ? issue.zone : "field" in issue ? issue.field : "";
      const id = [issue.code, layer ?? "", part].join(":");
      const known = byId.get(id);
      if (known) {
        if (!known.formats.includes(format)) known.formats.push(format);
        continue;
      }
      const message = messageOf(issue, nameOf);
      byId.set(id, { id, severity: severityOf(issue), broken: isBreaking(issue), message, layer, formats: [format] });
    }
  }
  const rank = { stop: 0, warn: 1, note: 2 };
  return [...byId.values()].sort((a, b) => rank[a.severity] - rank[b.severity]);
}
