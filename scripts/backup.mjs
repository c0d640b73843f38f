import { createWriteStream, existsSync, renameSync, rmSync } from "node:fs";
import { basename, dirname, join, resolve } from "node:path";
import { pipeline } from "node:stream/promises";
import { createGzip } from "node:zlib";
import { clientArgs, databaseOf, withDatabase } from "./lib/database-client.mjs";
import { startChild, runChild } from "./lib/processes.mjs";
import { runMain, say, StartError } from "./lib/say.mjs";
import { environment, openFolder, readSettings, synced, writeWhole } from "./lib/settings.mjs";

/*
 * `npm run backup -- FILE.tar`: everything of an instance in one file, whether it runs or not. The tables as they were at
 * one instant, what opens second factors again, then the stored files: those are written before their rows, and never
 * change.
 */

const folder = process.env.RUBRICK_FOLDER ?? ".rubrick";

// It holds all that the tables hold: nobody else's business.
process.umask(0o077);

await runMain(async () => {
  const [name] = process.argv.slice(2);
  if (!name) throw new StartError("Say where to: npm run backup -- FILE.tar");
  const file = resolve(name);
  if (existsSync(file)) throw new StartError(`${file} is there already. Choose another name.`);
  if (!existsSync(join(folder, "settings.json")))
    throw new StartError(`There is nothing of Rubrick in ${resolve(folder)}.`);
  const root = openFolder(folder);
  const near = `${file}.part`;
  const [dump, seal] = [`database-${process.pid}.sql.gz`, `seal-${process.pid}`].map((one) => join(dirname(near), one));
  try {
    const instance = readSettings(root);
    await withDatabase(instance, (settings) => writeDump(databaseOf(settings), dump));
    writeWhole(seal, environment(instance, 0).SESSION_SECRET);
    const named = [
      "--transform",
      `s,^${basename(dump)}$,database.sql.gz,`,
      "--transform",
      `s,^${basename(seal)}$,seal,`,
    ];
    const parts = ["-C", dirname(dump), basename(dump), basename(seal), "-C", root, "storage"];
    const { status, stderr } = await runChild("tar", ["-cf", near, "--exclude=*.part", ...named, ...parts]);
    // 1: a file that nothing refers to was swept away meanwhile.
    if (status > 1 || status < 0) throw new StartError(`The backup could not be written: ${stderr.trim()}`);
    synced(near);
    renameSync(near, file);
    synced(dirname(file));
  } finally {
    for (const left of [near, dump, seal]) rmSync(left, { force: true });
  }
  say(`Everything of ${root} is in ${file}.`);
});

async function writeDump(database, target) {
  const consistent = ["--single-transaction", "--skip-lock-tables", "--no-tablespaces", "--hex-blob"];
  const { args, env } = clientArgs(database);
  const child = startChild("mariadb-dump", [...args, ...consistent, database.name], {
    env,
    stdio: ["ignore", "pipe", "pipe"],
  });
  let errors = "";
  child.stderr.on("data", (text) => (errors += text));
  const ended = new Promise((done) => child.once("close", done));
  await pipeline(child.stdout, createGzip({ level: 6 }), createWriteStream(target, { mode: 0o600 }));
  if ((await ended) !== 0) throw new StartError(`The tables could not be read: ${errors.trim()}`);
}
