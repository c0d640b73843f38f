import { readFileSync } from "node:fs";
import { join } from "node:path";
import { afterAll, expect, test } from "@jest/globals";
import { database, disconnect } from "@/server/db/connection";
import { as, base, cookieOf, send, startExport, until } from "../support/api";
afterAll(() => disconnect());

test("it says that it lives, and whether people may be sent there, with which workers", async () => {
  const health = await send("GET", "/api/health");
  expect(health).toMatchObject({ status: 200, data: { alive: true } });
  // On a busy machine a worker says late that it lives.
  const ready = await until(
    () => send("GET", "/api/ready"),
    ({ data }) => data?.workers > 0,
  );
  expect(ready).toMatchObject({
    status: 200,
    data: { ready: true, database: "reachable", storage: "reachable", draining: false, strangers: [] },
  });
  expect(ready.data.version).toBe(health.data.version);
});

test("a worker of another version, and tables of a later one, are told", async () => {
  const db = database();
  await db("worker").insert({ name: "stranger", version: "000-older" });
  await db("knex_migrations").insert({ name: "999-later", batch: 99, migration_time: db.fn.now() });
  try {
    const { status, data } = await send("GET", "/api/ready");
    expect([status, data.database, data.strangers]).toEqual([503, "newer", ["stranger"]]);
  } finally {
    await db("knex_migrations").where({ name: "999-later" }).del();
    await db("worker").where({ name: "stranger" }).del();
  }
  await until(
    () => send("GET", "/api/ready"),
    ({ status }) => status === 200,
  );
});

test("figures are told in the text format of Prometheus, to owners only", async () => {
  expect((await send("GET", "/api/metrics")).status).toBe(404);
  expect((await as("tomas", "GET", "/api/metrics")).status).toBe(404);
  const read = async () => fetch(`${base}/api/metrics`, { headers: { cookie: await cookieOf("odile") } });
  expect((await read()).headers.get("content-type")).toContain("text/plain; version=0.0.4");
  const text = await until(
    async () => (await read()).text(),
    (figures) => Number(/^rubrick_workers (\d+)/m.exec(figures)?.[1]) > 0,
  );
  for (const name of [
    "rubrick_workers",
    "rubrick_worker_memory_bytes",
    "rubrick_call_seconds_bucket",
    "process_resident_memory_bytes",
  ])
    expect(text).toMatch(new RegExp(`^${name}[{ ].*\\d`, "m"));
  // Every line is a comment, or a name with its labels and a number. Source: exposition format, 0.0.4.
  const lines = text.split("\n").filter((line) => line !== "" && !line.startsWith("#"));
  expect(lines.filter((line) => !/^[a-zA-Z_:][\w:]*(\{[^{}]*\})? [-+\w.]+$/.test(line))).toEqual([]);
});

test("one id leads from a call to the job it asked for and to the worker’s log", async () => {
  const trace = `trace-${Date.now().toString(36)}`;
  const releases = (await as("ines", "GET", "/api/releases")).data.releases;
  const release = releases.find(({ designId }: { designId: string }) => designId === "name-strap");
  const asked = await send("POST", "/api/exports", {
    cookie: await cookieOf("ines"),
    headers: { "x-request-id": trace },
    body: {
      ...{ releaseId: release.id, formats: ["square"], outputs: ["see-through-clip"] },
      values: { fields: { name: "Traced Fern", role: "Warden" }, lengthS: 3 },
    },
  });
  expect(asked.headers.get("x-request-id")).toBe(trace);
  const job = await database()("job").where({ asked_by: trace }).first("id");
  await until(
    () => database()("job").where({ id: job.id }).first("state"),
    ({ state }) => state === "done",
  );
  const folder = process.env.RUBRICK_TEST_FOLDER ?? ".rubrick";
  const lines = await until(
    async () =>
      readFileSync(join(folder, "worker.log"), "utf8")
        .split("\n")
        .filter((line) => line.includes(trace)),
    (found) => found.some((line) => line.includes("job done")),
  );
  expect(JSON.parse(lines.find((line) => line.includes("job done"))!)).toMatchObject({ request: trace, job: job.id });
  const made = await send("GET", "/api/health", { headers: { "x-request-id": "<script>" } });
  expect(made.headers.get("x-request-id")).toMatch(/^[0-9a-f]{20}$/);
});

test("what costs much is refused, with how long to wait, once very much of it was asked for from somewhere", async () => {
  const id = await startExport();
  const spend = () =>
    send("POST", "/api/password/forgotten", {
      body: { email: "nobody@quillmere.example" },
      headers: { "x-forwarded-for": "203.0.113.77" },
    });
  let refused = await spend();
  for (let i = 0; i < 200 && refused.status === 200; i++) refused = await spend();
  expect([refused.status, refused.error!.code]).toEqual([429, "too_often"]);
  expect(refused.error!.message).toMatch(/Try again in \d+ minutes?\./);
  // Somebody else, elsewhere, is not kept from it.
  const other = await send("POST", "/api/password/forgotten", {
    body: { email: "nobody@quillmere.example" },
    headers: { "x-forwarded-for": "203.0.113.78" },
  });
  expect(other.status).toBe(200);
  await until(
    () => as("ines", "GET", `/api/exports/${id}`),
    ({ data }) => data.state === "done",
  );
});
