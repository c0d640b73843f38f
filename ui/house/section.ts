import type { House } from "@/core/document/house";

/** What every part of the sheet works with. */
export interface SectionProps {
  readonly house: House;
  readonly edit: (recipe: (draft: House) => void) => void;
}
