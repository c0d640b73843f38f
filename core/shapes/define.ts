import { z } from "zod";
import { Fill, Stroke } from "../document/colour";
import { layerBase } from "../document/layer-base";
import { Liquid } from "../document/look";
import type { Facts, NumberFact } from "../facts/fact";
import type { Path } from "../geometry/path";

/** The layer of a shape, with the properties that only this kind has; it fills its layer's box. */
export const shapeLayer = <K extends string, P extends z.ZodRawShape>(kind: K, about: string, properties: P) =>
  z
    .strictObject({
      kind: z.literal(kind),
      ...layerBase,
      ...properties,
      fill: Fill.optional(),
      stroke: Stroke.optional(),
      liquid: Liquid.optional(),
    })
    .describe(about);

/** The box that an outline fills, in u from its top left; mirrored left for right where the design is turned round. */
export interface ShapeBox {
  readonly width: number;
  readonly height: number;
  readonly mirrored: boolean;
}

/**
 * One kind of shape: what it is in a document, and how its outline follows from its box and its own properties; colours
 * are none of its business.
 */
export interface ShapeFacts<S extends z.ZodType = z.ZodType, P = never> {
  readonly schema: S;
  /** Throws with the reason where what it is drawn from can't be read. */
  readonly outline: (shape: P, box: ShapeBox) => Path;
  /** What a stroke follows where that is not the outline from its own start. */
  readonly along?: (shape: P, box: ShapeBox) => Path | undefined;
  /** Its own numbers, by their paths. */
  readonly numbers?: Readonly<Record<string, NumberFact>>;
  /** What else only this kind has, by its paths. */
  readonly properties?: Facts;
  /** What it is called, what it is for, and the name of a new one. */
  readonly label: string;
  readonly about: string;
  /** What a new one begins with, beside its place; in the house's first colour unless it has a stroke. */
  readonly fresh: { readonly width: number; readonly height: number; readonly drawn?: number } & Record<
    string,
    unknown
  >;
}

/** Facts with the type of their schema kept. */
export const defineShape = <S extends z.ZodType>(facts: ShapeFacts<S, z.infer<S>>): ShapeFacts<S, z.infer<S>> => facts;
