import type { OutputSet } from "@/core/outputs/set";
import { idFrom } from "@/core/edit/blank";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { addEvent } from "@/server/db/events";
import { newId } from "@/server/db/ids";
import type { Member } from "@/server/db/members";
import { addOutputSet, listOutputSets, removeOutputSet, saveOutputSet } from "@/server/db/output-sets";
import { listOutputs } from "@/server/db/outputs";
import { inTransaction } from "@/server/db/transaction";
import { notFound, Refusal } from "@/server/refusal";

const most = 50;

/** Refuses a set of outputs that are not there, and a name that another has. */
async function refuseWrong(db: Db, set: OutputSet, others: readonly OutputSet[]): Promise<void> {
  const known = new Set((await listOutputs(db)).map(({ id }) => id));
  const stray = set.outputs.find((id) => !known.has(id));
  if (stray !== undefined)
    throw new Refusal(422, "output_unknown", "An output of this set has been removed.", "set.outputs");
  const plain = (name: string) => name.trim().toLocaleLowerCase("en");
  if (others.some((other) => other.id !== set.id && plain(other.name) === plain(set.name)))
    throw new Refusal(422, "name_taken", `A set named “${set.name}” exists already.`, "set.name");
}

async function record(trx: Db, member: Member, action: string, set: OutputSet | { readonly id: string }) {
  await addAudit(trx, { memberId: member.id, action, subject: set.id, detail: { ...set } });
  await addEvent(trx, "releases", {});
}

export async function startSet(member: Member, wanted: OutputSet): Promise<{ id: string }> {
  const db = database();
  const all = await listOutputSets(db);
  if (all.length >= most) throw new Refusal(422, "too_many", `There are ${most} sets already. Remove some first.`);
  const id = `${idFrom(wanted.name, "set").slice(0, 48)}-${newId().slice(0, 8)}`;
  const set = { ...wanted, id, outputs: [...new Set(wanted.outputs)] };
  await refuseWrong(db, set, all);
  await inTransaction(db, async (trx) => {
    await addOutputSet(trx, set, all.length);
    await record(trx, member, "set.create", set);
  });
  return { id };
}

export async function changeSet(member: Member, id: string, wanted: OutputSet): Promise<null> {
  const db = database();
  const set = { ...wanted, id, outputs: [...new Set(wanted.outputs)] };
  await refuseWrong(db, set, await listOutputSets(db));
  await inTransaction(db, async (trx) => {
    if (!(await saveOutputSet(trx, set))) throw notFound("set");
    await record(trx, member, "set.change", set);
  });
  return null;
}

export async function dropSet(member: Member, id: string): Promise<null> {
  await inTransaction(database(), async (trx) => {
    if (!(await removeOutputSet(trx, id))) throw notFound("set");
    await record(trx, member, "set.remove", { id });
  });
  return null;
}
