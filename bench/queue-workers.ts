import { spawn, type ChildProcess } from "node:child_process";
import { join } from "node:path";
import { bundleOf } from "@/scripts/lib/programs.mjs";
import { connect } from "@/server/db/connection";
import { as, startExport } from "@/tests/support/api";
import { round, secondsOf, type Measurement } from "./measure";

const clips = 40;

/** Two workers of one queue, each held to one core as on a machine of its own, against one. */
export async function measureQueueWorkers(
  env: NodeJS.ProcessEnv,
  workerPid: number,
  folder: string,
): Promise<Measurement[]> {
  const db = connect(env.DATABASE_URL!);
  // The instance's own worker stands still: it is held to no core.
  process.kill(workerPid, "SIGSTOP");
  const start = (core: number): ChildProcess => {
    const own = { ...process.env, ...env, NODE_ENV: "production", WORK_FOLDER: join(folder, `core-${core}`) };
    const named = { ...own, WORKER_NAME: `core ${core}`, RUBRICK_PROCESS: "" } as NodeJS.ProcessEnv;
    return spawn("taskset", ["-c", String(core), process.execPath, bundleOf("worker/main.ts")], {
      env: named,
      stdio: "ignore",
    });
  };
  const allMade = async (ids: readonly string[]) => {
    const open = () => db("export").whereIn("id", ids).where({ state: "asked" }).first("id");
    while (await open()) await new Promise((done) => setTimeout(done, 100));
  };
  const ask = async (count: number) => {
    const ids: string[] = [];
    for (let i = 0; i < count; i++) ids.push(await startExport());
    return ids;
  };
  const dueIn = (seconds: number) =>
    db("job")
      .where({ state: "waiting" })
      .update({ available_at: db.raw("now(3) + interval ? second", [seconds]) });
  const taken = async (cores: readonly number[]): Promise<number> => {
    // Asked before anybody is at work, and due when the clock starts: asking is the pages' work, which no
    // core is left for here.
    const ids = await ask(clips);
    await dueIn(3600);
    const workers = cores.map(start);
    // Warm, as workers are that have stood there for a while: each has made some clips before the clock starts.
    await allMade(await ask(3 * cores.length));
    const seconds = await secondsOf(async () => {
      await dueIn(0);
      await allMade(ids);
    });
    for (const worker of workers) worker.kill("SIGTERM");
    await Promise.all(workers.map((worker) => new Promise((done) => worker.once("close", done))));
    return seconds;
  };
  try {
    await as("ines", "GET", "/api/me");
    // In turn and twice, and alone once on each core, so that what else the machine does falls on both.
    let [one, two] = [0, 0];
    for (let round = 0; round < 2; round++) {
      one += await taken([round]);
      two += await taken([0, 1]);
    }
    const shares = await db("job").where("worker", "like", "core %").groupBy("worker").count("* as n").select("worker");
    return [
      {
        name: `two workers against one through the queue, ${clips} clips`,
        value: round(one / two),
        unit: "ratio",
        target: { is: "at least", value: 1.8 },
        detail: {
          oneS: round(one),
          twoS: round(two),
          ...Object.fromEntries(shares.map(({ worker, n }) => [String(worker), Number(n)])),
        },
      },
    ];
  } finally {
    process.kill(workerPid, "SIGCONT");
    await db.destroy();
  }
}
