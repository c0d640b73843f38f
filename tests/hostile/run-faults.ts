import { readdirSync, utimesSync } from "node:fs";
import { join } from "node:path";
import { sweep } from "@/worker/sweep";
import { database } from "@/server/db/connection";
import { as, base, cookieOf, pause, releaseId, until } from "../support/api";
import { drawn, randomFrom } from "./faults";
import { designer, hashOf, insisted, newRowId, typist, uploader } from "./hands";

export interface FaultRun {
  readonly rounds: number;
  /** Clips of the batch that is made meanwhile. */
  readonly clips: number;
  readonly seed: number;
  readonly say?: (line: string) => void;
}

export interface FaultReport {
  readonly rounds: number;
  /** How often each fault has happened. */
  readonly happened: Readonly<Record<string, number>>;
  readonly acknowledged: {
    readonly cells: number;
    readonly patches: number;
    readonly files: number;
    readonly clips: number;
  };
  /** Everything that is not as it was promised, in words. */
  readonly wrong: readonly string[];
  readonly seconds: number;
}

const folder = process.env.RUBRICK_TEST_FOLDER ?? ".rubrick";

/** Lets faults happen while people work and a batch is made, and looks afterwards whether all that was promised is there. */
export async function runFaults({ rounds, clips, seed, say = () => undefined }: FaultRun): Promise<FaultReport> {
  const started = Date.now();
  const random = randomFrom(seed);
  const release = await releaseId();
  const sheet = (await insisted("ines", "POST", "/api/sheets", { releaseId: release, name: `Faults ${seed}` })).data
    .id as string;
  const design = (await insisted("tomas", "POST", "/api/designs", { name: `Faults ${seed}` })).data.id as string;
  const promised = await batch(sheet, clips);
  let going = true;
  const hands = Promise.all([typist(sheet, () => going), designer(design, () => going), uploader(() => going)]);
  const happened: Record<string, number> = {};
  for (let round = 1; round <= rounds; round++) {
    const fault = drawn(random);
    happened[fault.name] = (happened[fault.name] ?? 0) + 1;
    say(`${round} of ${rounds}  ${fault.name}`);
    await fault.happen(random);
    await pause(150 + random() * 1400);
  }
  going = false;
  const [typed, drawnOn, files] = await hands;
  await back();
  const wrong = [
    ...(await wrongCells(sheet, typed)),
    ...(await wrongDraft(design, drawnOn.least)),
    ...(await wrongFiles(files)),
    ...(await wrongClips(promised)),
    ...(await wrongStore()),
    ...(await wrongFolders()),
  ];
  await as("tomas", "POST", `/api/designs/${design}/about`, { archived: true });
  const acknowledged = {
    cells: typed.acknowledged,
    patches: drawnOn.acknowledged,
    files: files.length,
    clips: promised.length,
  };
  return { rounds, happened, acknowledged, wrong, seconds: Math.round((Date.now() - started) / 1000) };
}

/** Asks for a batch of clips; answers the rows whose clips were promised. */
async function batch(sheet: string, clips: number): Promise<string[]> {
  await insisted("ines", "POST", `/api/sheets/${sheet}/about`, { formats: ["square"], outputs: ["see-through-clip"] });
  const rows = Array.from({ length: clips }, newRowId);
  const add = rows.map((id, i) => ({ id, cells: { name: `Clip ${i}`, role: "Warden", "@length": 3 } }));
  await insisted("ines", "POST", `/api/sheets/${sheet}/changes`, { add });
  const made = await insisted("ines", "POST", `/api/sheets/${sheet}/clips`, { rows });
  if (made.data.left.length > 0) throw new Error(`the batch left rows out: ${made.data.left[0].reason}`);
  return rows.map((row) => `${sheet} ${row}`);
}

/** Waits until everything has been brought back. */
const back = () =>
  until(
    () => as("ines", "GET", "/api/ready").catch(() => undefined),
    (reply) => reply?.status === 200 && reply.data.workers > 0,
    180,
  );

const numberIn = (text: unknown): number => Number(/\d+$/.exec(String(text))?.[0] ?? -1);

async function wrongCells(sheet: string, { row, least }: { row: string; least: number }): Promise<string[]> {
  const { data } = await insisted("ines", "GET", `/api/sheets/${sheet}`);
  const found = data.rows.find(({ id }: { id: string }) => id === row);
  const now = numberIn(found?.cells.name);
  return now >= least ? [] : [`what was typed last (${least}) is not in its cell (${found?.cells.name})`];
}

async function wrongDraft(design: string, least: number): Promise<string[]> {
  const { data } = await insisted("tomas", "GET", `/api/designs/${design}`);
  const now = numberIn(data.document.about || "0");
  return now >= least ? [] : [`what was drawn last (${least}) is not in its draft (${data.document.about})`];
}

async function wrongFiles(hashes: readonly string[]): Promise<string[]> {
  const wrong: string[] = [];
  for (const hash of hashes) {
    const answer = await fetch(`${base}/api/media/${hash}`, { headers: { cookie: await cookieOf("tomas") } });
    if (!answer.ok || hashOf(new Uint8Array(await answer.arrayBuffer())) !== hash)
      wrong.push(`the file ${hash} is not there whole`);
  }
  return wrong;
}

/** Every promised clip is made once, proved, and its file is the one that is written down. */
async function wrongClips(promised: readonly string[]): Promise<string[]> {
  const wrong: string[] = [];
  const db = database();
  const open = () =>
    db("export")
      .whereIn(
        "row_id",
        promised.map((one) => one.split(" ")[1]!),
      )
      .whereIn("row_id", (query) =>
        query
          .from("sheet_row")
          .where({ sheet_id: promised[0]!.split(" ")[0] })
          .select("id"),
      );
  await until(
    async () => Number((await open().where({ state: "asked" }).count("* as n"))[0]?.n ?? 0),
    (waiting) => waiting === 0,
    900,
  );
  const rows = await open().select("id", "row_id", "state", "error", "proof", "file_hash", "file_bytes", "replaced");
  const living = rows.filter(({ replaced }) => !replaced);
  if (living.length !== promised.length)
    wrong.push(`${promised.length} clips were promised, ${living.length} are there`);
  for (const { id, state, error, proof, file_hash: hash } of living) {
    if (state !== "done") {
      wrong.push(`the clip ${id} is ${state}: ${error ?? ""}`);
      continue;
    }
    const passed = (typeof proof === "string" ? (JSON.parse(proof) as { passed: boolean }) : proof).passed;
    const file = await fetch(`${base}/api/exports/${id}/file`, { headers: { cookie: await cookieOf("ines") } });
    const content = new Uint8Array(await file.arrayBuffer());
    if (!passed || hashOf(content) !== hash) wrong.push(`the clip ${id} is not the one that was proved`);
    const times = await db("audit").where({ subject: id, action: "export.done" }).count("* as n");
    if (Number(times[0]?.n) !== 1) wrong.push(`the clip ${id} was recorded ${times[0]?.n} times`);
  }
  return wrong;
}

/** Every stored file has its row, and every file that something refers to is stored. */
async function wrongStore(): Promise<string[]> {
  const root = join(folder, "storage");
  const there = new Set(readdirSync(root).flatMap((part) => readdirSync(join(root, part))));
  const db = database();
  const rows = new Set((await db("stored_file").select("hash")).map(({ hash }) => hash as string));
  const named = new Set((await db("file_reference").distinct("hash")).map(({ hash }) => hash as string));
  return [
    ...[...there]
      .filter((name) => !name.endsWith(".part") && !rows.has(name))
      .map((name) => `the file ${name} has no row`),
    ...[...named].filter((hash) => !there.has(hash)).map((hash) => `the file ${hash} is named and not there`),
  ];
}

/** What killed attempts have left is what a sweep takes, however soon it comes. */
async function wrongFolders(): Promise<string[]> {
  const root = join(folder, "work");
  const db = database();
  await until(
    async () => Number((await db("job").whereIn("state", ["waiting", "leased"]).count("* as n"))[0]?.n ?? 0),
    (open) => open === 0,
    300,
  );
  const old = new Date(Date.now() - 2 * 3600 * 1000);
  for (const name of readdirSync(root)) utimesSync(join(root, name), old, old);
  await sweep(db);
  return readdirSync(root)
    .filter((name) => name !== "copies")
    .map((name) => `the folder ${name} was left behind`);
}
