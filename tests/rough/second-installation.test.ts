import { execFileSync, spawn, type ChildProcess } from "node:child_process";
import { createHash } from "node:crypto";
import { readFile } from "node:fs/promises";
import { createServer, request } from "node:http";
import type { AddressInfo } from "node:net";
import { mkdirSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { Design } from "@/core/document/design";
import { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { parseFrameRef } from "@/core/sample/rasters";
import { readFrame } from "@/render/frame-pack";
import { makeFrame } from "@/render/still";
import { databaseOf } from "@/scripts/lib/database-client.mjs";
import { startDatabase } from "@/scripts/lib/mariadb.mjs";
import { freePort, openFolder, readSettings } from "@/scripts/lib/settings.mjs";
import { ownUser } from "@/scripts/lib/user.mjs";
import { base, cookieOf, sessionOf, until, type Reply } from "../support/api";

/*
 * A second installation beside the one that is tested, made by the commands of docs/running.md, "Several machines": its own
 * database and storage, two web processes behind a proxy, one worker, nobody in it. All designs of the demo world are carried over.
 */

const folder = join(process.env.RUBRICK_TEST_FOLDER ?? ".rubrick", "second");
const work = mkdtempSync(join(tmpdir(), "rubrick-second-"));
const kept = { ...process.env };
const running: ChildProcess[] = [];
const ports: number[] = [];
let address: string;
let server: { stop: () => Promise<void> };
let env: NodeJS.ProcessEnv;
let owner: string;

const hashOf = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

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
  // Each on a connection of its own: this process computes for seconds, and a kept one may be closed meanwhile.
  const onward = request({ port, method, path, headers, agent: false }, (reply) => {
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

/** Reads stored files where an installation keeps them. */
const loaderOf = (storage: string) => (ref: string) => {
  const part = parseFrameRef(ref);
  const path = (hash: string) => join(storage, hash.slice(0, 2), hash);
  return part ? readFrame(path(part.hash), part.frame).then((frame) => frame!) : readFile(path(ref));
};

/**
 * Frames of a design as it stands, and in its first format as it comes in, by what they are of. Formats by their place: one
 * that is another here has got an id of its own.
 */
async function framesOf(document: unknown, houseDocument: unknown, storage: string): Promise<Record<string, string>> {
  const [design, house] = [Design.parse(document), House.parse(houseDocument)];
  const made: Record<string, string> = {};
  for (const [i, format] of design.formats.entries()) {
    for (const timeS of i === 0 ? [0.4, undefined] : [undefined]) {
      const scene = { design, values: sampleValues(design), house, format };
      const png = await makeFrame({ scene, timeS, widthPx: 320, loadPicture: loaderOf(storage) });
      made[`${design.id} ${i} ${timeS ?? "poster"}`] = hashOf(png);
    }
  }
  return made;
}

/** The file that an installation's own worker makes of a release with these words. */
async function clipOf(at: Installation, designId: string, output: string): Promise<string> {
  const { releases } = (await at("GET", "/api/releases")).data;
  const releaseId = releases.find((one: { designId: string }) => one.designId === designId).id;
  const values = { fields: { name: "Ada Fernsby", role: "Seed librarian" }, lengthS: 3 };
  const asked = await at("POST", "/api/exports", { releaseId, values, formats: ["wide"], outputs: [output] });
  expect([asked.status, asked.error]).toEqual([200, undefined]);
  const id: string = asked.data.ids[0];
  const { data } = await until(
    () => at("GET", `/api/exports/${id}`),
    (reply) => ["done", "failed"].includes(reply.data.state),
  );
  expect([data.state, data.error]).toEqual(["done", null]);
  return hashOf((await at("GET", `/api/exports/${id}/file`)).bytes);
}

async function publish(at: Installation, id: string): Promise<void> {
  for (;;) {
    const { revision } = (await at("GET", `/api/designs/${id}`)).data;
    const reply = await at("POST", `/api/designs/${id}/publish`, { revision });
    expect([reply.status, reply.error]).toEqual([200, undefined]);
    if (reply.data.job === undefined) return;
    await done(at, reply.data.job);
  }
}

test("all designs of one installation, carried in one package to another, look the same there to the byte", async () => {
  const releases = (await first("GET", "/api/releases")).data.releases as { id: string; designId: string }[];
  const ids = releases.map(({ designId }) => designId);
  const packed = await done(first, (await first("POST", "/api/packages/pack", { designs: ids })).data.job);
  const file = await first("GET", `/api/jobs/${packed.id}/file`);
  const taken = await done(second, (await second("POST", "/api/packages?name=garden.zip", file.bytes)).data.job);
  const choices = { choices: {}, designs: Object.fromEntries(ids.map((id) => [id, "new"])) };
  const entered = await done(second, (await second("POST", `/api/packages/${taken.id}/take`, choices)).data.job);
  expect(entered.result.designs.map(({ id }: { id: string }) => id).sort()).toEqual([...ids].sort());

  const house = (await second("GET", "/api/house")).data.document;
  for (const release of releases) {
    const [{ data: was }, { data: is }] = await Promise.all([
      first("GET", `/api/releases/${release.id}`),
      second("GET", `/api/designs/${release.designId}`),
    ]);
    const here = await framesOf(
      was.document,
      was.house,
      join(process.env.RUBRICK_TEST_FOLDER ?? ".rubrick", "storage"),
    );
    expect(Object.keys(here).length).toBeGreaterThan(1);
    expect(await framesOf(is.document, house, join(work, "storage"))).toEqual(here);
  }
});

test("and are published and made to clips there as they were here", async () => {
  const output = { id: "carried", name: "Carried over", kind: "prores-4444", fps: { num: 25, den: 1 } };
  await publish(second, "name-strap");
  const made = [first, second].map(async (at) => {
    const { data } = await at("POST", "/api/outputs", { output });
    const hash = await clipOf(at, "name-strap", data.id);
    await at("POST", `/api/outputs/${data.id}/remove`, {});
    return hash;
  });
  const [here, there] = await Promise.all(made);
  expect(there).toBe(here);
});
