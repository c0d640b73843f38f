import { execFileSync } from "node:child_process";
import { readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { gunzipSync } from "node:zlib";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { clientArgs, databaseOf } from "@/scripts/lib/database-client.mjs";
import { startDatabase } from "@/scripts/lib/mariadb.mjs";
import { openFolder, readSettings } from "@/scripts/lib/settings.mjs";
import { ownUser } from "@/scripts/lib/user.mjs";
import { connect, type Db } from "@/server/db/connection";
import { takenFileNames } from "@/server/db/export-names";
import { findExport, listAsked } from "@/server/db/exports";
import { claimNextJob } from "@/server/db/jobs";
import { migrate } from "@/server/db/migrate";
import { findNewestRelease } from "@/server/db/releases";

/** What the version before jobs had: a clip that is done, one failed, one cancelled, two that wait, one in hand. */
const old = {
  done: "5dd9bc954f14ef4456ee",
  failed: "9a128da73e0c374ba892",
  cancelled: "1257040ac5a97c6fca22",
  waiting: ["6646e11f79500a427603", "874760cdc8476847da83"],
  leased: "2077ceac92df7a62eb4f",
};
const folder = join(process.env.RUBRICK_TEST_FOLDER ?? ".rubrick", "old-data");
let server: { stop: () => Promise<void> };
let db: Db;

beforeAll(async () => {
  const kept = { ...process.env };
  for (const name of ["DATABASE_URL", "STORAGE_URL", "WORK_FOLDER"]) delete process.env[name];
  const root = openFolder(folder);
  const instance = { ...readSettings(root), user: ownUser(root) };
  server = await startDatabase(instance);
  const database = databaseOf(instance.settings);
  Object.assign(process.env, kept);
  const { args, env } = clientArgs(database);
  execFileSync("mariadb", [...args, database.name], {
    env,
    input: gunzipSync(readFileSync("tests/data/before-jobs.sql.gz")),
  });
  db = connect(`mysql://${database.user}:${database.secret}@${database.host}:${database.port}/${database.name}`);
});
afterAll(async () => {
  await db.destroy();
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
});

const all = async () => ({
  members: await db("member").orderBy("id").select("id", "email", "role"),
  releases: await db("design_release").orderBy("id").select("id", "design_id", "number"),
  drafts: await db("design").orderBy("id").select("id", "revision"),
  media: await db("media").orderBy("hash").select("hash", "kind"),
});

test("what an earlier version has written is brought forward, and nothing of it is lost", async () => {
  const before = await all();
  // Names that were given twice, as they could be before they had keys of their own.
  const [first, second] = old.waiting;
  await db.schema.alterTable("export_job", (t) => {
    t.dropUnique(["name_key"], "export_job_name");
    t.setNullable("name_key");
  });
  await db("export_job").whereIn("id", old.waiting).update({ file_name: "Twice.webm", name_key: null });
  await db("knex_migrations").where("name", "008-scale").delete();
  await migrate(db);
  expect(await all()).toEqual(before);
  const states = await Promise.all(
    [old.done, old.failed, old.cancelled, ...old.waiting, old.leased].map(
      async (id) => (await findExport(db, id))!.state,
    ),
  );
  expect(states).toEqual(["done", "failed", "cancelled", "waiting", "waiting", "waiting"]);
  const done = (await findExport(db, old.done))!;
  expect([done.fileHash, done.proof!.passed]).toEqual([expect.stringMatching(/^[0-9a-f]{64}$/), true]);
  expect((await findExport(db, old.failed))!.error).toBe("The disk is full.");
  const [one, other] = await db("export").whereIn("id", [first!, second!]).orderBy("seq").select("name_key", "seq");
  expect([one.name_key, other.name_key]).toEqual(["twice.webm", `twice.webm#${other.seq}`]);
  expect((await takenFileNames(db, ["Twice"])).size).toBe(2);
});

test("what was still to be made has jobs, in the order it had, and its releases can be read", async () => {
  const claimed: string[] = [];
  for (;;) {
    const lease = await claimNextJob(db, "a test");
    if (!lease) break;
    const rows = await listAsked(db, lease.job.id);
    claimed.push(...rows.map(({ id }) => id));
    expect(lease.job.kind).toBe("render");
  }
  expect(claimed).toEqual([...old.waiting, old.leased]);
  expect((await findNewestRelease(db, "name-strap"))!.document.name).toBe("Name strap");
});

test("a change of the tables that was cut off is done again from where it was", async () => {
  for (let times = 0; times < 2; times++) {
    await db("knex_migrations").where("name", ">=", "009").delete();
    await migrate(db);
  }
  expect((await findExport(db, old.done))!.state).toBe("done");
});
