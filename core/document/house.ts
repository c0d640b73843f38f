import { z } from "zod";
import { Format, standardFormats } from "./format";
import { HousePicture, HouseVideo } from "./media";
import { TypeStyle } from "./text";
import { Id, Name } from "./units";
import { Mark } from "./vector";

const hex = z.string().regex(/^#[0-9a-f]{8}$/, "#rrggbbaa");

/** A named colour and the house colours that text may take on it, best first. */
export const HouseColour = z.strictObject({ role: Id, name: Name, hex, on: z.array(Id).max(16).default([]) });

/** A social handle of the brand: on which network, with which mark and colours. */
export const Account = z.strictObject({
  id: Id,
  network: Name,
  handle: Name,
  mark: Id,
  ground: Id.describe("House colour behind it"),
  ink: Id.describe("House colour of its text"),
});
export type Account = z.infer<typeof Account>;

export const House = z
  .strictObject({
    version: z.literal(1),
    name: Name,
    colours: z.array(HouseColour).min(1).max(64),
    types: z.array(z.strictObject({ id: Id, name: Name, style: TypeStyle })).max(64),
    marks: z.array(Mark).max(256),
    pictures: z.array(HousePicture).max(1000).default([]),
    videos: z.array(HouseVideo).max(1000).default([]),
    accounts: z.array(Account).max(64).default([]),
    formats: z
      .array(Format)
      .min(1)
      .max(32)
      .default([...standardFormats]),
  })
  .describe("House style");
export type House = z.infer<typeof House>;
