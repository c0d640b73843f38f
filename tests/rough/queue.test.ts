import { readFileSync } from "node:fs";
import { join } from "node:path";
import { afterAll, beforeAll, beforeEach, describe, expect, test } from "@jest/globals";
import type { Proof } from "@/core/document/proof";
import { connect, database, disconnect } from "@/server/db/connection";
import { endExport, finishExport } from "@/server/db/export-ends";
import { addExports, findExport } from "@/server/db/exports";
import { inTransaction } from "@/server/db/transaction";
import { noteWorker, queueAhead, readQueueFacts } from "@/server/db/workers";
import { newId } from "@/server/db/ids";
import * as queue from "@/server/db/jobs";
import { until } from "../support/api";

/** The instance's own worker must not take these jobs: it stands still meanwhile. */
const workerPid = Number(readFileSync(join(process.env.RUBRICK_TEST_FOLDER ?? ".rubrick", "worker.pid"), "utf8"));
let releaseId: string;
let memberId: string;

beforeAll(async () => {
  process.kill(workerPid, "SIGSTOP");
  const db = database();
  releaseId = (await db("design_release").first("id"))!.id as string;
  memberId = (await db("member").first("id"))!.id as string;
});
beforeEach(async () => {
  await database()("export").where("state", "asked").del();
  await database()("job").whereIn("state", ["waiting", "leased"]).del();
});
afterAll(async () => {
  try {
    await database()("export").where("file_name", "like", "queue-test-%").del();
    await database()("job")
      .where("state", "waiting")
      .whereNotIn("id", database()("export").whereNotNull("job_id").select("job_id"))
      .del();
  } finally {
    process.kill(workerPid, "SIGCONT");
    await disconnect();
  }
});

/** An export with a job of its own, which has its id; `more` is changed in the job. */
async function add(more: Record<string, unknown> = {}, createdBy = memberId): Promise<string> {
  const id = newId();
  const fps = { num: 25, den: 1 };
  const output = { id: "o", name: "o", kind: "vp9-alpha", fps } as const;
  const values = { fields: {} };
  const [made] = await queue.addJobs(database(), createdBy, [{ kind: "render", payload: {}, costS: 2 }]);
  await database()("job")
    .where({ id: made })
    .update({ ...more, id });
  const fileName = `queue-test-${id}.webm`;
  await addExports(database(), [
    { id, jobId: id, releaseId, format: "wide", output, values, fileName, createdBy, requestId: id },
  ]);
  return id;
}

/** So many exports of one member, in the order of asking. */
async function addMany(count: number, createdBy: string): Promise<void> {
  const output = { id: "o", name: "o", kind: "vp9-alpha", fps: { num: 25, den: 1 } } as const;
  const jobs = Array.from({ length: count }, () => ({ kind: "render", payload: {}, costS: 2 }));
  const ids = await queue.addJobs(database(), createdBy, jobs);
  const common = { releaseId, format: "wide", output, values: { fields: {} }, createdBy, requestId: "a".repeat(20) };
  await addExports(
    database(),
    ids.map((jobId) => ({ ...common, id: jobId, jobId, fileName: `queue-test-${jobId}.webm` })),
  );
}

const claim = () => queue.claimNextJob(database(), "a test");
const expire = (id: string) =>
  database()("job")
    .where({ id })
    .update({ available_at: database().raw("date_sub(now(3), interval 1 second)") });
const progress = { stage: "painting", done: 3, total: 9 } as const;
const proof: Proof = {
  ...{ width: 1, height: 1, rate: "25/1", durationS: 1, sound: false },
  ...{ frames: 9, alpha: null, instants: [], passed: true, faults: [], notes: [] },
};
const file = { hash: "a".repeat(64), bytes: 5, proof, figures: { painted: 1, paintS: 1, encodeS: 1, wallS: 1 } };
/** Records the file as made, while the lease is held. */
const keep = (lease: queue.Lease) =>
  inTransaction(database(), async (trx) => {
    await queue.lockLease(trx, lease);
    return finishExport(trx, lease.job.id, file);
  });

test("a job whose first part is done comes after what waits, with what is left of it, and loses no try by it", async () => {
  const db = database();
  const wanted = { kind: "republish", payload: { left: 3 }, costS: 9, priority: queue.urgent };
  const [long] = await queue.addJobs(db, memberId, [wanted]);
  const lease = (await claim())!;
  expect([lease.job.id, await queue.urgentWait(db)]).toEqual([long, false]);
  const [short] = await queue.addJobs(db, memberId, [{ ...wanted, kind: "check" }]);
  expect(await queue.urgentWait(db)).toBe(true);
  await queue.putBehind(db, lease, { left: 2 });
  await expect(queue.completeJob(db, lease, null)).rejects.toBeInstanceOf(queue.LeaseLostError);
  expect((await claim())!.job.id).toBe(short);
  const rest = (await claim())!;
  expect(rest.job).toMatchObject({ id: long, payload: { left: 2 }, attempts: 1 });
});

test("what is made again comes before the rest of what its member has asked for", async () => {
  const db = database();
  const clip = { kind: "render", payload: {}, costS: 2 };
  const rest = await queue.addJobs(db, memberId, [clip, clip, clip]);
  const [again] = await queue.addJobs(db, memberId, [{ ...clip, again: true }]);
  // The one at the front was there first.
  expect((await claim())!.job.id).toBe(rest[0]);
  expect((await claim())!.job.id).toBe(again);
  expect((await claim())!.job.id).toBe(rest[1]);
});

describe("claimNextJob", () => {
  test("takes the oldest first, but those of higher priority before it", async () => {
    const first = await add();
    const second = await add();
    const urgent = await add({ priority: 5 });
    expect([(await claim())!.job.id, (await claim())!.job.id, (await claim())!.job.id]).toEqual([
      urgent,
      first,
      second,
    ]);
    expect(await claim()).toBeUndefined();
  });
  test("skips a job whose lease is still live, and takes one whose worker went silent", async () => {
    const id = await add();
    const lease = await claim();
    expect(await claim()).toBeUndefined();
    await expire(id);
    const again = await claim();
    expect(again!.job.id).toBe(id);
    expect(again!.token).not.toBe(lease!.token);
    expect(again!.job.attempts).toBe(2);
  });
  test("gives every job to one worker only, however many ask at once", async () => {
    const ids = await Promise.all([add(), add(), add(), add()]);
    const taken: string[] = [];
    // One that finds all rows locked goes away empty and asks again, as a worker does.
    for (let round = 0; round < 8 && taken.length < ids.length; round++) {
      const leases = await Promise.all(Array.from({ length: 9 }, claim));
      taken.push(...leases.flatMap((lease) => (lease ? [lease.job.id] : [])));
    }
    expect([...taken].sort()).toEqual([...ids].sort());
  });
  test("ends a job whose worker stopped every time, and goes on with the next", async () => {
    const broken = await add({ attempts: queue.mostLost });
    const good = await add();
    expect((await claim())!.job.id).toBe(good);
    expect(await findExport(database(), broken)).toMatchObject({
      state: "failed",
      error: expect.stringContaining("stopped"),
    });
  });
  test("gives each member a turn: one clip does not wait for another member's many", async () => {
    const many = [await add(), await add(), await add()];
    const [one] = await database()("member").whereNot({ id: memberId }).limit(1);
    const other = await add({}, one!.id as string);
    const order = [(await claim())!.job.id, (await claim())!.job.id, (await claim())!.job.id, (await claim())!.job.id];
    expect(order).toEqual([many[0], many[1], other, many[2]]);
  });
  test("does not count tries that were killed as failures of the job", async () => {
    const id = await add({ attempts: queue.mostFailures + 2 });
    const lease = (await claim())!;
    await queue.failJob(database(), lease, { message: "ffmpeg stopped", final: false });
    expect((await findExport(database(), id))!.state).toBe("waiting");
  });
  test("ends a job that was cancelled while it waited", async () => {
    const id = await add({ cancel_requested: 1 });
    expect(await claim()).toBeUndefined();
    expect((await findExport(database(), id))!.state).toBe("cancelled");
  });
});

test("who stands still in the middle of a transaction holds others up for a while only, and is done again", async () => {
  const id = await add();
  const still = connect(process.env.DATABASE_URL!, 1);
  let tries = 0;
  let shorten = () => {};
  const standing = new Promise<void>((resolve) => (shorten = resolve));
  const mine = inTransaction(still, async (trx) => {
    await trx("job").where({ id }).update({ kind: "mine" });
    if (++tries === 1) await standing;
    await trx("job").where({ id }).update({ cost_s: 7 });
  });
  await until(
    async () => tries,
    (begun) => begun === 1,
  );
  await database()("job").where({ id }).update({ kind: "another's" });
  expect(tries).toBe(1);
  shorten();
  await mine;
  expect(tries).toBeGreaterThan(1);
  expect(await database()("job").where({ id }).first("kind", "cost_s")).toMatchObject({ kind: "mine", cost_s: 7 });
  await still.destroy();
});

describe("a lease", () => {
  test("that was lost can neither be renewed nor completed: the other worker's result counts", async () => {
    const id = await add();
    const old = (await claim())!;
    await expire(id);
    const fresh = (await claim())!;
    await expect(queue.renewLease(database(), old, progress)).rejects.toThrow(queue.LeaseLostError);
    await expect(keep(old)).rejects.toThrow(queue.LeaseLostError);
    await expect(queue.completeJob(database(), old, null)).rejects.toThrow(queue.LeaseLostError);
    expect(await keep(fresh)).toBe(true);
    await queue.completeJob(database(), fresh, { of: "its own" });
    expect(await findExport(database(), id)).toMatchObject({ state: "done", fileHash: file.hash });
    expect(await queue.findJob(database(), id)).toMatchObject({ state: "done", result: { of: "its own" } });
  });
  test("keeps its job while it is renewed, reports progress and hears of cancelling", async () => {
    const id = await add();
    const lease = (await claim())!;
    await expire(id);
    expect(await queue.renewLease(database(), lease, progress)).toEqual({ cancel: false });
    expect(await claim()).toBeUndefined();
    await queue.cancelJob(database(), id);
    expect(await queue.renewLease(database(), lease, progress)).toEqual({ cancel: true });
    expect(await findExport(database(), id)).toMatchObject({ framesDone: 3, framesTotal: 9, stage: "painting" });
    await queue.endCancelled(database(), lease);
    expect((await findExport(database(), id))!.state).toBe("cancelled");
  });
  test("that fails waits longer each time, then ends with the reason", async () => {
    const id = await add();
    for (let attempt = 1; attempt <= queue.mostFailures; attempt++) {
      const lease = (await claim())!;
      await queue.failJob(database(), lease, { message: "ffmpeg stopped", final: false });
      const job = (await findExport(database(), id))!;
      const last = attempt === queue.mostFailures;
      expect([job.state, job.error]).toEqual([last ? "failed" : "waiting", "ffmpeg stopped"]);
      if (last) break;
      expect(await claim()).toBeUndefined(); // it pauses first
      await expire(id);
    }
    expect(await claim()).toBeUndefined();
  });
  test("that its machine fails, by a full disk or a killed encoder, is tried as often as when workers end over it", async () => {
    const id = await add();
    const message = "The disk is full. Free some space, then try again.";
    let tries = 0;
    for (let lease = await claim(); lease; lease = await claim()) {
      tries++;
      await queue.failJob(database(), lease, { message, final: false, byMachine: true });
      await expire(id);
    }
    expect(tries).toBe(12);
    expect(await findExport(database(), id)).toMatchObject({ state: "failed", error: message });
  });
  test("that can never succeed ends at once", async () => {
    const id = await add();
    await queue.failJob(database(), (await claim())!, { message: "The design is wrong.", final: true });
    expect(await findExport(database(), id)).toMatchObject({ state: "failed", attempts: 1 });
  });
  test("given back unharmed does not count as an attempt", async () => {
    const id = await add();
    await queue.returnJob(database(), (await claim())!);
    expect(await queue.findJob(database(), id)).toMatchObject({ state: "waiting", attempts: 0 });
    expect((await claim())!.job.id).toBe(id);
  });
});

describe("one job for several outputs", () => {
  const two = async () => {
    const [first, second] = [await add(), await add()];
    await database()("export").where({ id: second }).update({ job_id: first });
    await database()("job").where({ id: second }).del();
    return [first, second] as const;
  };

  test("keeps what is made of one when the other is cancelled, and throws away what nobody wants any more", async () => {
    const [first, second] = await two();
    await claim();
    expect(await endExport(database(), second, "cancelled", null)).toBe(true);
    expect(await finishExport(database(), first, file)).toBe(true);
    expect(await finishExport(database(), second, file)).toBe(false);
    expect((await findExport(database(), second))!.state).toBe("cancelled");
  });
  test("ends what is not made yet when it fails for good, and leaves what is", async () => {
    const [first, second] = await two();
    const lease = (await claim())!;
    await finishExport(database(), first, file);
    await queue.failJob(database(), lease, { message: "The design is wrong.", final: true });
    const states = await Promise.all([first, second].map(async (id) => (await findExport(database(), id))!.state));
    expect(states).toEqual(["done", "failed"]);
  });
});

test("the time until a job's turn is told from what is before it, by the pace of late and the workers there are", async () => {
  const db = database();
  const [first, second, third] = [await add(), await add(), await add()];
  await db("worker").del();
  await db("job").where({ state: "done" }).del();
  const waits = async (id: string) => queueAhead([first, id], await readQueueFacts(db)).get(id);
  expect(await waits(third)).toEqual({ jobs: 2, seconds: 4 });
  expect(await waits(second)).toEqual({ jobs: 1, seconds: 2 });
  expect(await waits("nothing that waits")).toBeUndefined();
  for (const name of ["one", "two"]) await noteWorker(db, name);
  expect(await waits(third)).toEqual({ jobs: 2, seconds: 2 });
  // Half of the first is done.
  const lease = (await claim())!;
  expect(lease.job.id).toBe(first);
  await queue.renewLease(db, lease, { stage: "painting", done: 5, total: 10 });
  expect(await waits(third)).toEqual({ jobs: 2, seconds: 1.5 });
  expect(await waits(first)).toBeUndefined();
  await db("worker").whereIn("name", ["one", "two"]).del();
});

test("the outbox is read page by page, each clip once, newest first, also when more come meanwhile", async () => {
  const { as } = await import("../support/api");
  const ids: string[] = [];
  for (let i = 0; i < 120; i++) ids.push(await add());
  const seen: string[] = [];
  let path: string | undefined = "/api/exports";
  while (path) {
    const page: { exports: { id: string }[]; next: number | null } = (await as("ines", "GET", path)).data;
    seen.push(...page.exports.map(({ id }) => id));
    await add();
    path = page.next === null || seen.length >= 120 ? undefined : `/api/exports?before=${page.next}`;
  }
  expect(seen.slice(0, 120)).toEqual(ids.reverse());
});

test("a name is given once, however many ask for it at once", async () => {
  const { startExport, readExport } = await import("../support/api");
  const made = await Promise.all(Array.from({ length: 40 }, () => startExport()));
  const names = await Promise.all(made.map(async (id) => (await readExport(id)).fileName as string));
  expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(40);
});

test("five thousand clips of one member wait at most; the next is refused in words, another member's is not", async () => {
  const { as, releaseId: named } = await import("../support/api");
  const { id } = (await as("ines", "GET", "/api/me")).data;
  await addMany(5000, id);
  const values = { fields: { name: "One too many" }, lengthS: 3 };
  const body = { releaseId: await named(), values, formats: ["square"], outputs: ["see-through-clip"] };
  const refused = await as("ines", "POST", "/api/exports", body);
  expect([refused.status, refused.error!.code]).toEqual([429, "many_waiting"]);
  expect(refused.error!.message).toContain("5000 of your clips are waiting");
  const other = await as("tomas", "POST", "/api/exports", body);
  expect(other.status).toBe(200);
  // It waits for no more than the first of those five thousand.
  const first = await database()("export as e")
    .join("job as j", "j.id", "e.job_id")
    .where("j.state", "waiting")
    .orderBy(["j.turn", "j.seq"])
    .limit(3)
    .select("e.id");
  expect(first.map((row) => row.id)).toContain(other.data.ids[0]);
});
