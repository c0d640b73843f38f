import { seed } from "@/demo/seed";
import { database, disconnect } from "@/server/db/connection";
import { migrate } from "@/server/db/migrate";

const db = database();
await migrate(db);
if (await seed(db)) console.log("The demo world of Quillmere Botanic Garden is in place.");
await disconnect();
