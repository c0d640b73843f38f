import type { z } from "zod";
import type { Letters } from "@/contract/letters";
import { database } from "@/server/db/connection";
import { listUnsent } from "@/server/db/letters";

/** Letters that were written and not sent: what the simulated mailbox shows. */
export async function readLetters(): Promise<z.infer<typeof Letters>> {
  const letters = await listUnsent(database(), 100);
  return {
    sending: Boolean(process.env.SMTP_URL),
    letters: letters.map(({ sentAt: _, writtenAt, ...letter }) => ({ ...letter, writtenAt: writtenAt.toISOString() })),
  };
}
