import type { Finding } from "@/core/checks/findings";
import type { ClipResult } from "@/render/clip";
import type { Flags } from "./arguments";
import type { Wanted } from "./rows";

/* What a run says while it goes on: lines for people, or one JSON object a line with --json. */

export function refuse(flags: Flags, told: { row: number; format?: string; message: string }): void {
  const { row, format, message } = told;
  if (flags.json) console.log(JSON.stringify({ ...told, made: false }));
  else console.error(`row ${row}${format === undefined ? "" : `, ${format}`}: not made. ${message}`);
}

export function tell(
  flags: Flags,
  { row, format }: Pick<Wanted, "row" | "format">,
  finding: Finding,
  open: boolean,
): void {
  const { id, severity, message } = finding;
  if (flags.json) console.log(JSON.stringify({ row, format, finding: id, severity, message, made: !open }));
  else console.error(`row ${row}, ${format}: ${open ? "not made" : severity}. ${message} (${id})`);
}

type Report = { row: number; format: string; output: string; file: string; bytes: number } & ClipResult;

export function report(flags: Flags, made: Report): void {
  if (flags.json) {
    console.log(JSON.stringify({ ...made, made: true }));
    return;
  }
  const { file, frames, painted, paintS, encodeS, wallS, bytes, proof } = made;
  const seconds = `paint ${paintS.toFixed(2)} s, encode ${encodeS.toFixed(2)} s, wall ${wallS.toFixed(2)} s`;
  console.log(`${file}\n  ${frames} frames, ${painted} painted; ${seconds}; ${bytes} bytes`);
  console.log(proof.passed ? "  proved" : `  NOT as asked: ${proof.faults.join("; ")}`);
  for (const note of proof.notes) console.log(`  note: ${note}`);
}

/** A file that is there already, made from just this. */
export function skip(flags: Flags, { row, format }: Pick<Wanted, "row" | "format">, file: string): void {
  if (flags.json) console.log(JSON.stringify({ row, format, file, made: false, current: true }));
  else console.log(`${file}\n  current, left as it is`);
}

/** How far a file is; only for programs that read along. */
export function tellProgress(
  flags: Flags,
  { row, format }: Pick<Wanted, "row" | "format">,
  told: { readonly output: string; readonly done: number; readonly total: number },
): void {
  if (flags.json) console.log(JSON.stringify({ row, format, ...told }));
}
