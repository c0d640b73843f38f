import { z } from "zod";
import { Fps } from "../document/fps";
import { Id, Name } from "../document/units";

/** What every output says of itself, whatever its kind. */
export const base = { id: Id, name: Name, fps: Fps };

/** All that is to be known of one kind of file, but how it is encoded: that is the render worker's. */
export interface OutputKindFacts<S extends z.ZodType = z.ZodType> {
  readonly schema: S;
  readonly ending: string;
  readonly mime: string;
  /** What is not drawn stays see-through. */
  readonly alpha: boolean;
  /** Carries the design's sound. */
  readonly sound: boolean;
  /** Browsers can play it. */
  readonly plays: boolean;
  /** For a list of files. */
  readonly label: string;
  /** The technical name, and what it is for. */
  readonly technical: string;
  /** Seconds to encode and prove a megapixel of a moving frame, as measured on two cores. */
  readonly megapixelS: number;
}

/** Facts with the kind of their schema kept. */
export const defineOutput = <S extends z.ZodType>(facts: OutputKindFacts<S>): OutputKindFacts<S> => facts;
