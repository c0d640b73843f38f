import knex, { type Knex } from "knex";
import { isDeadlock, retried } from "./again";

export type Db = Knex;

const holder = globalThis as { rubrickDb?: Db };

/** The process's connection pool to MariaDB, from DATABASE_URL. */
export function database(): Db {
  holder.rubrickDb ??= connect(required("DATABASE_URL"));
  return holder.rubrickDb;
}

const mostConnections = 10;

export function connect(url: string): Db {
  const { hostname, port, username, password, pathname } = new URL(url);
  const db = knex({
    client: "mysql2",
    connection: {
      host: hostname,
      port: Number(port || 3306),
      user: decodeURIComponent(username),
      password: decodeURIComponent(password),
      database: pathname.slice(1),
      charset: "utf8mb4",
      timezone: "Z",
      supportBigNumbers: true,
      connectTimeout: 3000,
    },
    pool: {
      min: 0,
      max: mostConnections,
      afterCreate: (connection: { query: (sql: string, done: (error: unknown) => void) => void }, done: unknown) =>
        connection.query("SET time_zone = '+00:00'", (error) =>
          (done as (e: unknown, c: unknown) => void)(error, connection),
        ),
    },
    acquireConnectionTimeout: 4000,
  });
  // A statement by itself is a transaction of its own: sent back, nothing of it is there. Those of a transaction are sent
  // through a client of that, and done again together.
  const { client } = db;
  const once = client.query.bind(client);
  client.query = (connection: unknown, statement: unknown) => retried(() => once(connection, statement), isDeadlock);
  return db;
}

/** Ends the pool; for processes that stop. */
export async function disconnect(): Promise<void> {
  await holder.rubrickDb?.destroy();
  delete holder.rubrickDb;
}

export function required(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`The setting ${name} is missing.`);
  return value;
}

/** Whether an error means that the database could not be reached, rather than that it refused. */
export function isUnreachable(error: unknown): boolean {
  const { code, name } = error as { code?: string; name?: string };
  const codes = ["ECONNREFUSED", "ECONNRESET", "PROTOCOL_CONNECTION_LOST", "ETIMEDOUT", "EPIPE", "ER_SERVER_SHUTDOWN"];
  return name === "KnexTimeoutError" || (code !== undefined && codes.includes(code));
}

/** Whether all connections were in use for so long that one was not waited for any more. */
export const isBusy = (error: unknown): boolean =>
  (error as Error | null)?.name === "KnexTimeoutError" &&
  (holder.rubrickDb?.client.pool.numUsed() ?? 0) >= mostConnections;

/** JSON columns come back parsed or, through some functions, as text. */
export function fromJson<T>(value: unknown): T {
  return (typeof value === "string" ? JSON.parse(value) : value) as T;
}
