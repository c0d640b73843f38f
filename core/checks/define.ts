import type { Design } from "../document/design";
import type { House } from "../document/house";
import type { Values } from "../document/values";
import type { FieldValue } from "../fields/value";
import type { Issue, IssueFacts, Issues } from "../issue";
import type { PaintHost } from "../paint/canvas";
import type { Scene, SceneRequest } from "../scene";

export type Severity = "stop" | "warn" | "note";

/** What is looked at: a design before it is published, or one filled-in row of a release that has been. */
export type CheckScope = "design" | "row";

/** One look at a filled-in design in one format. */
export interface Looked {
  readonly request: SceneRequest;
  readonly scene: Scene;
  readonly host: PaintHost;
  /** The same scene in a small format, to be painted often. */
  readonly small: () => Promise<Scene>;
  /** Loads pictures and frames of videos by their references, so that they can be painted. */
  readonly load: (refs: Iterable<string>) => Promise<unknown>;
  /** What several checks need is found once. */
  readonly once: <T>(what: string, find: () => T) => T;
}

/** A design as it is filled in where something is wrong. */
export interface Filled {
  readonly design: Design;
  readonly house: House;
  readonly values: Values;
}

/** What a filler may do about a finding: other values of some fields, or another length. */
export interface Fix {
  readonly label: string;
  readonly fields: Readonly<Record<string, FieldValue>>;
  readonly lengthS?: number | undefined;
}

/** One thing that may be wrong with a picture, and can be shown all the same. */
export interface Check<C extends keyof Issues = keyof Issues> {
  readonly code: C;
  readonly severity: Severity;
  /** A row takes how it moves from its design, where that was looked at. */
  readonly scopes: readonly CheckScope[];
  readonly find: (looked: Looked) => readonly Issue[] | Promise<readonly Issue[]>;
  /** What a filler may try about it, the best first; whether it helps is seen when it is looked at again. */
  readonly fixes?: (facts: IssueFacts<C>, filled: Filled) => readonly Fix[];
  /** One sentence for people: what is wrong and what to do. */
  readonly words: (facts: IssueFacts<C>, nameOf: (layerId: string) => string) => string;
}

export const both: readonly CheckScope[] = ["design", "row"];
export const ofDesign: readonly CheckScope[] = ["design"];

/** A check with the facts of its code kept. */
export const defineCheck = <C extends keyof Issues>(check: Check<C>): Check<C> => check;

/** What a stage has found on its way. */
export const foundBy =
  (code: keyof Issues) =>
  ({ scene }: Looked): Issue[] =>
    scene.issues.filter((issue) => issue.code === code);
