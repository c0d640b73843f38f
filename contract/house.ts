import { z } from "zod";
import { House } from "@/core/document/house";
import { Revision } from "./patch";

export const HouseView = z.object({ revision: Revision, document: House });
export type HouseView = z.infer<typeof HouseView>;

/** A design whose newest release was published with other house values than there are now. */
export const HouseDrift = z.object({
  designId: z.string(),
  name: z.string(),
  release: z.number(),
  clips: z.number(),
  values: z.array(z.string()),
});
export const HouseDrifts = z.object({ drifts: z.array(HouseDrift) });
export type HouseDrifts = z.infer<typeof HouseDrifts>;
