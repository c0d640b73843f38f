import { z } from "zod";
import { Format, standardFormats } from "./format";
import { HousePicture, HouseVideo } from "./media";
import { TypeStyle } from "./text";
import { refTo } from "./references";
import { Id, Licence, Name } from "./units";
import { Mark } from "./vector";

const hex = z.string().regex(/^#[0-9a-f]{8}$/, "#rrggbbaa");

/** A named colour and the house colours that text may take on it, best first. */
export const HouseColour = z.strictObject({
  role: Id,
  name: Name,
  hex,
  on: z.array(refTo("colour")).max(16).default([]),
});

/** A social handle of the brand: on which network, with which mark and colours. */
export const Account = z.strictObject({
  id: Id,
  network: Name,
  handle: Name,
  mark: refTo("mark"),
  ground: refTo("colour").describe("House colour behind it"),
  ink: refTo("colour").describe("House colour of its text"),
});
export type Account = z.infer<typeof Account>;

const hash = z.string().regex(/^[0-9a-f]{64}$/, "SHA-256");

/** One uploaded font file; a variable one stands for all weights of its range. */
export const HouseFont = z.strictObject({
  id: Id,
  family: Name.describe("Name of the family"),
  weight: z.number().int().min(1).max(1000),
  italic: z.boolean().default(false),
  weights: z.tuple([z.number(), z.number()]).optional().describe("Lightest and boldest weight of a variable font"),
  hash,
  licence: Licence,
});
export type HouseFont = z.infer<typeof HouseFont>;

export const HouseSound = z.strictObject({
  id: Id,
  name: Name,
  hash,
  durationS: z.number().min(0).max(3600),
  licence: Licence,
});
export type HouseSound = z.infer<typeof HouseSound>;

export const House = z
  .strictObject({
    version: z.literal(1),
    name: Name,
    colours: z.array(HouseColour).min(1).max(64),
    types: z.array(z.strictObject({ id: Id, name: Name, style: TypeStyle })).max(64),
    marks: z.array(Mark).max(256),
    fonts: z.array(HouseFont).max(200).default([]),
    sounds: z.array(HouseSound).max(500).default([]),
    pictures: z.array(HousePicture).max(1000).default([]),
    videos: z.array(HouseVideo).max(1000).default([]),
    accounts: z.array(Account).max(64).default([]),
    spacing: z
      .strictObject({
        across: z.number().min(0).max(4).default(0.62),
        down: z.number().min(0).max(4).default(0.46),
      })
      .default({ across: 0.62, down: 0.46 })
      .describe("Air around words on a panel, in shares of the letters’ size"),
    formats: z
      .array(Format)
      .min(1)
      .max(32)
      .default([...standardFormats]),
  })
  .describe("House style");
export type House = z.infer<typeof House>;
