import { createHash } from "node:crypto";
import {
  closeSync,
  createReadStream,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from "node:fs";
import { join, resolve } from "node:path";
import { pipeline } from "node:stream/promises";
import { createGunzip } from "node:zlib";
import { clientArgs, databaseOf } from "./lib/database-client.mjs";
import { checkMachine, installPackages } from "./lib/install.mjs";
import { startDatabase } from "./lib/mariadb.mjs";
import { runChild, startChild } from "./lib/processes.mjs";
import { runMain, say, StartError } from "./lib/say.mjs";
import { openFolder, readSettings } from "./lib/settings.mjs";
import { ownUser } from "./lib/user.mjs";

/*
 * `npm run restore -- FILE.tar`: puts what a backup holds into a data folder that is not there yet. It is made beside
 * its place and takes it when it is whole, so that a restore that breaks off leaves nothing that a start would take.
 */

const folder = resolve(process.env.RUBRICK_FOLDER ?? ".rubrick");

await runMain(async () => {
  const [name] = process.argv.slice(2);
  if (!name) throw new StartError("Say from where: npm run restore -- FILE.tar");
  if (!existsSync(name)) throw new StartError(`There is no ${resolve(name)}.`);
  if (existsSync(join(folder, "settings.json")) || existsSync(join(folder, "mariadb"))) {
    throw new StartError(`${folder} has data already. Restore into another: RUBRICK_FOLDER=… npm run restore -- FILE`);
  }
  checkMachine();
  await installPackages();
  const beside = `${folder}.restoring`;
  rmSync(beside, { recursive: true, force: true });
  const root = openFolder(beside);
  try {
    await unpack(resolve(name), root);
    const damaged = await damagedFiles(join(root, "storage"));
    if (damaged.length > 0) throw new StartError(`The backup is damaged: ${damaged.length} of its files have changed.`);
    const instance = { ...takeSeal(root), user: ownUser(root) };
    const server = process.env.DATABASE_URL ? undefined : await startDatabase(instance);
    try {
      await loadTables(databaseOf(instance.settings), join(root, "database.sql.gz"));
    } finally {
      await server?.stop();
    }
    rmSync(join(root, "database.sql.gz"));
    rmSync(folder, { recursive: true, force: true });
    renameSync(root, folder);
  } catch (error) {
    rmSync(beside, { recursive: true, force: true });
    throw error;
  }
  say(`${folder} holds what the backup held. Start it with: npm start`);
});

/** The settings of a new folder, with the seal of the backup: what it has closed opens with no other. */
function takeSeal(root) {
  const instance = readSettings(root);
  const file = join(root, "seal");
  const seal = existsSync(file) ? readFileSync(file, "utf8") : undefined;
  rmSync(file, { force: true });
  if (seal) instance.settings.sessionSecret = seal;
  instance.save();
  if (!seal || (process.env.SESSION_SECRET && process.env.SESSION_SECRET !== seal)) {
    say(
      "The SESSION_SECRET is not the one of the backup. Members with a second factor need a spare code, and set it up again.",
    );
  }
  return instance;
}

/** Whether an archive has its end: one that is cut just between two of its files is listed without a complaint. */
function endsWhole(file) {
  const { size } = statSync(file);
  // It is written in records of so many bytes, and ends in two blocks of nothing.
  if (size === 0 || size % 10_240 !== 0) return false;
  const end = Buffer.alloc(1024, 1);
  const opened = openSync(file, "r");
  try {
    readSync(opened, end, 0, 1024, size - 1024);
  } finally {
    closeSync(opened);
  }
  return end.every((byte) => byte === 0);
}

async function unpack(file, root) {
  const listed = await runChild("tar", ["-tf", file]);
  const wrong = listed.stdout
    .split("\n")
    .filter((entry) => entry && !/^(database\.sql\.gz|seal|storage\/([0-9a-f]{2}\/([0-9a-f]{64})?)?)$/.test(entry));
  const whole = listed.status === 0 && endsWhole(file);
  if (!whole || wrong.length > 0 || !listed.stdout.includes("database.sql.gz")) {
    throw new StartError(`${file} is no backup of Rubrick, or it is cut off.`);
  }
  mkdirSync(root, { recursive: true });
  const { status, stderr } = await runChild("tar", ["-xf", file, "--no-same-owner", "-C", root]);
  if (status !== 0) throw new StartError(`The backup could not be unpacked: ${stderr.trim()}`);
}

/** Every stored file is named by the hash of its content. */
async function damagedFiles(storage) {
  const damaged = [];
  for (const shelf of readdirSync(storage)) {
    for (const name of readdirSync(join(storage, shelf))) {
      const hash = createHash("sha256");
      await pipeline(createReadStream(join(storage, shelf, name)), hash);
      if (hash.digest("hex") !== name) damaged.push(name);
    }
  }
  return damaged;
}

async function loadTables(database, dump) {
  const { args, env } = clientArgs(database);
  const there = await runChild("mariadb", [...args, "--skip-column-names", "--execute=show tables", database.name], {
    env,
  });
  if (there.status !== 0) throw new StartError(`The database can’t be reached: ${there.stderr.trim()}`);
  if (there.stdout.trim() !== "")
    throw new StartError(`The database ${database.name} is not empty. Restore into one that is.`);
  // Who has signed out, or was signed out, since the backup does not come back by it.
  const after = "update member set session_epoch = session_epoch + 1; delete from session;";
  const child = startChild("mariadb", [...args, database.name], { env, stdio: ["pipe", "ignore", "pipe"] });
  let errors = "";
  child.stderr.on("data", (text) => (errors += text));
  const ended = new Promise((done) => child.once("close", done));
  await pipeline(
    createReadStream(dump),
    createGunzip(),
    async function* (parts) {
      yield* parts;
      yield `\n${after}\n`;
    },
    child.stdin,
  ).catch((error) => (errors += error.message));
  if ((await ended) !== 0 || errors !== "") throw new StartError(`The tables could not be restored: ${errors.trim()}`);
}
