import type { ReactNode } from "react";
import Form from "react-bootstrap/Form";
import type { Finding } from "@/core/checks/findings";
import { Notice } from "./Notice";

/** Letters that a reason has at least. */
export const leastReason = 3;

/** Why what is known to be wrong may go out all the same, by the finding's id. */
export type Reasons = Readonly<Record<string, string>>;

/** The findings that a reason was given for. */
export const acceptedOf = (findings: readonly Finding[], reasons: Reasons) =>
  findings
    .map(({ id }) => ({ check: id, reason: (reasons[id] ?? "").trim() }))
    .filter(({ reason }) => reason.length >= leastReason);

/** What was found, in which formats, what may be done about it, and, where it may go out all the same, a box for why. */
export function FindingLine(props: {
  finding: Finding;
  /** By id and name. */
  formats: readonly { id: string; name: string }[];
  reasons: Reasons;
  onReasons: (reasons: Reasons) => void;
  /** What the box says while it is empty. */
  ask: string;
  children?: ReactNode;
}) {
  const { finding, formats, reasons, onReasons, ask, children } = props;
  const { id, severity, message } = finding;
  const names = formats.filter((format) => finding.formats.includes(format.id)).map(({ name }) => name);
  return (
    <div className="finding border-bottom-dotted pt-4 px-0 pb-6">
      <Notice weight={severity}>
        {message} <small>{names.join(", ")}</small>
      </Notice>
      <span className="finding__ways d-flex gap-8">
        {children}
        {severity === "stop" && !finding.broken && (
          <Form.Control
            size="sm"
            aria-label={`Reason to allow it: ${message}`}
            placeholder={ask}
            maxLength={300}
            value={reasons[id] ?? ""}
            onChange={(event) => onReasons({ ...reasons, [id]: event.target.value })}
          />
        )}
      </span>
    </div>
  );
}
