import { seed } from "@/demo/seed";
import { database, disconnect } from "@/server/db/connection";
import { migrate } from "@/server/db/migrate";

const db = database();
await migrate(db);
// Members whose password everybody knows belong into a database of our own, and into no other.
if (process.env.RUBRICK_SEED === "demo") {
  if (await seed(db)) console.log("The demo world of Quillmere Botanic Garden is in place.");
} else if (!(await db("member").where({ active: true }).first("id"))) {
  console.log("Nobody can sign in yet. Make an owner: npm run owner -- name@example.org “Their Name”");
}
await disconnect();
