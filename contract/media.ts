import { z } from "zod";
import { HouseFont, HouseSound } from "@/core/document/house";
import { HousePicture, HouseVideo } from "@/core/document/media";
import { Vector } from "@/core/document/vector";
import { Underway } from "./jobs";

/** Larger files are not taken. */
export const mostUploadBytes = 200 * 1024 * 1024;

const unnamed = { id: true, name: true, licence: true } as const;

/** What an uploaded file turned out to be, ready to be entered in the house style under a name. */
export const Uploaded = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("picture"), name: z.string(), picture: HousePicture.omit(unnamed) }),
  z.object({
    kind: z.literal("mark"),
    name: z.string(),
    drawing: Vector,
    note: z.string().optional().describe("What looks different from the file"),
  }),
  z.object({
    kind: z.literal("video"),
    name: z.string(),
    video: HouseVideo.omit(unnamed),
    note: z.string().optional().describe("What is no longer as in the file"),
  }),
  z.object({ kind: z.literal("sound"), name: z.string(), sound: HouseSound.omit(unnamed) }),
  z.object({
    kind: z.literal("footage"),
    name: z.string(),
    footage: z.object({ hash: z.string(), durationS: z.number() }),
  }),
  z.object({ kind: z.literal("font"), name: z.string(), font: HouseFont.omit({ id: true, licence: true }) }),
]);
export type Uploaded = z.infer<typeof Uploaded>;

/** What it turned out to be, or the job that is looking at it, whose result that is. */
export const UploadAnswer = z.union([Underway, Uploaded]);
export type UploadAnswer = z.infer<typeof UploadAnswer>;

export const UploadQuery = z.strictObject({
  name: z.string().trim().min(1).max(200),
  /** A film to lie under a clip is kept as it is; one for a slot is taken apart into frames. */
  as: z.enum(["slot", "footage"]).default("slot"),
});

/** So many small frames at once, as a pack; without it one frame as it is. */
export const SmallFrames = z.strictObject({ small: z.coerce.number().int().min(1).max(32).optional() });
