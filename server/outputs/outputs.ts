import type { Outputs } from "@/contract/outputs";
import { backingOf, type Output } from "@/core/outputs/output";
import { idFrom } from "@/core/edit/blank";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import { addEvent } from "@/server/db/events";
import { listFootage } from "@/server/db/media";
import type { Member } from "@/server/db/members";
import { newId } from "@/server/db/ids";
import { listOutputSets, removeOutputSet, saveOutputSet } from "@/server/db/output-sets";
import { addOutput, countOutputUses, findOutput, listOutputs, removeOutput, saveOutput } from "@/server/db/outputs";
import { inTransaction } from "@/server/db/transaction";
import { notFound, Refusal } from "@/server/refusal";

const most = 100;

/** All saved outputs with where they are used, and the footage that one may lie over. */
export async function readOutputs(): Promise<Outputs> {
  const db = database();
  const [outputs, uses, footage] = [await listOutputs(db), await countOutputUses(db), await listFootage(db)];
  return {
    sets: await listOutputSets(db),
    outputs: outputs.map((output) => ({ output, ...(uses.get(output.id) ?? { files: 0, sheets: 0 }) })),
    footage: footage.map(({ hash, name }) => ({ hash, name })),
  };
}

/** Refuses an output over footage that is not here, and a name that another has. */
async function refuseWrong(output: Output, others: readonly Output[]): Promise<void> {
  const backing = backingOf(output);
  if (backing?.kind === "footage") {
    const footage = await listFootage(database());
    if (!footage.some(({ hash }) => backing.media === `media:${hash}`)) {
      throw new Refusal(
        422,
        "footage_unknown",
        "This footage is no longer in the house style. Choose another one.",
        "output.backing",
      );
    }
  }
  const plain = (name: string) => name.trim().toLocaleLowerCase("en");
  if (others.some((other) => other.id !== output.id && plain(other.name) === plain(output.name))) {
    throw new Refusal(422, "name_taken", `An output named “${output.name}” exists already.`, "output.name");
  }
}

export async function startOutput(member: Member, output: Output): Promise<{ id: string }> {
  const db = database();
  const all = await listOutputs(db);
  if (all.length >= most) throw new Refusal(422, "too_many", `There are ${most} outputs already. Remove some first.`);
  await refuseWrong({ ...output, id: "" }, all);
  // Never that of one that was taken away: files that were made as it are not files of this one.
  const id = `${idFrom(output.name, "output").slice(0, 48)}-${newId().slice(0, 8)}`;
  await inTransaction(db, async (trx) => {
    await addOutput(trx, { ...output, id }, all.length);
    await addAudit(trx, { memberId: member.id, action: "output.create", subject: id });
    await addEvent(trx, "releases", {});
  });
  return { id };
}

/** Changes an output. Files that were made with it as it was are out of date from then on. */
export async function changeOutput(member: Member, id: string, output: Output): Promise<null> {
  const db = database();
  const before = await findOutput(db, id);
  if (!before) throw notFound("output");
  if (before.kind !== output.kind) {
    throw new Refusal(
      422,
      "another_kind",
      "An output keeps its kind. Make a new one of the other kind.",
      "output.kind",
    );
  }
  await refuseWrong({ ...output, id }, await listOutputs(db));
  await inTransaction(db, async (trx) => {
    await saveOutput(trx, { ...output, id });
    await addAudit(trx, {
      memberId: member.id,
      action: "output.change",
      subject: id,
      detail: { before, after: output },
    });
    await addEvent(trx, "releases", {});
  });
  return null;
}

/** Takes an output away. Files that were made with it stay. Refuses the last one. */
export async function dropOutput(member: Member, id: string): Promise<null> {
  const db = database();
  const all = await listOutputs(db);
  if (!all.some((output) => output.id === id)) throw notFound("output");
  if (all.length === 1)
    throw new Refusal(409, "last_output", "This is the only output; without one nothing can be made.");
  await inTransaction(db, async (trx) => {
    await removeOutput(trx, id);
    // What a set is left with is what it stands for; an empty one stands for nothing.
    for (const set of await listOutputSets(trx)) {
      const outputs = set.outputs.filter((output) => output !== id);
      if (outputs.length === set.outputs.length) continue;
      if (outputs.length === 0) await removeOutputSet(trx, set.id);
      else await saveOutputSet(trx, { ...set, outputs });
    }
    await addAudit(trx, { memberId: member.id, action: "output.remove", subject: id });
    await addEvent(trx, "releases", {});
  });
  return null;
}
