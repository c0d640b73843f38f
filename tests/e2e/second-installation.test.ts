import { execFileSync, spawn, type ChildProcess } from "node:child_process";
import { createHash } from "node:crypto";
import { createServer, request } from "node:http";
import type { AddressInfo } from "node:net";
import { mkdirSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, jest, test } from "@jest/globals";
import { databaseOf } from "@/scripts/lib/database-client.mjs";
import { startDatabase } from "@/scripts/lib/mariadb.mjs";
import { freePort, openFolder, readSettings } from "@/scripts/lib/settings.mjs";
import { ownUser } from "@/scripts/lib/user.mjs";
import { as, base, cookieOf, sessionOf, until, type Reply } from "../support/api";

/*
 * A second installation beside the one that is tested, made by the commands of docs/running.md, "On many machines": its own
 * database and storage, two web processes behind a proxy, one worker, nobody in it. All designs of the demo world are carried over.
 */

jest.setTimeout(600_000);

const folder = join(process.env.RUBRICK_TEST_FOLDER ?? ".rubrick", "second");
const work = mkdtempSync(join(tmpdir(), "rubrick-second-"));
const kept = { ...process.env };
const running: ChildProcess[] = [];
const ports: number[] = [];
let address: string;
let server: { stop: () => Promise<void> };
let env: NodeJS.ProcessEnv;
let owner: string;

/** Somewhere that designs, packages and clips are. */
type Installation = (method: string, path: string, body?: unknown) => Promise<Reply & { bytes: Buffer }>;

async function read(answer: Response): Promise<Reply & { bytes: Buffer }> {
  const bytes = Buffer.from(await answer.arrayBuffer());
  const isJson = answer.headers.get("content-type")?.includes("json") ?? false;
  const { data, error } = isJson ? JSON.parse(bytes.toString()) : { data: undefined, error: undefined };
  return { status: answer.status, data, error, headers: answer.headers, bytes };
}

async function ask(address: string, headers: Record<string, string>, method: string, path: string, body?: unknown) {
  const isFile = Buffer.isBuffer(body);
  const type = isFile ? "application/octet-stream" : "application/json";
  const sent = body === undefined ? undefined : isFile ? new Uint8Array(body) : JSON.stringify(body);
  return read(await fetch(address + path, { method, body: sent, headers: { "content-type": type, ...headers } }));
}

const first: Installation = async (method, path, body) =>
  ask(base, { cookie: await cookieOf("tomas"), origin: base }, method, path, body);

const second: Installation = (method, path, body) =>
  ask(address, { origin: address, ...(owner && { cookie: owner }) }, method, path, body);

let turn = 0;
/** No call comes to the same web process twice in a row. */
const proxy = createServer((call, answer) => {
  const port = ports[turn++ % ports.length];
  const { method, url: path, headers } = call;
  const onward = request({ port, method, path, headers }, (reply) => {
    answer.writeHead(reply.statusCode!, reply.headers);
    reply.pipe(answer);
  });
  onward.on("error", () => answer.destroy());
  call.pipe(onward);
});

const start = (program: string, more: Record<string, string>) =>
  running.push(spawn("npm", ["run", program], { env: { ...env, ...more }, stdio: "ignore", detached: true }));

async function done(at: Installation, job: string) {
  const { data } = await until(
    () => at("GET", `/api/jobs/${job}`),
    (reply) => ["done", "failed"].includes(reply.data?.state),
    240,
  );
  expect(data.error ?? null).toBeNull();
  return data;
}

beforeAll(async () => {
  for (const name of ["DATABASE_URL", "STORAGE_URL", "WORK_FOLDER", "SESSION_SECRET"]) delete process.env[name];
  const root = openFolder(folder);
  const instance = { ...readSettings(root), user: ownUser(root) };
  server = await startDatabase(instance);
  const { user, secret, host: at, port, name } = databaseOf(instance.settings);
  mkdirSync(join(work, "storage"));
  await new Promise<void>((resolve) => proxy.listen(0, "127.0.0.1", resolve));
  address = `http://127.0.0.1:${(proxy.address() as AddressInfo).port}`;
  env = {
    ...process.env,
    DATABASE_URL: `mysql://${user}:${secret}@${at}:${port}/${name}`,
    STORAGE_URL: `file://${join(work, "storage")}`,
    SESSION_SECRET: "a secret that both web processes share, and nobody else",
    PUBLIC_URL: address,
    TRUSTED_PROXIES: "127.0.0.1",
  };
  execFileSync("npm", ["run", "prepare-data"], { env, stdio: "ignore" });
  const words = execFileSync("npm", ["run", "owner", "--", "ada@quillmere.example", "Ada Fernsby"], { env });
  for (const _ of [1, 2]) {
    ports.push(await freePort(0));
    start("web", { PORT: String(ports.at(-1)) });
  }
  start("worker", { WORK_FOLDER: join(work, "worker") });
  await until(
    () => Promise.all(ports.map((port) => ask(`http://127.0.0.1:${port}`, {}, "GET", "/api/ready").catch(() => null))),
    (answers) => answers.every((answer) => answer?.status === 200),
  );
  const token = /\/([^/\s]+)\s*$/.exec(words.toString())![1];
  owner = sessionOf(
    await second("POST", `/api/links/${token}/invitation`, { name: "Ada Fernsby", password: "a long enough password" }),
  );
});
afterAll(async () => {
  // A process group each: what npm has started ends with it.
  for (const { pid } of running) if (pid) process.kill(-pid, "SIGTERM");
  await Promise.all(
    running.map((one) => one.exitCode ?? one.signalCode ?? new Promise((resolve) => one.once("close", resolve))),
  );
  proxy.close();
  proxy.closeAllConnections();
  await server.stop();
  process.env = kept;
  for (const path of [folder, work]) rmSync(path, { recursive: true, force: true });
});

/** A still of every release in every format of it, in its own sample words, by "design format". */
async function stills(at: Installation): Promise<Map<string, string>> {
  const { releases } = (await at("GET", "/api/releases")).data;
  const asked: [string, string][] = [];
  for (const { id, designId } of releases as { id: string; designId: string }[]) {
    const { document } = (await at("GET", `/api/releases/${id}`)).data;
    for (const format of document.formats as { id: string }[]) {
      const body = { releaseId: id, values: { fields: {} }, formats: [format.id], outputs: ["second-still"] };
      const reply = await at("POST", "/api/exports", body);
      expect([designId, format.id, reply.status, reply.error]).toEqual([designId, format.id, 200, undefined]);
      asked.push([`${designId} ${format.id}`, reply.data.ids[0]]);
    }
  }
  const made = new Map<string, string>();
  for (const [name, id] of asked) {
    const { data } = await until(
      () => at("GET", `/api/exports/${id}`),
      (reply) => !["waiting", "leased"].includes(reply.data.state),
      300,
    );
    expect([name, data.state, data.error ?? null]).toEqual([name, "done", null]);
    const { bytes } = await at("GET", `/api/exports/${id}/file`);
    expect(bytes.subarray(1, 4).toString()).toBe("PNG");
    made.set(name, createHash("sha256").update(bytes).digest("hex"));
  }
  return made;
}

test("all designs of one installation, carried in one package to another, look the same there to the byte", async () => {
  const designs = (await first("GET", "/api/releases")).data.releases.map((one: { designId: string }) => one.designId);
  const packed = await done(first, (await first("POST", "/api/packages/pack", { designs })).data.job);
  const file = await first("GET", `/api/jobs/${packed.id}/file`);
  const taken = await done(second, (await second("POST", "/api/packages?name=garden.zip", file.bytes)).data.job);
  const choices = { choices: {}, designs: Object.fromEntries(designs.map((id: string) => [id, "new"])) };
  const entered = await done(second, (await second("POST", `/api/packages/${taken.id}/take`, choices)).data.job);
  expect(entered.result.designs.map(({ id }: { id: string }) => id).sort()).toEqual([...designs].sort());
  const output = { output: { id: "second-still", name: "Second still", kind: "still" } };
  for (const at of [first, second]) expect((await at("POST", "/api/outputs", output)).status).toBe(200);
  for (const id of designs as string[]) {
    for (;;) {
      const { revision } = (await second("GET", `/api/designs/${id}`)).data;
      const reply = await second("POST", `/api/designs/${id}/publish`, { revision });
      expect([id, reply.status, reply.error]).toEqual([id, 200, undefined]);
      if (reply.data.job === undefined) break;
      await done(second, reply.data.job);
    }
  }
  const [here, there] = await Promise.all([stills(first), stills(second)]);
  expect(here.size).toBeGreaterThan(4 * designs.length);
  expect(Object.fromEntries(there)).toEqual(Object.fromEntries(here));
  await as("tomas", "POST", "/api/outputs/second-still/remove", {});
});
