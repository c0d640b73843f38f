import { z } from "zod";
import { House } from "@/core/document/house";
import { Revision } from "./patch";

export const HouseView = z.object({ revision: Revision, document: House });
export type HouseView = z.infer<typeof HouseView>;

/** A design whose newest release was published with other house values than there are now. */
export const HouseDrift = z.object({
  /** Id of that release. */
  id: z.string(),
  designId: z.string(),
  name: z.string(),
  release: z.number(),
  clips: z.number(),
  values: z.array(z.string()),
});
export const HouseDrifts = z.object({ drifts: z.array(HouseDrift) });
export type HouseDrifts = z.infer<typeof HouseDrifts>;

/** Publishes these releases again, as they are, with the house style at this revision. */
export const RepublishRequest = z.strictObject({
  revision: Revision,
  releases: z
    .array(z.string().regex(/^[0-9a-f]{20}$/))
    .min(1)
    .max(500),
});

/** What became of each. */
export const Republished = z.array(
  z.discriminatedUnion("state", [
    z.object({ release: z.string(), name: z.string(), state: z.literal("published"), number: z.number() }),
    z.object({ release: z.string(), name: z.string(), state: z.literal("stopped"), message: z.string() }),
  ]),
);
export type Republished = z.infer<typeof Republished>;
