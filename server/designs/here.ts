import type { z } from "zod";
import type { HereRequest, SomebodyHere } from "@/contract/designs";
import { database } from "@/server/db/connection";
import { findRevision } from "@/server/db/designs";
import { addEvent } from "@/server/db/events";
import { notFound } from "@/server/refusal";

/** Tells all that have a draft open who else has, and what they hold. Nothing of it is kept but as an event. */
export async function tellHere(design: string, said: z.output<typeof HereRequest>, name: string): Promise<null> {
  const db = database();
  if ((await findRevision(db, design)) === undefined) throw notFound("design");
  const { page, holding, gone } = said;
  await addEvent(db, `design:${design}`, { page, name, holding, gone } satisfies SomebodyHere);
  return null;
}
