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
  /** Whether there is any footage to lay it over. */
  footage: boolean;
  onChange: (plate: Plate) => void;
}) {
  const options = plates.map((own) => ({ ...own, disabled: own.id === "footage" && !footage }));
  return <Segments label="Ground to judge against" value={plate} options={options} onChange={onChange} />;
}
