import type { Design } from "../document/design";
import type { House } from "../document/house";

/** What a beginning is built into. */
export interface Ground {
  /** A draft that it is added to, on top of what is there. */
  readonly design: Design;
  readonly house: House;
}

/** A graphic to begin with: ordinary layers in the house's colours and type, ready to be filled in. */
export interface Beginning {
  readonly name: string;
  readonly about: string;
  /** The motion that it comes with, of the sets. */
  readonly motion: string;
  /** Adds its layers; gives their ids in reading order. Moves and fields come afterwards, from what it is made of. */
  readonly build: (ground: Ground) => string[];
}
