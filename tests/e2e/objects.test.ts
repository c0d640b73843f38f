import { spawn, type ChildProcess } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import S3rver from "s3rver";
import { bundleOf } from "@/scripts/lib/programs.mjs";
import { databaseOf } from "@/scripts/lib/database-client.mjs";
import { startDatabase } from "@/scripts/lib/mariadb.mjs";
import { freePort, openFolder, readSettings } from "@/scripts/lib/settings.mjs";
import { ownUser } from "@/scripts/lib/user.mjs";
import { database, disconnect } from "@/server/db/connection";
import { findExport } from "@/server/db/exports";
import { findSignIn } from "@/server/db/members";
import { listWorkers } from "@/server/db/workers";
import { createExports } from "@/server/exports/exports";
import { copiesFolder, isStored, localFile, openRange, storeFile } from "@/server/files/storage";
import { sweep } from "@/worker/sweep";
import { until } from "../support/api";

const folder = join(process.env.RUBRICK_TEST_FOLDER ?? ".rubrick", "objects");
const work = mkdtempSync(join(tmpdir(), "rubrick-objects-"));
const kept = { ...process.env };
const workers = new Map<string, ChildProcess>();
let server: { stop: () => Promise<void> };
let bucket: S3rver;

/** A worker as it would run on a machine of its own: it shares the database and the bucket, and nothing else. */
function startWorker(name: string): void {
  const env: NodeJS.ProcessEnv = { ...process.env, NODE_ENV: "production" };
  Object.assign(env, { WORKER_NAME: name, WORK_FOLDER: join(work, name) });
  workers.set(name, spawn("node", [bundleOf("worker/main.ts")], { env, stdio: "ignore" }));
}

beforeAll(async () => {
  for (const name of ["DATABASE_URL", "STORAGE_URL", "WORK_FOLDER"]) delete process.env[name];
  // What a run that was ended has left knows nothing of this bucket.
  rmSync(folder, { recursive: true, force: true });
  const root = openFolder(folder);
  const instance = { ...readSettings(root), user: ownUser(root) };
  server = await startDatabase(instance);
  const { user, secret, host, port, name } = databaseOf(instance.settings);
  const s3 = await freePort(0);
  bucket = new S3rver({
    ...{ port: s3, address: "127.0.0.1", silent: true, directory: join(work, "bucket"), resetOnClose: false },
    configureBuckets: [{ name: "rubrick", configs: [] }],
  });
  await bucket.run();
  process.env.DATABASE_URL = `mysql://${user}:${secret}@${host}:${port}/${name}`;
  process.env.STORAGE_URL = `s3://S3RVER:S3RVER@127.0.0.1:${s3}/rubrick/house?tls=no`;
  process.env.WORK_FOLDER = join(work, "here");
  const seeding = spawn("node", [bundleOf("scripts/prepare-data.ts")], {
    env: { ...process.env, NODE_ENV: "production", RUBRICK_SEED: "demo" },
    stdio: "inherit",
  });
  expect(await new Promise((resolve) => seeding.once("close", resolve))).toBe(0);
});
afterAll(async () => {
  for (const worker of workers.values()) worker.kill("SIGKILL");
  await disconnect();
  await server.stop();
  await bucket.close();
  process.env = kept;
  for (const path of [folder, work]) rmSync(path, { recursive: true, force: true });
});

test("clips are made by workers that share a bucket and nothing else, also when one of them is killed", async () => {
  const db = database();
  const { member } = (await findSignIn(db, "ines@quillmere.example"))!;
  const release = await db("design_release").where({ design_id: "name-strap" }).first("id");
  const values = { fields: { name: "Ada Fernsby", role: "Seed librarian" }, lengthS: 3 };
  const outputs = ["see-through-clip", "see-through-master", "finished-clip"];
  const known = (await db("output").select("id")).map(({ id }) => id as string);
  const common = { releaseId: release.id as string, values, acceptOlder: false, accepted: [] };
  const request = {
    ...common,
    formats: ["square", "tall"],
    outputs: outputs.filter((id) => known.includes(id)),
  };
  for (const name of ["one", "two"]) startWorker(name);
  const { ids } = await createExports(member, request);
  const taken = async (name: string) => (await db("job").where({ worker: name, state: "leased" }).first("id"))?.id;
  await until(() => taken("one"), Boolean);
  workers.get("one")!.kill("SIGKILL");
  const states = async () => Promise.all(ids.map(async (id) => (await findExport(db, id))!));
  const made = await until(states, (all) => all.every(({ state }) => ["done", "failed"].includes(state)));
  for (const { state, error, proof, fileHash } of made) {
    expect([state, error, proof?.passed]).toEqual(["done", null, true]);
    const hash = createHash("sha256");
    for await (const chunk of await openRange(fileHash!)) hash.update(chunk as Buffer);
    expect(hash.digest("hex")).toBe(fileHash);
  }
  expect(existsSync(join(work, "two", "copies"))).toBe(true);
  expect(await db("export").where({ state: "asked" })).toEqual([]);
  const audit = await db("audit").where({ action: "export.done" });
  expect(audit.length).toBe(ids.length);
});

test("a long clip is made in parts by all workers that are there, and joined by one of them", async () => {
  const db = database();
  const { member } = (await findSignIn(db, "ines@quillmere.example"))!;
  const release = await db("design_release").where({ design_id: "progress-dial" }).first("id");
  startWorker("three");
  await until(
    () => listWorkers(db),
    (there) => ["two", "three"].every((name) => there.some((worker) => worker.name === name)),
  );
  const { ids } = await createExports(member, {
    ...{ releaseId: release.id as string, values: { fields: {}, lengthS: 40 }, acceptOlder: false, accepted: [] },
    ...{ formats: ["square"], outputs: ["see-through-master"] },
  });
  const state = async () => (await findExport(db, ids[0]!))!;
  const made = await until(state, (one) => ["done", "failed"].includes(one.state));
  expect([made.state, made.error, made.proof?.passed, made.proof?.frames]).toEqual(["done", null, true, 1000]);
  const parts = await db("job").where({ kind: "part" }).select("state", "worker");
  expect(parts.length).toBeGreaterThan(1);
  const joiner = (await db("job").where({ kind: "render", id: made.jobId }).first("worker")).worker;
  const others = parts.filter(({ state: how, worker }) => how === "done" && worker !== joiner);
  expect(others.length).toBeGreaterThan(0);
});

test("a part of a stored file is read as that part, and a copy that came damaged is not used", async () => {
  const file = join(work, "whole");
  writeFileSync(file, "0123456789");
  const { hash } = await storeFile(file);
  const chunks: Buffer[] = [];
  for await (const chunk of await openRange(hash, { start: 3, end: 5 })) chunks.push(chunk as Buffer);
  expect(Buffer.concat(chunks).toString()).toBe("345");
  expect(await localFile(hash)).toBe(join(copiesFolder(), hash));
  const wrong = "e".repeat(64);
  const { store } = await import("@/server/files/storage");
  writeFileSync(file, "not what its name says");
  await (await store()).put(wrong, file, 22);
  await expect(localFile(wrong)).rejects.toThrow("damaged");
  expect(existsSync(join(copiesFolder(), wrong))).toBe(false);
});

test("a bucket is swept of what nobody has referred to, and of nothing else", async () => {
  const db = database();
  const file = join(work, "lost");
  writeFileSync(file, "nobody refers to this");
  const { hash } = await storeFile(file);
  await db("stored_file").update({ stored_at: "2001-01-01" });
  const before = (await db("file_reference").distinct("hash")).map((row) => row.hash as string);
  await sweep(db);
  expect(await isStored(hash)).toBe(false);
  for (const one of before) expect(await isStored(one)).toBe(true);
});
