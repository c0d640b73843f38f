import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { request } from "node:http";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { hashPassword } from "@/server/auth/password";
import { database, disconnect } from "@/server/db/connection";
import { newId } from "@/server/db/ids";
import { addMember } from "@/server/db/members";
import { base, cookieOf, send, sessionOf, type Who } from "../support/api";

/** Every handler there is and the least role, or the kind of link, it is meant for; a new one is added here on purpose. */
const access: Readonly<Record<string, "anyone" | "contributor" | "designer" | "owner" | `link:${string}`>> = {
  "GET /api/orders": "contributor",
  "POST /api/orders": "contributor",
  "GET /api/orders/[order]": "contributor",
  "POST /api/orders/[order]/patches": "contributor",
  "POST /api/orders/[order]/remove": "contributor",
  "POST /api/orders/[order]/restore": "contributor",
  "POST /api/orders/[order]/clips": "contributor",
  "POST /api/orders/[order]/estimate": "contributor",
  "GET /api/orders/[order]/files": "contributor",
  "GET /api/orders/[order]/live": "contributor",
  "POST /api/orders/[order]/live": "contributor",
  "GET /api/live/[live]": "contributor",
  "POST /api/live/[live]/press": "contributor",
  "POST /api/live/[live]/schedule": "contributor",
  "POST /api/live/[live]/air": "contributor",
  "POST /api/live/[live]/links": "contributor",
  "POST /api/live/[live]/links/[made]/revoke": "contributor",
  "POST /api/live/[live]/remove": "contributor",
  "GET /api/links/[link]/live": "link:live",
  "GET /api/links/[link]/live/events": "link:live",
  "GET /api/links/[link]/live/media/[hash]": "link:live",
  "GET /api/links/[link]/live/media/[hash]/frames/[frame]": "link:live",
  "POST /api/links/[link]/press": "link:remote",
  "GET /api/links/[link]/invitation": "link:invitation",
  "POST /api/links/[link]/invitation": "link:invitation",
  "POST /api/sign-in": "anyone",
  "POST /api/sign-out": "anyone",
  "GET /api/me": "anyone",
  "GET /api/health": "anyone",
  "GET /api/ready": "anyone",
  "GET /api/metrics": "anyone",
  "GET /api/events": "contributor",
  "GET /api/jobs/[job]": "contributor",
  "GET /api/releases": "contributor",
  "GET /api/releases/[release]": "contributor",
  "GET /api/releases/[release]/scene": "contributor",
  "GET /api/releases/[release]/poster": "contributor",
  "GET /api/exports": "contributor",
  "POST /api/exports": "contributor",
  "GET /api/exports/[export]": "contributor",
  "POST /api/exports/[export]/cancel": "contributor",
  "POST /api/exports/[export]/retry": "contributor",
  "GET /api/exports/[export]/file": "contributor",
  "POST /api/exports/estimate": "contributor",
  "GET /api/exports/[export]/page": "contributor",
  "POST /api/exports/[export]/look": "contributor",
  "GET /api/jobs/[job]/file": "contributor",
  "GET /api/requests": "contributor",
  "GET /api/requests/[request]/files": "contributor",
  "POST /api/requests/[request]/cancel": "contributor",
  "POST /api/requests/[request]/retry": "contributor",
  "POST /api/requests/[request]/zip": "contributor",
  "POST /api/outputs/sets": "designer",
  "POST /api/outputs/sets/[set]": "designer",
  "POST /api/outputs/sets/[set]/remove": "designer",
  "GET /api/members": "owner",
  "POST /api/members": "owner",
  "POST /api/members/[member]": "owner",
  "GET /api/me/account": "contributor",
  "POST /api/me/name": "contributor",
  "POST /api/me/password": "contributor",
  "POST /api/me/devices/[device]/end": "contributor",
  "POST /api/me/second-factor/start": "contributor",
  "POST /api/me/second-factor/confirm": "contributor",
  "POST /api/me/second-factor/off": "contributor",
  "POST /api/password/forgotten": "anyone",
  "POST /api/links/[link]/password": "link:password",
  "GET /api/audit": "owner",
  "GET /api/audit/table": "owner",
  "GET /api/letters": "owner",
  "GET /api/made-links": "contributor",
  "POST /api/made-links": "contributor",
  "POST /api/made-links/[made]/revoke": "contributor",
  "GET /api/links/[link]/row": "link:fill",
  "POST /api/links/[link]/row": "link:fill",
  "POST /api/links/[link]/row/media": "link:fill",
  "GET /api/links/[link]/row/media/[hash]": "link:fill",
  "GET /api/links/[link]/row/media/[hash]/frames/[frame]": "link:fill",
  "GET /api/links/[link]/watch": "link:view",
  "GET /api/links/[link]/watch/[export]": "link:view",
  "POST /api/links/[link]/comments": "link:proof",
  "GET /api/requests/[request]/comments": "contributor",
  "POST /api/requests/[request]/comments": "contributor",
  "POST /api/packages": "designer",
  "POST /api/packages/pack": "designer",
  "POST /api/packages/[job]/take": "designer",
  "POST /api/media": "contributor",
  "POST /api/marks/prepare": "designer",
  "GET /api/media/[hash]": "contributor",
  "GET /api/media/[hash]/frames/[frame]": "contributor",
  "GET /api/house": "contributor",
  "POST /api/house/patches": "designer",
  "GET /api/house/drifts": "designer",
  "POST /api/house/republish": "designer",
  "GET /api/house/uses": "designer",
  "POST /api/house/remove": "designer",
  "GET /api/house/unused": "designer",
  "POST /api/house/unused": "designer",
  "POST /api/house/undo": "designer",
  "GET /api/designs/[design]/sheets": "designer",
  "GET /api/house/rules": "contributor",
  "POST /api/house/rules": "owner",
  "POST /api/sheets/[sheet]/accepted": "contributor",
  "POST /api/sheets/[sheet]/checks": "contributor",
  "GET /api/outputs": "contributor",
  "POST /api/outputs": "designer",
  "POST /api/outputs/[output]": "designer",
  "POST /api/outputs/[output]/remove": "designer",
  "GET /api/sheets": "contributor",
  "POST /api/sheets": "contributor",
  "GET /api/sheets/[sheet]": "contributor",
  "GET /api/sheets/[sheet]/rows": "contributor",
  "POST /api/sheets/[sheet]/about": "contributor",
  "POST /api/sheets/[sheet]/changes": "contributor",
  "POST /api/sheets/[sheet]/release": "contributor",
  "POST /api/sheets/[sheet]/states": "contributor",
  "POST /api/sheets/[sheet]/clips": "contributor",
  "POST /api/sheets/[sheet]/names": "contributor",
  "POST /api/sheets/[sheet]/zip": "contributor",
  "GET /api/moves": "designer",
  "POST /api/moves": "designer",
  "POST /api/moves/[move]": "designer",
  "POST /api/moves/[move]/remove": "designer",
  "GET /api/designs": "designer",
  "POST /api/designs": "designer",
  "GET /api/designs/[design]": "designer",
  "POST /api/designs/[design]/patches": "designer",
  "POST /api/designs/[design]/replace": "designer",
  "POST /api/designs/[design]/about": "designer",
  "POST /api/designs/[design]/here": "designer",
  "POST /api/designs/[design]/publish": "designer",
  "GET /api/designs/[design]/versions": "designer",
  "POST /api/designs/[design]/versions": "designer",
  "GET /api/designs/[design]/versions/[version]": "designer",
};

function* routeFiles(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.isDirectory()) yield* routeFiles(join(folder, entry.name));
    else if (entry.name === "route.ts") yield join(folder, entry.name);
  }
}

const found = [...routeFiles("app/api")].flatMap((file) => {
  const path = `/${file.replace(/^app\//, "").replace(/\/route\.ts$/, "")}`;
  const source = readFileSync(file, "utf8");
  return [...source.matchAll(/export (?:const|(?:async )?function) (GET|POST|PUT|PATCH|DELETE)\b/g)].map(
    (m) => `${m[1]} ${path}`,
  );
});

test("the table of handlers is complete", () => {
  expect([...found].sort()).toEqual(Object.keys(access).sort());
});

test("every handler is made by the one that checks", () => {
  for (const file of routeFiles("app/api")) {
    const source = readFileSync(file, "utf8");
    const exports = source.match(/export const (GET|POST|PUT|PATCH|DELETE) = handler\(/g) ?? [];
    expect(exports.length).toBe((source.match(/export /g) ?? []).length);
  }
});

/** What a link opens is there for nobody without it, whoever they are. */
const isForLinks = (least: string): boolean => least.startsWith("link:");

const rank = ["owner", "designer", "contributor"];
const members: [Who, string][] = [
  ["odile", "owner"],
  ["tomas", "designer"],
  ["ines", "contributor"],
];

/** Somebody who was a member until they were deactivated, with the session they had then. */
let former: string;
beforeAll(async () => {
  const db = database();
  const email = `former-${Date.now()}@quillmere.example`;
  const passwordHash = await hashPassword("a long enough password");
  const id = newId();
  await addMember(db, { id, email, name: "Former", role: "owner", passwordHash });
  former = sessionOf(await send("POST", "/api/sign-in", { body: { email, password: "a long enough password" } }));
  expect((await send("GET", "/api/members", { cookie: former })).status).toBe(200);
  await db("member").where({ id }).update({ active: false });
});
afterAll(() => disconnect());

/** What is streamed has no end to wait for: it is tried by a test of its own, which reads it. */
const streamed = ["GET /api/events"];

describe.each(Object.entries(access).filter(([route]) => !streamed.includes(route)))("%s", (route, least) => {
  const [method, pattern] = route.split(" ") as [string, string];
  const path = pattern.replace(/\[\w+\]/g, "0".repeat(20));
  if (least !== "anyone") {
    test("refuses the signed-out", async () => {
      const { status } = await send(method, path, { body: method === "POST" ? {} : undefined });
      expect(status).toBe(isForLinks(least) ? 404 : 401);
    });
  }
  if (least !== "anyone") {
    test("refuses whoever was deactivated", async () => {
      const { status } = await send(method, path, { cookie: former, body: method === "POST" ? {} : undefined });
      expect(status).toBe(isForLinks(least) ? 404 : 401);
    });
  }
  test.each(members)("as %s", async (who, role) => {
    if (route === "POST /api/sign-out") return;
    const reply = await send(method, path, { cookie: await cookieOf(who), body: method === "POST" ? {} : undefined });
    if (isForLinks(least)) return expect(reply.status).toBe(404);
    const allowed = least === "anyone" || rank.indexOf(role) <= rank.indexOf(least);
    if (allowed) expect([200, 404, 409, 422]).toContain(reply.status);
    else expect(reply.status).toBe(403);
  });
  if (method !== "GET") {
    test.each([
      ["another site", "https://elsewhere.example"],
      ["no origin", null],
      ["nonsense", "null"],
    ])("refuses %s", async (_, origin) => {
      const reply = await send(method, path, { cookie: await cookieOf("odile"), body: {}, origin });
      expect([reply.status, reply.error?.code]).toEqual([403, "origin"]);
    });
  }
});

/** A request as nobody's library would send it: with any host and any method. */
function bare(method: string, path: string, headers: Record<string, string>): Promise<number> {
  const { hostname, port } = new URL(base);
  return new Promise((resolve, reject) => {
    const sent = request({ hostname, port, method, path, headers }, (reply) => {
      reply.resume();
      resolve(reply.statusCode ?? 0);
    });
    sent.on("error", reject);
    sent.end();
  });
}

const atAnyName = ["GET /api/health", "GET /api/metrics", "GET /api/ready"];

describe.each(Object.entries(access))("%s, by a caller who makes things up:", (route, least) => {
  const [method, pattern] = route.split(" ") as [string, string];
  const path = pattern.replace(/\[\w+\]/g, "0".repeat(20));
  const body = method === "POST" ? {} : undefined;
  if (least !== "anyone") {
    test.each<[string, (cookie: string) => string]>([
      ["exchanged letters in the cookie", (cookie) => `${cookie.slice(0, -6)}aaaaaa`],
      ["a cookie cut in half", (cookie) => cookie.slice(0, cookie.length / 2)],
      ["a cookie that can't be decoded", (cookie) => `${cookie.split("=")[0]}=%E0%A4%A`],
      ["a cookie under another instance's name", (cookie) => cookie.replace(/^[^=]+/, "rubrick-00000000")],
    ])("%s is no session", async (_, tamper) => {
      const cookie = tamper(await cookieOf("odile"));
      expect((await send(method, path, { cookie, body })).status).toBe(isForLinks(least) ? 404 : 401);
    });
    test("an address passed on opens nothing", async () => {
      const headers = { "x-forwarded-for": "127.0.0.1", "x-rubrick-address": "127.0.0.1", "x-forwarded-host": "x" };
      expect((await send(method, path, { body, headers })).status).toBe(isForLinks(least) ? 404 : 401);
    });
  }
  test("another host is refused, but where machines are watched over", async () => {
    const headers = { cookie: await cookieOf("odile"), origin: base, host: "elsewhere.example" };
    expect(await bare(method, path, headers)).toBe(atAnyName.includes(route) ? 200 : 421);
  });
  test.each(["PUT", "DELETE", "PATCH", "OPTIONS"])("%s does nothing", async (other) => {
    const headers = { cookie: await cookieOf("odile"), origin: base };
    expect(await bare(other, path, headers)).toBe(405);
  });
});

test("a member may not cancel another's export, a designer may", async () => {
  const { startExport, as } = await import("../support/api");
  const id = await startExport();
  const odile = await database()("member").where({ email: "odile@quillmere.example" }).first();
  await database()("export").where({ id }).update({ created_by: odile.id });
  expect((await as("ines", "POST", `/api/exports/${id}/cancel`, {})).status).toBe(403);
  expect([200, 409]).toContain((await as("tomas", "POST", `/api/exports/${id}/cancel`, {})).status);
});
