import type { ReactNode } from "react";
import type { ControlProps } from "./define";

export interface Offered {
  readonly id: string;
  readonly label: string;
  readonly picture?: ReactNode;
}

/** Things to choose one from, each with what it looks like. */
export function Choices({
  id,
  kind,
  offered,
  chosen,
  onChoose,
}: {
  id: string;
  kind: string;
  offered: readonly Offered[];
  chosen: string | undefined;
  onChoose: ControlProps["onChange"];
}) {
  return (
    <div className={`choices d-flex flex-wrap gap-6 choices-${kind}`}>
      {offered.map((choice) => (
        <label
          key={choice.id}
          className="choice align-items-center bg-sheet border rounded d-inline-flex fs-13 gap-6"
          title={choice.label}
        >
          <input
            type="radio"
            name={id}
            value={choice.id}
            checked={chosen === choice.id}
            onChange={() => onChoose(choice.id)}
          />
          {choice.picture}
          <span>{choice.label}</span>
        </label>
      ))}
    </div>
  );
}
