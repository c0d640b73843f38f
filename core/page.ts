import type { Design } from "./document/design";
import type { Fps } from "./document/fps";
import type { House } from "./document/house";
import type { Values } from "./document/values";
import type { Face } from "./type/catalogue";

/** What a page that plays one graphic by itself is told, beside the files it carries. */
export interface PagePayload {
  readonly design: Design;
  readonly values: Values;
  readonly house: House;
  readonly format: string;
  readonly fps: Fps;
  /** The faces that are in it. */
  readonly faces: readonly Face[];
  /** Plays again and again, this many times; 0 without end. */
  readonly repeats: number;
}

/** Ids of elements that hold what a page carries: its payload, and each file by what it is asked for. */
export const payloadId = "rubrick-graphic";
export const shaperId = "rubrick-shaper";
export const fileAttribute = "data-file";
