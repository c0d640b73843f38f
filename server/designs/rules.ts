import type { HouseRules } from "@/contract/rules";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import { addEvent } from "@/server/db/events";
import type { Member } from "@/server/db/members";
import { readRules, saveRules } from "@/server/db/rules";
import { inTransaction } from "@/server/db/transaction";

/** What the house asks of rows before clips are made of them. */
export const houseRules = (): Promise<HouseRules> => readRules(database());

export async function changeRules(member: Member, rules: HouseRules): Promise<null> {
  await inTransaction(database(), async (trx) => {
    await saveRules(trx, rules);
    await addAudit(trx, { memberId: member.id, action: "house.rules", subject: "1", detail: { ...rules } });
    await addEvent(trx, "house", {});
  });
  return null;
}
