import { z } from "zod";
import type { SizedBy } from "./complexity";
import { Fps } from "../document/fps";
import { Id, Name } from "../document/units";

/** What every output says of itself, whatever its kind. */
export const base = {
  id: Id,
  name: Name,
  fps: Fps.optional().describe("Frames a second; the design's own unless given"),
  scale: z.number().min(0.1).max(1).optional().describe("Share of the format's size; the full size unless given"),
  pattern: z.string().min(1).max(200).optional().describe("Pattern of its file names; see file names"),
  taken: z
    .enum(["number", "skip", "replace"])
    .optional()
    .describe("A file of that name is there: the new one gets a number, is left out, or takes its place"),
};

/** A limit that a file of some kinds is fitted to. */
export const limitKb = z.number().int().min(10).max(2_000_000).optional().describe("Largest file in kB (1,000 bytes)");

/** How often what repeats by itself is shown. */
export const repeats = z.number().int().min(0).max(100).default(0).describe("Times it is shown; 0 without end");

/** What a person sees of a finished file without a program for it. */
export type Seen = "video" | "picture" | "page" | "words" | "sound" | "nothing";

/** What clips are for, in the order in which they are offered. */
export const purposes = ["edit", "post", "web", "still", "beside"] as const;
export type Purpose = (typeof purposes)[number];

/** All that is to be known of one kind of file, but how it is encoded: that is the render worker's. */
export interface OutputKindFacts<S extends z.ZodType = z.ZodType> {
  readonly schema: S;
  readonly ending: string;
  readonly mime: string;
  /** What is not drawn stays see-through. */
  readonly alpha: boolean;
  /** Carries the design's sound. */
  readonly sound: boolean;
  /** How a browser shows it. */
  readonly seen: Seen;
  readonly purpose: Purpose;
  /** What of its rate and size can be chosen. */
  readonly choices: { readonly rate: boolean; readonly scale: boolean };
  /** Plays one graphic only, never a whole running order. */
  readonly single?: true;
  /** For a list of files. */
  readonly label: string;
  /** The technical name, and what it is for. */
  readonly technical: string;
  /** Seconds to encode and prove a megapixel of a moving frame, as measured on two cores. */
  readonly megapixelS: number;
  /**
   * Bytes that a megapixel of a frame takes, a second, and every file beside that; and, where it is known how much there is
   * to a clip's picture, the share of its lossless size. As measured with the demo designs.
   */
  readonly weight: {
    readonly megapixel: number;
    readonly second?: number;
    readonly file?: number;
    readonly lossless?: { readonly by: SizedBy; readonly share: number };
  };
}

/** Facts with the kind of their schema kept. */
export const defineOutput = <S extends z.ZodType>(facts: OutputKindFacts<S>): OutputKindFacts<S> => facts;
