import { startDatabase } from "./mariadb.mjs";
import { runChild } from "./processes.mjs";
import { environment } from "./settings.mjs";
import { lockFolder } from "./lock.mjs";
import { ownUser } from "./user.mjs";

/** What a DATABASE_URL names. */
function parseAddress(address) {
  const { hostname, port, username, password, pathname } = new URL(address);
  const [user, secret] = [username, password].map(decodeURIComponent);
  return { host: hostname, port: port || "3306", user, secret, name: pathname.slice(1) };
}

/** The database of an instance: its own, or the one that `DATABASE_URL` names. */
export const databaseOf = (settings) => parseAddress(environment({ root: "", settings }, 0).DATABASE_URL);

/** How MariaDB's own programs reach a database; the password stays out of what others can list. */
export const clientArgs = ({ host, port, user, secret }) => ({
  args: ["--no-defaults", `--host=${host}`, `--port=${port}`, `--user=${user}`, "--default-character-set=utf8mb4"],
  env: { ...process.env, MYSQL_PWD: secret },
});

async function answers(database) {
  const { args, env } = clientArgs(database);
  const asked = ["--connect-timeout=3", "--execute=select 1", database.name];
  return (await runChild("mariadb", [...args, ...asked], { env, timeout: 8000 })).status === 0;
}

/** Works with the database of an instance, which is started for it unless the instance runs. */
export async function withDatabase(instance, work) {
  const { root, settings } = instance;
  if (await answers(databaseOf(settings))) return work(settings);
  const unlock = lockFolder(root);
  const server = await startDatabase({ ...instance, user: ownUser(root) });
  try {
    return await work(settings);
  } finally {
    await server.stop();
    unlock();
  }
}
