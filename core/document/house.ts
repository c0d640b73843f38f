import { z } from "zod";
import { Format, standardFormats } from "./format";
import { TypeStyle } from "./text";
import { Id, Name } from "./units";
import { Mark } from "./vector";

const hex = z.string().regex(/^#[0-9a-f]{8}$/, "#rrggbbaa");

/** A named colour and the house colours that text may take on it, best first. */
export const HouseColour = z.strictObject({ role: Id, name: Name, hex, on: z.array(Id).max(16).default([]) });

export const House = z
  .strictObject({
    version: z.literal(1),
    name: Name,
    colours: z.array(HouseColour).min(1).max(64),
    types: z.array(z.strictObject({ id: Id, name: Name, style: TypeStyle })).max(64),
    marks: z.array(Mark).max(256),
    formats: z
      .array(Format)
      .min(1)
      .max(32)
      .default([...standardFormats]),
  })
  .describe("House style");
export type House = z.infer<typeof House>;
