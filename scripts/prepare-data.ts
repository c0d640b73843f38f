import { seed } from "@/demo/seed";
import { database, disconnect, type Db } from "@/server/db/connection";
import { addHouse, findHouse } from "@/server/db/house";
import { askMissingPosters } from "@/server/designs/posters";
import { migrate } from "@/server/db/migrate";
import { addOutput, listOutputs } from "@/server/db/outputs";
import { retried } from "@/server/db/again";
import { inTransaction, isDuplicate } from "@/server/db/transaction";
import { plainHouse, plainOutputs } from "@/server/designs/plain-house";

/** What no page can do without, in a database that is not our own. */
async function beginPlainly(db: Db): Promise<void> {
  const begin = () =>
    inTransaction(db, async (trx) => {
      if (await findHouse(trx)) return;
      const taken = (await listOutputs(trx)).length;
      for (const [i, output] of plainOutputs.entries()) await addOutput(trx, output, taken + i);
      await addHouse(trx, plainHouse);
    });
  // Another machine may begin at the same instant; then it is there the next time.
  await retried(begin, isDuplicate);
}

const db = database();
await migrate(db);
// Members whose password everybody knows belong into a database of our own, and into no other.
if (process.env.RUBRICK_SEED === "demo") {
  if (await seed(db)) console.log("The demo world of Quillmere Botanic Garden is in place.");
} else {
  await beginPlainly(db);
  if (!(await db("member").where({ active: true }).first("id"))) {
    console.log("Nobody can sign in yet. Make an owner: npm run owner -- name@example.org “Their Name”");
  }
}
await askMissingPosters(db);
await disconnect();
