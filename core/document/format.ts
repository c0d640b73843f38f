import { z } from "zod";
import { Id, Name, Share } from "./units";

const evenSide = z.number().int().min(64).max(4096).multipleOf(2).describe("Pixels, even");

/** A rectangle where an app lays its own buttons, in shares of the format. */
export const KeepClear = z.strictObject({ name: Name, x: Share, y: Share, width: Share, height: Share });

export const Format = z
  .strictObject({
    id: Id,
    name: Name,
    width: evenSide,
    height: evenSide,
    actionSafe: Share.max(0.4).default(0.035).describe("Margin of the action-safe area, share of each side"),
    titleSafe: Share.max(0.4).default(0.05).describe("Margin of the title-safe area, share of each side"),
    keepClear: z.array(KeepClear).max(16).default([]),
  })
  .describe("A frame shape with its pixel size and safe areas");
export type Format = z.infer<typeof Format>;

/** Pixels in one u of this format. */
export const pxPerU = (format: Pick<Format, "width" | "height">): number => Math.min(format.width, format.height) / 100;

/** The four frame shapes every house style starts with. Margins after EBU R 95. */
export const standardFormats: readonly Format[] = [
  { id: "wide", name: "Wide", width: 1920, height: 1080 },
  { id: "square", name: "Square", width: 1080, height: 1080 },
  { id: "portrait", name: "Portrait", width: 1080, height: 1350 },
  { id: "tall", name: "Tall", width: 1080, height: 1920 },
].map((format) => Format.parse(format));
