import type { House } from "@/core/document/house";
import type { HousePart } from "@/core/edit/house-remove";

/** What every part of the sheet works with. */
export interface SectionProps {
  readonly house: House;
  readonly edit: (recipe: (draft: House) => void) => void;
  /** Whether all changes are stored, once they are. */
  readonly settled: () => Promise<boolean>;
  /** Asks before something goes that designs may use. */
  readonly remove: (part: HousePart, name: string) => void;
}
