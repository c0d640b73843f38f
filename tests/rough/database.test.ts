import { mkdirSync, utimesSync, writeFileSync, existsSync, mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { createHash, randomUUID } from "node:crypto";
import { tmpdir } from "node:os";
import fc from "fast-check";
import { dirname, join } from "node:path";
import { pathToFileURL } from "node:url";
import { afterAll, describe, expect, test } from "@jest/globals";
import { database, disconnect } from "@/server/db/connection";
import { findDraft, lockDraft } from "@/server/db/designs";
import { letGo } from "@/server/db/export-ends";
import { migrate } from "@/server/db/migrate";
import { inTransaction } from "@/server/db/transaction";
import { noteStored, setReferences } from "@/server/db/files";
import { makeWorkFolder, store, storeFile } from "@/server/files/storage";
import { sweep } from "@/worker/sweep";
import { as, cookieOf, readExport, send, startExport, until } from "../support/api";
import { beginWithPanel } from "../support/panel-design";
afterAll(disconnect);

describe("changing the tables", () => {
  test("goes on after a start that was killed in the middle: no lock is left, and a step may be done twice", async () => {
    const db = database();
    await db("knex_migrations").where("name", ">=", "009").delete();
    await db("knex_migrations_lock").update({ is_locked: 1 });
    await migrate(db);
    const done = (await db("knex_migrations").select("name")).map(({ name }) => name as string);
    expect(done).toEqual(expect.arrayContaining(["009-jobs", "010-files"]));
    expect(await db("knex_migrations_lock").first("is_locked")).toEqual({ is_locked: 0 });
  });
  test("is done by one of several that start at once", async () => {
    await database()("knex_migrations").where("name", ">=", "009").delete();
    await Promise.all([migrate(database()), migrate(database()), migrate(database())]);
    const steps = await database()("knex_migrations").where("name", "009-jobs");
    expect(steps.length).toBe(1);
  });
});

describe("a transaction", () => {
  test("that waits for another which waits for it is done again, until both are done", async () => {
    const db = database();
    const [first, second] = (await db("output").orderBy("id").limit(2).select("id")).map(({ id }) => id as string);
    let tries = 0;
    const touch = (one: string, other: string) =>
      inTransaction(db, async (trx) => {
        tries++;
        await trx("output").where({ id: one }).forUpdate().first();
        await new Promise((resolve) => setTimeout(resolve, 150));
        await trx("output").where({ id: other }).forUpdate().first();
      });
    await Promise.all([touch(first!, second!), touch(second!, first!)]);
    expect(tries).toBeGreaterThan(2);
  });
  test("that has done much is not sent back for one statement which waits for it: that is sent again", async () => {
    const db = database();
    let sentBack = 0;
    db.client.on("query-error", (error: { code?: string }) => (sentBack += error.code === "ER_LOCK_DEADLOCK" ? 1 : 0));
    await db.schema.createTable("lock_test", (table) => {
      table.integer("id").primary();
      table.integer("value").notNullable().defaultTo(0);
    });
    try {
      await db("lock_test").insert(Array.from({ length: 200 }, (_, id) => ({ id })));
      let alone: Promise<number> | undefined;
      await db.transaction(async (trx) => {
        await trx("lock_test").where("id", ">", 0).update({ value: 1 });
        // Takes the first row and waits for the second; then the transaction asks for the first.
        alone = Promise.resolve(db("lock_test").where("id", "<", 2).increment("value", 10));
        await new Promise((resolve) => setTimeout(resolve, 150));
        await trx("lock_test").where("id", 0).update({ value: 1 });
      });
      expect([await alone, sentBack]).toEqual([2, 1]);
      const values = await db("lock_test").where("id", "<", 2).pluck("value");
      expect(values).toEqual([11, 11]);
    } finally {
      await db.schema.dropTable("lock_test");
    }
  });
  test("locks a draft as it is now, whatever it has read before", async () => {
    const { id } = (await beginWithPanel("Locked late")).data;
    await inTransaction(database(), async (trx) => {
      expect((await findDraft(trx, id))!.revision).toBe(1);
      const patches = [{ op: "replace", path: ["about"], value: "saved meanwhile" }];
      await as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 1, patches });
      expect(await lockDraft(trx, id)).toMatchObject({ revision: 2, document: { about: "saved meanwhile" } });
    });
    await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
  });
  test("within another one is not done again by itself: what came before it would be gone", async () => {
    let [outer, inner] = [0, 0];
    await inTransaction(database(), async (trx) => {
      outer++;
      await inTransaction(trx, async () => {
        inner++;
        if (inner === 1) throw Object.assign(new Error("sent back"), { code: "ER_LOCK_DEADLOCK" });
      });
    });
    expect([outer, inner]).toEqual([2, 2]);
  });
  test("that fails for a reason of its own is not repeated", async () => {
    let tries = 0;
    const failing = inTransaction(database(), async () => {
      tries++;
      throw new Error("no reason of the database's");
    });
    await expect(failing).rejects.toThrow("no reason");
    expect(tries).toBe(1);
  });
  test("leaves twenty designs of one name their own ids, whoever was first", async () => {
    const made = await Promise.all(
      Array.from({ length: 20 }, () => as("tomas", "POST", "/api/designs", { name: "At once" })),
    );
    expect(made.map(({ status }) => status)).toEqual(Array(20).fill(200));
    expect(new Set(made.map(({ data }) => data.id)).size).toBe(20);
    for (const { data } of made) await as("tomas", "POST", `/api/designs/${data.id}/about`, { archived: true });
  });
});

describe("sweeping", () => {
  const root = mkdtempSync(join(tmpdir(), "rubrick-sweep-"));
  const ago = (path: string, hours: number) => {
    const then = new Date(Date.now() - hours * 3600 * 1000);
    utimesSync(path, then, then);
  };
  /** Folders of its own for one sweep; the instance's stay as they are. */
  async function inOwnFolders(work: () => Promise<void>) {
    const kept = { STORAGE_URL: process.env.STORAGE_URL, WORK_FOLDER: process.env.WORK_FOLDER };
    process.env.STORAGE_URL = pathToFileURL(join(root, "storage")).href;
    process.env.WORK_FOLDER = join(root, "work");
    try {
      await work();
    } finally {
      Object.assign(process.env, kept);
    }
  }

  test("clears folders of attempts and uploads that have ended, in their time, and no others", async () => {
    await inOwnFolders(async () => {
      const attempt = "0".repeat(20);
      const names = [`${attempt}-${randomUUID()}`, `${attempt}-${randomUUID()}`, "upload-1234"];
      const [killed, now, upload] = (await Promise.all(names.map(makeWorkFolder))) as [string, string, string];
      for (const path of [killed, upload]) ago(path, 2);
      const half = join(root, "storage", "ab", `${"ab".repeat(32)}.123.part`);
      mkdirSync(dirname(half), { recursive: true });
      writeFileSync(half, "half");
      ago(half, 2);
      await sweep(database());
      expect([killed, now, upload, half].map((path) => existsSync(path))).toEqual([false, true, false, false]);
    });
  });
  test("takes away stored files that nobody has referred to for a week, and nothing else, whatever refers to what", async () => {
    const db = database();
    const kinds = ["house", "house_version", "removal", "output", "export", "footage"] as const;
    const one = fc.record({ days: fc.integer({ min: 0, max: 14 }), by: fc.subarray([...kinds]) });
    await inOwnFolders(async () => {
      const { pathOf } = await store();
      let times = 0;
      await fc.assert(
        fc.asyncProperty(fc.array(one, { minLength: 1, maxLength: 12 }), async (files) => {
          const made = files.map((file, i) => ({
            ...file,
            hash: createHash("sha256").update(`${times} ${i}`).digest("hex"),
          }));
          times++;
          for (const { hash, days, by } of made) {
            const path = pathOf!(hash);
            mkdirSync(dirname(path), { recursive: true });
            writeFileSync(path, "content");
            await noteStored(db, hash, 7);
            for (const kind of by) await setReferences(db, kind, `sweep ${hash.slice(0, 20)}`, { in: [hash] });
            await db("stored_file")
              .where({ hash })
              .update({ stored_at: db.raw("date_sub(now(3), interval ? hour)", [days * 24 + 1]) });
          }
          await sweep(db);
          const left = made.filter(({ hash }) => existsSync(pathOf!(hash))).map(({ hash }) => hash);
          expect(left).toEqual(made.filter(({ days, by }) => days < 7 || by.length > 0).map(({ hash }) => hash));
          const rows = await db("stored_file")
            .whereIn(
              "hash",
              made.map(({ hash }) => hash),
            )
            .select("hash");
          expect(rows.map(({ hash }) => hash).sort()).toEqual([...left].sort());
          await db("file_reference").where("id", "like", "sweep %").del();
          await db("stored_file").whereIn("hash", left).del();
        }),
        { numRuns: 15 },
      );
    });
  });
  test("leaves a lost file alone that somebody has just stored again", async () => {
    await inOwnFolders(async () => {
      const again = join(root, "again");
      writeFileSync(again, "the same content");
      const { hash } = await storeFile(again);
      await database()("stored_file").where({ hash }).update({ stored_at: "2001-01-01" });
      writeFileSync(again, "the same content");
      await storeFile(again);
      await sweep(database());
      const { pathOf } = await store();
      expect(existsSync(pathOf!(hash))).toBe(true);
      expect(readdirSync(dirname(pathOf!(hash)))).toEqual([hash]);
    });
  });
});

test("finished files go after the time the house keeps them, say so before, and are made again on a press", async () => {
  const db = database();
  const id = await startExport();
  const made = () =>
    until(
      () => readExport(id),
      ({ state, goneAt }) => state === "done" && goneAt === null,
    );
  const keepFor = (keepDays: number) => as("odile", "POST", "/api/house/rules", { approvedByOther: false, keepDays });
  const age = (days: number) =>
    db("export")
      .where({ id })
      .update({ ended_at: db.raw("date_sub(now(3), interval ? day)", [days]) });
  const file = () => as("ines", "GET", `/api/exports/${id}/file`);
  const { goesAt } = await made();
  expect(goesAt).toBeNull();
  try {
    expect((await keepFor(90)).status).toBe(200);
    await age(80);
    expect((await readExport(id)).goesAt).not.toBeNull();
    await letGo(db, 90, 100);
    expect((await readExport(id)).goneAt).toBeNull();
    await age(91);
    expect(await letGo(db, 90, 100)).toBe(1);
    expect(await readExport(id)).toMatchObject({ state: "done", goneAt: expect.any(String), goesAt: null });
    expect([(await file()).status, await letGo(db, 90, 100)]).toEqual([410, 0]);
    expect((await as("ines", "POST", `/api/exports/${id}/retry`, {})).status).toBe(200);
    expect((await made()).goneAt).toBeNull();
  } finally {
    await keepFor(0);
  }
});

test("while the database stands still every call has an answer in words, pages and probes too; then all goes on", async () => {
  const cookie = await cookieOf("ines");
  const pid = Number(readFileSync(`${process.env.RUBRICK_TEST_FOLDER ?? ".rubrick"}/mariadb.pid`, "utf8"));
  const ask = (path: string) => send("GET", path, { cookie });
  expect((await ask("/api/releases")).status).toBe(200);
  process.kill(pid, "SIGSTOP");
  try {
    const [call, page, ready] = await Promise.all([ask("/api/releases"), ask("/sheets"), ask("/api/ready")]);
    expect([call.status, call.error?.code]).toEqual([503, "database_gone"]);
    expect([page.status, page.headers.get("retry-after")]).toEqual([503, "5"]);
    expect([ready.status, ready.data.database]).toEqual([503, "gone"]);
    expect((await ask("/api/health")).status).toBe(200);
  } finally {
    process.kill(pid, "SIGCONT");
  }
  await until(
    () => ask("/api/releases"),
    ({ status }) => status === 200,
  );
  expect((await ask("/sheets")).status).toBe(200);
});
