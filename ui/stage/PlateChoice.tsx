"use client";
import type { Plate } from "./FormatStage";

const plates: readonly { id: Plate; label: string }[] = [
  { id: "dark", label: "Dark" },
  { id: "light", label: "Light" },
  { id: "checker", label: "Checker" },
  { id: "footage", label: "Footage" },
];

/** What the graphic is judged against. */
export function PlateChoice({
  plate,
  footage,
  onChange,
}: {
  plate: Plate;
  /** Whether there is any footage to lay it over. */
  footage: boolean;
  onChange: (plate: Plate) => void;
}) {
  return (
    <div className="segments" role="radiogroup" aria-label="Ground to judge against">
      {plates.map(({ id, label }) => (
        <button
          key={id}
          type="button"
          role="radio"
          aria-checked={plate === id}
          disabled={id === "footage" && !footage}
          onClick={() => onChange(id)}
        >
          {label}
        </button>
      ))}
    </div>
  );
}
