import { readdirSync, readFileSync, readlinkSync } from "node:fs";
import { afterAll, describe, expect, test } from "@jest/globals";
import { database, disconnect } from "@/server/db/connection";
import { as, base, cookieOf, releaseId, send, sessionOf, startExport } from "../support/api";

afterAll(disconnect);

const request = async (more: Record<string, unknown>) => ({
  releaseId: await releaseId(),
  values: { fields: { name: "Ada Fernsby" }, lengthS: 3 },
  formats: ["wide"],
  outputs: ["see-through-clip"],
  ...more,
});
const codeOf = async (more: Record<string, unknown>) => {
  const reply = await as("ines", "POST", "/api/exports", await request(more));
  return [reply.status, reply.error?.code];
};
const withName = (name: string) => ({ values: { fields: { name }, lengthS: 3 } });

describe("an export is refused", () => {
  test.each([
    ["an empty name", withName(""), [422, "value_required"]],
    ["a name that is too short", withName("A"), [422, "value_short"]],
    ["a name that is too long", withName("x".repeat(49)), [422, "value_long"]],
    ["a name with a control character", withName("Ada\u0007Moss"), [422, "value_forbidden"]],
    ["a field that is not there", { values: { fields: { name: "Ada", extra: "x" } } }, [422, "value_unknown"]],
    ["a colour that is not on offer", { values: { fields: { name: "Ada", accent: "night" } } }, [422, "value_choice"]],
    ["a length below the shortest", { values: { fields: { name: "Ada" }, lengthS: 2 } }, [422, "value_length"]],
    ["a length beyond the longest", { values: { fields: { name: "Ada" }, lengthS: 21 } }, [422, "value_length"]],
    ["an unknown format", { formats: ["round"] }, [422, "format_unknown"]],
    ["an unknown output", { outputs: ["hologram"] }, [422, "output_unknown"]],
    ["no format", { formats: [] }, [422, "invalid"]],
    ["an unknown release", { releaseId: "0".repeat(20) }, [404, "not_found"]],
    ["a key that is not in the contract", { priority: 100 }, [422, "invalid"]],
  ])("with %s", async (_, more, expected) => expect(await codeOf(more)).toEqual(expected));

  test("with words that say where", async () => {
    const reply = await as("ines", "POST", "/api/exports", await request(withName("x".repeat(49))));
    expect(reply.error).toMatchObject({ where: "values.name", message: expect.stringContaining("48") });
  });
  /** The name strap's release again, as another one that is changed a little; taken away afterwards. */
  async function withRelease(change: { id: string; number: number; outputs?: string[] }, work: () => Promise<void>) {
    const db = database();
    const { outputs, ...key } = change;
    const row = await db("design_release")
      .where({ id: await releaseId() })
      .first();
    const read = (value: unknown) => (typeof value === "string" ? JSON.parse(value) : value) as object;
    const document = JSON.stringify({ ...read(row.document), ...(outputs && { outputs }) });
    await db("design_release").insert({ ...row, ...key, document, accepted: JSON.stringify(read(row.accepted)) });
    try {
      await work();
    } finally {
      await db("export").where({ release_id: key.id }).delete();
      await db("design_release").where({ id: key.id }).delete();
    }
  }
  test("as an output that the design is not made as, and taken as one that it is", async () => {
    const id = "e".repeat(20);
    await withRelease({ id, number: 98, outputs: ["see-through-master"] }, async () => {
      expect(await codeOf({ releaseId: id })).toEqual([422, "output_forbidden"]);
      const more = { releaseId: id, outputs: ["see-through-master"], formats: ["round"] };
      expect(await codeOf(more)).toEqual([422, "format_unknown"]);
    });
  });
  test("leaving nothing half queued", async () => {
    const newest = async () => (await as("ines", "GET", "/api/exports")).data.exports[0]?.id;
    const before = await newest();
    await codeOf({ formats: ["wide", "round"] });
    expect(await newest()).toBe(before);
  });
  test("from a release that was replaced, unless the older one is wanted", async () => {
    const id = await releaseId();
    await withRelease({ id: "f".repeat(20), number: 99 }, async () => {
      const reply = await as("ines", "POST", "/api/exports", await request({ releaseId: id }));
      expect([reply.status, reply.error?.code]).toEqual([409, "release_stale"]);
      expect(reply.error?.detail).toMatchObject({ number: 99 });
      const older = await as("ines", "POST", "/api/exports", await request({ releaseId: id, acceptOlder: true }));
      expect(older.status).toBe(200);
      await as("ines", "POST", `/api/exports/${older.data.ids[0]}/cancel`, {});
    });
  });
});

test("what is not JSON, or far too large, is refused", async () => {
  const cookie = await cookieOf("ines");
  expect((await send("POST", "/api/exports", { cookie, raw: "{not json" })).error?.code).toBe("not_json");
  const huge = JSON.stringify({ releaseId: "x".repeat(300_000) });
  expect((await send("POST", "/api/exports", { cookie, raw: huge })).status).toBe(413);
});

test("unknown ids answer 404, with words", async () => {
  for (const path of [
    "/api/releases/nope",
    "/api/exports/nope",
    `/api/media/${"0".repeat(64)}`,
    "/api/media/..%2f..%2fetc",
  ]) {
    const reply = await as("ines", "GET", path);
    expect([reply.status, reply.error?.code]).toEqual([404, "not_found"]);
  }
});

test("an export that has ended can't be cancelled, and a waiting one not be tried again", async () => {
  const id = await startExport();
  expect((await as("ines", "POST", `/api/exports/${id}/retry`, {})).error?.code).toBe("export_not_ended");
  expect((await as("ines", "GET", `/api/exports/${id}/file`)).error?.code).toBe("export_unfinished");
  await as("ines", "POST", `/api/exports/${id}/cancel`, {});
});

test("media answers ranges, for players", async () => {
  const desk = await as("ines", "GET", `/api/releases/${await releaseId()}`);
  const path = `/api/media/${desk.data.footage[0].hash}`;
  const headers = { cookie: await cookieOf("ines") };
  const part = await fetch(base + path, { headers: { ...headers, range: "bytes=10-19" } });
  expect([part.status, (await part.arrayBuffer()).byteLength]).toEqual([206, 10]);
  expect((await fetch(base + path, { headers: { ...headers, range: "bytes=999999999-" } })).status).toBe(416);
  // The heading alone: nothing of the file is left open behind it.
  for (let i = 0; i < 50; i++) {
    const head = await fetch(base + path, { method: "HEAD", headers });
    expect([head.status, head.headers.get("accept-ranges")]).toEqual([200, "bytes"]);
  }
  const pid = readFileSync(`${process.env.RUBRICK_TEST_FOLDER ?? ".rubrick"}/web.pid`, "utf8").trim();
  const open = readdirSync(`/proc/${pid}/fd`).map((fd) => {
    try {
      return readlinkSync(`/proc/${pid}/fd/${fd}`);
    } catch {
      return "";
    }
  });
  expect(open.filter((file) => file.includes(desk.data.footage[0].hash)).length).toBeLessThan(5);
});

describe("signing in", () => {
  test("says the same for a wrong password and an unknown address", async () => {
    const replies = await Promise.all(
      ["ines@quillmere.example", "nobody@quillmere.example"].map((email) =>
        send("POST", "/api/sign-in", {
          body: { email, password: "wrong" },
          headers: { "x-forwarded-for": "10.1.1.1" },
        }),
      ),
    );
    expect(replies[0]!.error).toEqual(replies[1]!.error);
    expect(replies[0]!.status).toBe(401);
  });
  // Counts are kept for a quarter of an hour: another run comes from elsewhere.
  const net = `10.${[0, 0].map(() => Math.floor(Math.random() * 250)).join(".")}`;
  const attempt = (email: string, password: string, from: string, cookie?: string) =>
    send("POST", "/api/sign-in", {
      body: { email, password },
      headers: { "x-forwarded-for": from },
      ...(cookie && { cookie }),
    });
  const tomas = "tomas@quillmere.example";
  /** What a browser shows that has signed in before. */
  const knownTo = async (email: string, from: string) =>
    (await attempt(email, "fern-moss-paper", from)).headers
      .getSetCookie()
      .map((line) => line.split(";")[0]!)
      .find((pair) => pair.startsWith("rubrick-known"))!;
  test("is stopped for an address that guesses at accounts without end, by no address that it makes up", async () => {
    const guesses = Array.from({ length: 120 }, (_, i) =>
      attempt(`guessed-${i}@quillmere.example`, "wrong", i % 2 ? `${net}.2` : `10.9.9.${i}, ${net}.2`),
    );
    const statuses = (await Promise.all(guesses)).map(({ status }) => status);
    expect(statuses.filter((status) => status === 401).length).toBe(100);
    expect(statuses.filter((status) => status === 429).length).toBe(20);
    expect((await attempt(tomas, "fern-moss-paper", `${net}.3`)).status).toBe(200);
  }, 60_000);
  test("is never locked by another's guesses: the account answers, more slowly, and a known browser at once", async () => {
    const known = await knownTo(tomas, `${net}.7`);
    for (let i = 0; i < 12; i += 4) {
      const four = Array.from({ length: 4 }, (_, k) => attempt(tomas, `wrong ${i + k}`, `${net}.7`));
      expect((await Promise.all(four)).map(({ status }) => status)).toEqual([401, 401, 401, 401]);
    }
    expect((await attempt(tomas, "fern-moss-paper", `${net}.7`, known)).status).toBe(200);
    expect((await attempt(tomas, "fern-moss-paper", `${net}.7`)).status).toBe(200);
  }, 120_000);
  test("has an end for a known browser too, without any for others", async () => {
    const known = await knownTo(tomas, `${net}.8`);
    const guesses = Array.from({ length: 14 }, () => attempt(tomas, "wrong", `${net}.8`, known));
    const replies = await Promise.all(guesses);
    expect(replies.filter(({ status }) => status === 401).length).toBe(10);
    const { error } = replies.find(({ status }) => status === 429)!;
    expect(error).toMatchObject({
      code: "too_many_tries",
      message: expect.stringMatching(/^Too many failed sign-ins\. Try again in \d+ minutes\.$/),
    });
    expect((await attempt(tomas, "fern-moss-paper", `${net}.8`)).status).toBe(200);
    await database()("sign_in_limit").del();
  }, 60_000);
  test("is kept from nobody by another's requests for new passwords, however many", async () => {
    const from = { "x-forwarded-for": `${net}.9` };
    const body = { email: "nobody@quillmere.example" };
    const ask = () => send("POST", "/api/password/forgotten", { body, headers: from });
    let reply = await ask();
    for (let i = 0; i < 200 && reply.status === 200; i++) reply = await ask();
    expect(reply.status).toBe(429);
    expect((await attempt("odile@quillmere.example", "fern-moss-paper", `${net}.9`)).status).toBe(200);
  }, 60_000);
  test("gets slower for an account that is guessed at from everywhere, but not for a browser that is known", async () => {
    const email = "ines@quillmere.example";
    const known = await knownTo(email, `${net}.4`);
    await Promise.all(Array.from({ length: 12 }, (_, i) => attempt(email, "wrong", `${net}.${100 + i}`)));
    const timed = async (cookie?: string) => {
      const started = performance.now();
      const { status } = await attempt(email, "fern-moss-paper", `${net}.${cookie ? 5 : 6}`, cookie);
      return { status, ms: performance.now() - started };
    };
    const own = await timed(known);
    const stranger = await timed();
    expect([own.status, stranger.status]).toEqual([200, 200]);
    expect(stranger.ms).toBeGreaterThan(own.ms + 2000);
  }, 60_000);
});

test("signing out ends the session for good, also for a cookie that was copied", async () => {
  const body = { email: "odile@quillmere.example", password: "fern-moss-paper" };
  const cookie = sessionOf(await send("POST", "/api/sign-in", { body }));
  expect((await send("GET", "/api/me", { cookie })).data).toMatchObject({ role: "owner" });
  expect((await send("POST", "/api/sign-out", { cookie })).status).toBe(200);
  expect((await send("GET", "/api/releases", { cookie })).status).toBe(401);
});

test.each(["/no/such/page", "/api/nothing", "/api/me", "/fonts/nothing.ttf", "/_next/static/nothing.js", "/api/%ff"])(
  "%s, there or not, says what may not be done with it",
  async (path) => {
    const { headers } = await fetch(base + path);
    expect(headers.get("content-security-policy")).toContain("frame-ancestors 'none'");
    expect(headers.get("x-content-type-options")).toBe("nosniff");
    expect(headers.get("cache-control")).toContain("no-store");
  },
);

test("pages carry a policy that lets no foreign script run", async () => {
  const policy = (await fetch(`${base}/sign-in`)).headers.get("content-security-policy") ?? "";
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toMatch(/script-src[^;]*unsafe-inline/);
});
