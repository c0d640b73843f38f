"use client";
import { Segments } from "@/ui/parts/Segments";
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
  /** Whether there is any footage to lay it over; undefined where nobody may choose it. */
  footage?: boolean;
  onChange: (plate: Plate) => void;
}) {
  const offered = footage === undefined ? plates.filter(({ id }) => id !== "footage") : plates;
  const options = offered.map((own) => ({ ...own, disabled: own.id === "footage" && !footage }));
  return <Segments label="Preview background" value={plate} options={options} onChange={onChange} />;
}
