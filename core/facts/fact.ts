import type { Unit } from "../document/units";

/** What something that can be set is called, and what it does. */
export interface Fact {
  readonly label: string;
  /** What stands before it where that is less, as under its heading. */
  readonly short?: string;
  /** A sentence or two: what it does, and what to do with it. */
  readonly help: string;
  /** Other words of the trade by which it is looked for. */
  readonly also?: string;
}

/** A number that can be set; its limits are those of the schema. */
export interface NumberFact extends Fact {
  readonly unit: Unit;
  /** Of the arrows of its box, where that is not the unit's own. */
  readonly step?: number;
}

export type Facts = Readonly<Record<string, Fact>>;

export const isNumberFact = (fact: Fact | undefined): fact is NumberFact => fact !== undefined && "unit" in fact;
