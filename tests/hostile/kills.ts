import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { as, base, cookieOf, pause, releaseId, until } from "../support/api";

/*
 * `tsx tests/hostile/kills.ts [how many]`: kills pages, worker, database and encoders of a running instance outright, one
 * after the other, while clips are asked for; then looks whether every clip that was promised is there, whole. Ends with
 * status 1 when anything is wrong.
 */

const times = Number(process.argv[2] ?? 30);
const folder = process.env.RUBRICK_TEST_FOLDER ?? ".rubrick";
const kinds = ["worker", "ffmpeg", "web", "mariadb"] as const;

const pidsOf = (kind: (typeof kinds)[number]): number[] => {
  if (kind !== "ffmpeg") return [Number(readFileSync(join(folder, `${kind}.pid`), "utf8"))];
  return readdirSync("/proc")
    .filter((entry) => {
      try {
        return /^\d+$/.test(entry) && readFileSync(`/proc/${entry}/cmdline`, "latin1").startsWith("ffmpeg");
      } catch {
        return false;
      }
    })
    .map(Number);
};

const release = await releaseId();
const promised: string[] = [];
let asked = 0;
/** Asks for a clip; what breaks off was not promised. */
async function ask(): Promise<void> {
  const values = { fields: { name: `Kill ${asked++}` }, lengthS: 3 };
  const body = { releaseId: release, values, formats: ["square"], outputs: ["see-through-clip"] };
  const reply = await as("ines", "POST", "/api/exports", body).catch(() => undefined);
  if (reply?.status === 200) promised.push(reply.data.ids[0]);
}

let kills = 0;
for (let i = 0; kills < times; i++) {
  await ask();
  const kind = kinds[i % kinds.length]!;
  for (const pid of pidsOf(kind).slice(0, 1)) {
    try {
      process.kill(pid, "SIGKILL");
      kills++;
      console.log(`${kills}  ${kind}`);
    } catch {
      // It has been killed just before, and is not brought back yet.
    }
  }
  await ask();
  await pause(700 + ((i * 0.618034) % 1) * 3000);
}

let faults = 0;
for (const id of promised) {
  const job = await until(
    () => as("ines", "GET", `/api/exports/${id}`).catch(() => undefined),
    (reply) => reply?.data && ["done", "failed", "cancelled"].includes(reply.data.state),
    300,
  );
  const { state, error, proof, bytes } = job!.data;
  const file = await fetch(`${base}/api/exports/${id}/file`, {
    headers: { cookie: await cookieOf("ines") },
  });
  const content = Buffer.from(await file.arrayBuffer());
  const tag = createHash("sha256").update(content).digest("hex");
  if (state !== "done" || !proof.passed || content.length !== bytes || file.headers.get("etag") !== `"${tag}"`) {
    faults++;
    console.log(`WRONG  ${id}: ${state} ${error ?? ""}`);
  }
}
console.log(`${kills} kills, ${promised.length} of ${asked} clips promised, ${faults} of them wrong`);
process.exit(faults === 0 ? 0 : 1);
