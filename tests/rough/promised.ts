import { readdirSync, utimesSync } from "node:fs";
import { join } from "node:path";
import { database } from "@/server/db/connection";
import { sweep } from "@/worker/sweep";
import { base, cookieOf, until } from "../support/api";
import { hashOf } from "./hands";

/* What must hold when everything has been brought back: clips, store and folders. */

const folder = process.env.RUBRICK_TEST_FOLDER ?? ".rubrick";

/** Every promised clip, by its row of a sheet or its own id, is made once, proved, and its file is the one that is written down. */
export async function wrongClips(by: "row_id" | "id", promised: readonly string[]): Promise<string[]> {
  const wrong: string[] = [];
  const db = database();
  const asked = () => db("export").whereIn(by, [...promised]);
  await until(
    async () => Number((await asked().where({ state: "asked" }).count("* as n"))[0]?.n ?? 0),
    (waiting) => waiting === 0,
    900_000,
  );
  const rows = await asked().select("id", "state", "error", "proof", "file_hash", "replaced");
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
export async function wrongStore(): Promise<string[]> {
  const root = join(folder, "storage");
  const db = database();
  // A file gets its row, is stored, then is referred to: in this order nothing that is just coming seems to be missing.
  const named = new Set((await db("file_reference").distinct("hash")).map(({ hash }) => hash as string));
  const there = new Set(readdirSync(root).flatMap((part) => readdirSync(join(root, part))));
  const rows = new Set((await db("stored_file").select("hash")).map(({ hash }) => hash as string));
  return [
    ...[...there]
      .filter((name) => !name.endsWith(".part") && !rows.has(name))
      .map((name) => `the file ${name} has no row`),
    ...[...named].filter((hash) => !there.has(hash)).map((hash) => `the file ${hash} is named and not there`),
  ];
}

/** What killed attempts have left is what a sweep takes, however soon it comes. */
export async function wrongFolders(): Promise<string[]> {
  const root = join(folder, "work");
  const db = database();
  await until(
    async () => Number((await db("job").whereIn("state", ["waiting", "leased"]).count("* as n"))[0]?.n ?? 0),
    (open) => open === 0,
  );
  const old = new Date(Date.now() - 2 * 3600 * 1000);
  for (const name of readdirSync(root)) utimesSync(join(root, name), old, old);
  await sweep(db);
  return readdirSync(root)
    .filter((name) => name !== "copies")
    .map((name) => `the folder ${name} was left behind`);
}
