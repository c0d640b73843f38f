import knex, { type Knex } from "knex";
import { isDeadlock, retried } from "./again";

export type Db = Knex;

declare global {
  /** When a connection could last not be had: pages that fall then are answered by “try again”, not as a fault of ours. */
  var rubrickDatabaseAwayMs: number | undefined;
}

const holder = globalThis as { rubrickDb?: Db };

/** The process's connection pool to MariaDB, from DATABASE_URL. */
export function database(): Db {
  holder.rubrickDb ??= connect(required("DATABASE_URL"));
  return holder.rubrickDb;
}

const mostConnections = 10;

/** Milliseconds that a statement may take: of a page somebody waits for an answer, a worker has time. */
const statementMs = (): number => (process.env.RUBRICK_PROCESS === "web" ? 8000 : 120_000);

interface Connection {
  readonly destroy: () => void;
}

/** A statement's answer, or an error of an unreachable database when it stands still: its connection goes with it. */
async function withinDeadline<T>(connection: Connection, answer: Promise<T>): Promise<T> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => {
      connection.destroy();
      globalThis.rubrickDatabaseAwayMs = Date.now();
      reject(Object.assign(new Error("the database did not answer in time"), { code: "ETIMEDOUT" }));
    }, statementMs());
  });
  try {
    return await Promise.race([answer, late]);
  } finally {
    clearTimeout(timer);
    answer.catch(() => undefined); // Told by the deadline already.
  }
}

/** The driver gives no code to a statement for a connection that the database has closed meanwhile. */
function tellClosed(error: Error & { fatal?: boolean; code?: string }): never {
  if (error.fatal) error.code ??= "PROTOCOL_CONNECTION_LOST";
  throw error;
}

/** The client of MariaDB, every statement of which has a deadline, those of transactions too. */
function boundedClient(): typeof Knex.Client {
  type Query = (connection: Connection, statement: unknown) => Promise<unknown>;
  const Plain = knex({ client: "mysql2" }).client.constructor as { prototype: { _query: Query } } & typeof Knex.Client;
  const plain = Plain.prototype._query;
  class Bounded extends Plain {
    _query(connection: Connection, statement: unknown): Promise<unknown> {
      return withinDeadline(connection, plain.call(this, connection, statement).catch(tellClosed));
    }
    override async acquireConnection(): Promise<unknown> {
      try {
        return await (super.acquireConnection() as Promise<unknown>);
      } catch (error) {
        globalThis.rubrickDatabaseAwayMs = Date.now();
        throw error;
      }
    }
  }
  return Bounded as unknown as typeof Knex.Client;
}

/** Seconds that a transaction may stand idle: a process that stands still in the middle holds its rows no longer than that. */
const mostIdleS = 20;

/** A pool of connections to the MariaDB of a `mysql://` address; `idleS` limits how long its transactions may stand idle. */
export function connect(url: string, idleS = mostIdleS): Db {
  const { hostname, port, username, password, pathname } = new URL(url);
  const db = knex({
    client: boundedClient(),
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
        connection.query(`SET time_zone = '+00:00', idle_transaction_timeout = ${idleS}`, (error) =>
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
