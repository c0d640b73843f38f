import { z } from "zod";
import { BoxRef } from "./place";
import { Seconds } from "./units";

export const linkReads = ["width", "height", "x", "y", "turn", "opacity", "scale", "shift-x", "shift-y"] as const;

/** A number that a link reads, under a name of its own. */
export const LinkSource = z
  .strictObject({
    name: z.string().regex(/^[a-z][a-zA-Z0-9]{0,23}$/, "a lower-case letter, then letters and figures"),
    of: BoxRef,
    read: z.enum(linkReads).describe("Sides and places in u, turns in degrees; shift, scale and turn follow moves"),
  })
  .describe("Source of a link");
export type LinkSource = z.infer<typeof LinkSource>;

export const linkProperties = ["width", "height", "dx", "dy", "turn", "opacity", "scale", "size"] as const;
export type LinkProperty = (typeof linkProperties)[number];

const base = {
  property: z.enum(linkProperties).describe("What it sets; `size` is the size of a text in u"),
  delay: Seconds.max(10).default(0).describe("Seconds it lags behind what moves"),
};

export const Link = z
  .discriminatedUnion("kind", [
    z
      .strictObject({
        kind: z.literal("sum"),
        ...base,
        sources: z.array(LinkSource).min(1).max(8),
        sum: z.string().min(1).max(200).describe("Arithmetic over the sources' names: + − * / ( ) min max abs round"),
      })
      .describe("Arithmetic over named sources"),
    z
      .strictObject({
        kind: z.literal("range"),
        ...base,
        source: LinkSource.omit({ name: true }),
        from: z.tuple([z.number(), z.number()]),
        to: z.tuple([z.number(), z.number()]),
        clamp: z.boolean().default(true),
      })
      .describe("One range mapped to another"),
  ])
  .describe("A property that follows others");
export type Link = z.infer<typeof Link>;
