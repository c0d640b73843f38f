import type { Severity } from "../checks/define";
import type { Finding } from "../checks/findings";
import type { Design } from "../document/design";
import type { ValueFault } from "../document/values";
import { rowFaults, type Cells } from "./row";

/** Something about a row that is to be looked at: a value that is wrong, or what the checks have found. */
export interface Problem {
  /** The same for the same thing in another row. */
  readonly id: string;
  readonly severity: Severity;
  readonly message: string;
  readonly field: string | undefined;
  readonly fault?: ValueFault;
  readonly finding?: Finding;
}

const rank: Readonly<Record<Severity, number>> = { stop: 0, warn: 1, note: 2 };

interface Looked {
  readonly cells: Cells;
  /** Null while nobody has looked. */
  readonly found: readonly Finding[] | null;
  readonly accepted: readonly { readonly check: string }[];
}

/** All that is to be looked at in a row, the worst first; what may go out all the same is none of it. */
export function problemsOf(design: Design, { cells, found, accepted }: Looked): Problem[] {
  const faults = rowFaults(design, cells).map((fault): Problem => ({
    id: `value:${fault.field}:${fault.code}`,
    severity: "stop",
    message: fault.message,
    field: fault.field,
    fault,
  }));
  const may = new Set(accepted.map(({ check }) => check));
  const findings = (found ?? [])
    .filter(({ id, severity }) => severity !== "note" && !may.has(id))
    .map((finding): Problem => ({
      id: finding.id,
      severity: finding.severity,
      message: finding.message,
      field: finding.field === "length" ? "@length" : finding.field,
      finding,
    }));
  return [...faults, ...findings].sort((a, b) => rank[a.severity] - rank[b.severity]);
}

/** A problem with the rows that have it. */
export interface Shared {
  readonly problem: Problem;
  readonly rows: readonly string[];
}

/** The problems of many rows, each once, those that stop first and of those the ones that most rows have. */
export function sharedProblems(
  rows: readonly { readonly id: string; readonly problems: readonly Problem[] }[],
): Shared[] {
  const byId = new Map<string, { problem: Problem; rows: string[] }>();
  for (const { id, problems } of rows) {
    for (const problem of problems) {
      const known = byId.get(problem.id);
      if (known) known.rows.push(id);
      else byId.set(problem.id, { problem, rows: [id] });
    }
  }
  return [...byId.values()].sort(
    (a, b) => rank[a.problem.severity] - rank[b.problem.severity] || b.rows.length - a.rows.length,
  );
}
