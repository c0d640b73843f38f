import { readdirSync, readFileSync } from "node:fs";
import { getPriority } from "node:os";
import { join } from "node:path";
import { isDeepStrictEqual } from "node:util";
import { afterAll, expect, test } from "@jest/globals";
import { database, disconnect } from "@/server/db/connection";
import { addExports } from "@/server/db/exports";
import { addJobs } from "@/server/db/jobs";
import { newId } from "@/server/db/ids";
import { inTransaction } from "@/server/db/transaction";
import { as, cookieOf, pause, readExport, send, startExport, until } from "../support/api";
import { nicenessOf, sessionsHaveNiceness } from "../support/sessions";
afterAll(disconnect);

const folder = process.env.RUBRICK_TEST_FOLDER ?? ".rubrick";
const pidOf = (name: string) => Number(readFileSync(join(folder, `${name}.pid`), "utf8"));
/** The same, and nothing while the process is not there. */
const pidNow = (name: string): number | undefined => {
  try {
    return pidOf(name);
  } catch {
    return undefined;
  }
};
const long = {
  formats: ["square"],
  outputs: ["see-through-master"],
  values: { fields: { name: "Ada Fernsby" }, lengthS: 12 },
};

test("an export whose worker is killed outright is finished by the next one, as one file", async () => {
  const id = await startExport(long);
  await until(
    () => readExport(id),
    (job) => job.stage === "painting" || job.stage === "proving",
  );
  process.kill(pidOf("worker"), "SIGKILL");
  const job = await until(
    () => readExport(id),
    (seen) => seen.state === "done",
  );
  expect(job.attempts).toBe(2);
  expect(job.proof.passed).toBe(true);
  const audit = await database()("audit").where({ subject: id, action: "export.done" });
  expect(audit.length).toBe(1);
  // The killed attempt's own folder does not outlive the export for ever, and never holds the finished file.
  const row = await database()("export").where({ id }).first();
  expect(row.file_hash).toMatch(/^[0-9a-f]{64}$/);
});

test("workers stand back behind the pages, also where processor time is shared between sessions", async () => {
  const [worker, web] = [pidOf("worker"), pidOf("web")];
  expect(getPriority(worker)).toBeGreaterThan(getPriority(web));
  if (!(await sessionsHaveNiceness())) return;
  // A busy system lets a session wait for its niceness.
  await until(
    async () => nicenessOf(worker),
    (niceness) => niceness > nicenessOf(web),
  );
});

test("a worker told to stop gives its job back without losing an attempt", async () => {
  const id = await startExport(long);
  await until(
    () => readExport(id),
    (job) => job.stage === "painting" || job.stage === "proving",
  );
  process.kill(pidOf("worker"), "SIGTERM");
  await until(
    () => readExport(id),
    (job) => job.state === "waiting" || (job.state === "leased" && job.framesDone === 0),
  );
  const job = await until(
    () => readExport(id),
    (seen) => seen.state === "done",
  );
  expect(job.attempts).toBe(1);
  // The second one's folder goes right after the export is told to be done, the first one's has gone.
  await until(
    async () => readdirSync(process.env.WORK_FOLDER!).filter((name) => name.startsWith(id)),
    (left) => left.length === 0,
  );
});

test("while the database is gone for ten seconds requests say so, and work goes on afterwards", async () => {
  const id = await startExport(long);
  await until(
    () => readExport(id),
    (job) => job.state === "leased",
  );
  const cookie = await cookieOf("ines");
  // Ended again as often as it is brought back.
  const told: unknown[] = [];
  let killed: number | undefined;
  for (const end = Date.now() + 10_000; Date.now() < end; await pause(50)) {
    const pid = pidNow("mariadb");
    if (pid === killed || pid === undefined) continue;
    killed = pid;
    try {
      process.kill(pid, "SIGKILL");
    } catch {
      continue; // It has ended by itself: what was killed before it still holds its files.
    }
    await pause(300);
    const reply = await send("GET", "/api/releases", { cookie });
    // A busy machine may have brought it back by then.
    if (pidNow("mariadb") === killed) told.push([reply.status, reply.error?.code]);
  }
  expect(told).toContainEqual([503, "database_gone"]);
  expect(told.filter((one) => !isDeepStrictEqual(one, [503, "database_gone"]))).toEqual([]);
  await until(
    () => as("ines", "GET", "/api/releases").catch(() => ({ status: 0 })),
    (reply) => reply.status === 200,
  );
  const job = await until(
    () => readExport(id),
    (seen) => seen?.state === "done",
  );
  expect(job.proof.passed).toBe(true);
});

test("an export that can never be made fails once, with words, and can be tried again when it is mended", async () => {
  const db = database();
  const other = await db("export")
    .where({ id: await startExport(long) })
    .first();
  await as("ines", "POST", `/api/exports/${other.id}/cancel`, {});
  const id = newId();
  const [releaseId, createdBy] = [other.release_id, other.created_by];
  const output = { id: "clip", name: "Clip", kind: "vp9-alpha" as const, fps: { num: 25, den: 1 } };
  const values = { fields: { name: "Ada Fernsby" }, lengthS: 3 };
  // Together: a worker that found the job before its export would have nothing to do.
  await inTransaction(db, async (trx) => {
    const [jobId] = await addJobs(trx, createdBy, [{ kind: "render", payload: {}, costS: 1 }]);
    const named = { fileName: `round-${id}.webm`, createdBy, jobId: jobId! };
    await addExports(trx, [{ id, releaseId, format: "round", output, values, requestId: id, ...named }]);
  });
  const failed = await until(
    () => readExport(id),
    (job) => job.state === "failed",
  );
  expect([failed.attempts, failed.error]).toEqual([1, expect.stringContaining("round")]);
  await db("export").where({ id }).update({ format: "square" });
  expect((await as("ines", "POST", `/api/exports/${id}/retry`, {})).status).toBe(200);
  expect(
    (
      await until(
        () => readExport(id),
        (job) => job.state === "done",
      )
    ).error,
  ).toBe(null);
});
