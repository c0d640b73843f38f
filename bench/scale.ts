import { connect, type Db } from "@/server/db/connection";
import { takenFileNames } from "@/server/db/export-names";
import { listExports } from "@/server/db/exports";
import { newId } from "@/server/db/ids";
import { claimNextJob, returnJob, type Lease } from "@/server/db/jobs";
import { listNewestReleases } from "@/server/db/releases";
import { countRequests, listFirstOf, listRequests } from "@/server/db/requests";
import { queueAhead, readQueueFacts } from "@/server/db/workers";
import { median, round, type Measurement } from "./measure";

const exportsAtAll = 100_000;
const waitingAtOnce = 16_000;
const designs = 200;

/** Copies of one release and one export, so many that a list must not look at all of them. */
async function fill(db: Db): Promise<void> {
  const design = await db("design").first();
  const release = await db("design_release").where({ design_id: design.id }).first();
  const clip = { release_id: release.id, format: "wide", settings: "{}", fill: "{}", accepted: "[]" };
  const member = (await db("member").where({ role: "contributor" }).first("id")).id as string;
  const json = (value: unknown) => (typeof value === "string" ? value : JSON.stringify(value));
  for (let i = 0; i < designs; i++) {
    const id = `scale-${i}`;
    await db("design").insert({ ...design, id, draft: json(design.draft), tags: json(design.tags) });
    const documents = {
      document: json(release.document),
      accepted: json(release.accepted),
    };
    for (let n = 1; n <= 10; n++) {
      await db("design_release").insert({ ...release, ...documents, id: newId(), design_id: id, number: n });
    }
  }
  for (let at = 0; at < exportsAtAll; at += 1000) {
    let request = "";
    const made = Array.from({ length: 1000 }, (_, i) => {
      const id = newId();
      const waits = at + i < waitingAtOnce;
      const file = `Scale_${at + i}.webm`;
      const name = { file_name: file, name_key: file.toLowerCase() };
      if (i % 10 === 0) request = id;
      const row = {
        ...clip,
        ...name,
        id,
        request_id: request,
        job_id: id,
        created_by: member,
        state: waits ? "asked" : "done",
      };
      const job = { id, kind: "render", payload: "{}", owner: member, turn: at + i, state: waits ? "waiting" : "done" };
      return { row, job };
    });
    await db("job").insert(made.map(({ job }) => job));
    await db("export").insert(made.map(({ row }) => row));
    // Asked for by tens.
    const asked = made.filter((_, i) => i % 10 === 0);
    const asRequest = ({ row: { id, created_by } }: (typeof made)[number]) => ({
      id,
      created_by,
      title: `Scale ${id}`,
    });
    await db("export_request").insert(asked.map(asRequest));
  }
}

/** Half of the times took at most so long; what `after` puts back is not counted. */
async function msOf<T>(times: number, work: () => Promise<T>, after?: (made: T) => Promise<void>): Promise<number> {
  const taken: number[] = [];
  for (let i = 0; i < times; i++) {
    const started = performance.now();
    const made = await work();
    taken.push(performance.now() - started);
    await after?.(made);
  }
  return median(taken);
}

/** Lists and the queue with a hundred thousand exports, sixteen thousand of them waiting, and two thousand releases. */
export async function measureScale(address: string, workerPid: number): Promise<Measurement[]> {
  const db = connect(address);
  // The instance's own worker stands still: it would take what is claimed here.
  process.kill(workerPid, "SIGSTOP");
  try {
    await fill(db);
    const detail = { exports: exportsAtAll, waiting: waitingAtOnce, releases: designs * 10 };
    const line = (name: string, most: number, ms: number): Measurement => ({
      name,
      value: round(ms),
      unit: "ms",
      target: { is: "at most", value: most },
      detail,
    });
    const claim = async (claimers: number) => {
      const leases = await Promise.all(Array.from({ length: claimers }, () => claimNextJob(db, "bench")));
      const got = leases.filter((lease) => lease !== undefined);
      if (got.length < claimers) throw new Error(`only ${got.length} of ${claimers} claimers got a job`);
      return got;
    };
    const giveBack = async (leases: Lease[]) => {
      for (const lease of leases) await returnJob(db, lease);
    };
    const waiting: string[] = await db("job").where({ state: "waiting" }).orderBy("turn").limit(50).pluck("id");
    const outbox = (before?: number, text?: string) => async () => {
      const found = await listRequests(db, { text }, { before, limit: 21 });
      const ids = found.map(({ id }) => id);
      return Promise.all([countRequests(db, ids), listFirstOf(db, ids, {}, 6)]);
    };
    const page = (before?: number) => () => listExports(db, { before, limit: 51 });
    return [
      line("first page of the outbox", 50, await msOf(20, outbox())),
      line("a page far down the outbox", 50, await msOf(20, outbox(2_000))),
      line("a page of the outbox that is looked for by name", 200, await msOf(5, outbox(undefined, "Scale_77"))),
      line("first page of all exports", 50, await msOf(20, page())),
      line("names in use", 5, await msOf(20, () => takenFileNames(db, ["Scale_4242"]))),
      line("one claim", 5, await msOf(30, () => claim(1), giveBack)),
      line("one of eight claims at once, each gets one", 5, (await msOf(30, () => claim(8), giveBack)) / 8),
      line(
        "what is before each that waits",
        50,
        await msOf(10, async () => queueAhead(waiting, await readQueueFacts(db))),
      ),
      line(
        "first page of the shelf",
        150,
        await msOf(10, () =>
          listNewestReleases(db, { search: "", tag: "", order: "mine", memberId: "", offset: 0, limit: 51 }),
        ),
      ),
    ];
  } finally {
    process.kill(workerPid, "SIGCONT");
    await db.destroy();
  }
}
