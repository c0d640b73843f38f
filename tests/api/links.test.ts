import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { database, disconnect } from "@/server/db/connection";
import { addLink, countUse, findLink, revokeLink } from "@/server/db/links";
import { invite } from "@/server/members/invitations";
import { as, send, sessionOf } from "../support/api";

const joining = { name: "Wren Okafor", password: "a long enough one" };
const email = "wren@quillmere.example";

const forget = async () => {
  const ids = await database()("member").where("email", email).pluck("id");
  await database()("audit").whereIn("member_id", ids).del();
  await database()("session").whereIn("member_id", ids).del();
  await database()("member").whereIn("id", ids).del();
};
beforeAll(forget);
afterAll(async () => {
  await forget();
  await disconnect();
});

const tokenOf = async (invitation: { role: "contributor" | "designer"; email: string; name: string }) =>
  (await invite(database(), invitation, null)).replace("/join/", "");

test("an invitation makes a member of its role once, and signs them in", async () => {
  const token = await tokenOf({ role: "contributor", email, name: "Wren" });
  const path = `/api/links/${token}/invitation`;
  expect((await send("GET", path)).data).toEqual({ role: "contributor", email, name: "Wren" });
  const short = await send("POST", path, { body: { ...joining, password: "short" } });
  expect([short.status, short.error?.where]).toEqual([422, "password"]);
  expect((await send("POST", path, { body: { ...joining, role: "owner" } })).status).toBe(422);
  const [first, second] = await Promise.all([1, 2].map(() => send("POST", path, { body: joining })));
  expect([first!.status, second!.status].filter((status) => status === 200)).toHaveLength(1);
  const joined = first!.status === 200 ? first! : second!;
  expect(joined.data).toMatchObject({ name: joining.name, email, role: "contributor" });
  const cookie = sessionOf(joined);
  expect((await send("GET", "/api/me", { cookie })).data).toMatchObject({ email });
  expect((await send("GET", "/api/designs", { cookie })).status).toBe(403);
  expect((await send("GET", path)).status).toBe(404);
  const again = `/api/links/${await tokenOf({ role: "designer", email, name: "Wren" })}/invitation`;
  expect((await send("POST", again, { body: joining })).error?.code).toBe("member_already");
  expect((await send("GET", again)).status).toBe(200);
});

test("a link opens nothing but what it is for, also for a member", async () => {
  const token = await tokenOf({ role: "contributor", email: "other@quillmere.example", name: "Other" });
  for (const path of ["/api/exports", "/api/releases", "/api/house"]) {
    expect((await send("GET", path, { cookie: `rubrick=${token}`, headers: { "x-link": token } })).status).toBe(401);
  }
  expect((await as("odile", "GET", `/api/links/${token}/invitation`)).status).toBe(200);
  expect((await as("odile", "GET", `/api/links/${token.slice(1)}/invitation`)).status).toBe(404);
});

test("a link ends by time, by uses and by being revoked; only its hash is kept", async () => {
  const db = database();
  const make = (more: { seconds?: number; uses?: number }) =>
    addLink(db, { kind: "invitation", scope: {}, madeBy: null, seconds: 60, ...more });
  const [over, twice, revoked] = [await make({ seconds: -1 }), await make({ uses: 2 }), await make({})];
  expect(await findLink(db, over.token)).toBeUndefined();
  expect([await countUse(db, twice.id), await countUse(db, twice.id), await countUse(db, twice.id)]).toEqual([
    ...[true, true],
    false,
  ]);
  expect(await findLink(db, twice.token)).toBeUndefined();
  expect(await findLink(db, revoked.token)).toMatchObject({ kind: "invitation" });
  await revokeLink(db, revoked.id);
  expect(await findLink(db, revoked.token)).toBeUndefined();
  const rows = JSON.stringify(await db("link").whereIn("id", [over.id, twice.id, revoked.id]));
  for (const { token } of [over, twice, revoked]) expect(rows).not.toContain(token);
  await db("link").whereIn("id", [over.id, twice.id, revoked.id]).del();
});
