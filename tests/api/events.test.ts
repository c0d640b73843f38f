import { afterAll, expect, test } from "@jest/globals";
import { database, disconnect } from "@/server/db/connection";
import { addEvent } from "@/server/db/events";
import { inTransaction } from "@/server/db/transaction";
import { base, cookieOf, pause, send, sessionOf, startExport, as, until } from "../support/api";
afterAll(disconnect);

/** Numbers of this run: what an earlier one told may still be told. */
const run = (Date.now() % 1e9) * 10;

interface Told {
  readonly id: number;
  readonly topic: string;
  readonly body: Record<string, unknown>;
}

/** Listens as Ines; `told` fills as events come. */
async function listen(topics: string, more: { after?: number; headers?: Record<string, string> } = {}) {
  const control = new AbortController();
  const after = more.after === undefined ? "" : `&after=${more.after}`;
  const answer = await fetch(`${base}/api/events?topics=${topics}${after}`, {
    headers: { cookie: await cookieOf("ines"), ...more.headers },
    signal: control.signal,
  });
  const told: Told[] = [];
  let text = "";
  const reading = (async () => {
    for await (const chunk of answer.body!.pipeThrough(new TextDecoderStream())) {
      text += chunk;
      for (let at = text.indexOf("\n\n"); at >= 0; at = text.indexOf("\n\n")) {
        const [id, data] = [/^id: (\d+)/m, /^data: (.*)/m].map((line) => line.exec(text.slice(0, at))?.[1]);
        if (data && data !== "{}") told.push({ id: Number(id), ...JSON.parse(data) });
        text = text.slice(at + 2);
      }
    }
  })().catch(() => undefined);
  /** What was told of this, once it is so many; other tests’ events may still be coming in before. */
  const heard = (count: number, isWanted: (one: Told) => boolean) =>
    until(
      async () => told.filter(isWanted),
      (found) => found.length >= count,
    );
  const close = async () => {
    control.abort();
    await reading;
  };
  return { answer, told, heard, close };
}

test("what happens is told to whoever listens to it, as it happens, and nothing else", async () => {
  const stream = await listen("exports");
  expect(stream.answer.headers.get("content-type")).toBe("text/event-stream");
  await addEvent(database(), "house", { revision: 1 });
  const id = await startExport();
  await stream.heard(1, ({ body }) => Array.isArray(body.ids) && body.ids.includes(id));
  expect(stream.told.every(({ topic }) => topic === "exports")).toBe(true);
  await stream.close();
  await as("ines", "POST", `/api/exports/${id}/cancel`, {});
});

test("what comes after a thousand at once is told as well, to who listened and to who comes back", async () => {
  const stream = await listen("house");
  const many = Array.from({ length: 1300 }, (_, i) => ({ topic: "house", body: JSON.stringify({ revision: i }) }));
  const [first] = await database()("event").insert(many);
  await addEvent(database(), "house", { revision: 5000 });
  const since = ({ id }: Told) => id >= Number(first);
  const revisions = [...many.keys(), 5000];
  const inOrder = (told: Told[]) => told.findIndex(({ body }, i) => body.revision !== revisions[i]) === -1;
  expect(inOrder(await stream.heard(1301, since))).toBe(true);
  await stream.close();
  const again = await listen("house", { after: Number(first) - 1 });
  expect(inOrder(await again.heard(1301, since))).toBe(true);
  await again.close();
});

test("who comes while much is told, just after others have left, hears all of it in its order", async () => {
  const many = Array.from({ length: 1300 }, (_, i) => ({ topic: "house", body: JSON.stringify({ revision: i }) }));
  const first = Number((await database()("event").insert(many))[0]);
  for (let n = 0; n < 12; n++) {
    // Until it leaves, the process is busy reading what has not settled.
    const other = await listen("house");
    await pause(n * 9);
    const [stream] = await Promise.all([listen("house", { after: first - 1 }), other.close()]);
    const heard = await stream.heard(1300, ({ id }) => id >= first);
    expect(heard.slice(0, 1300).findIndex(({ id }, i) => id !== first + i)).toBe(-1);
    await stream.close();
  }
});

test("one that appears late, after others that were counted later, is told all the same, and none twice", async () => {
  const stream = await listen("house,releases");
  const wanted = ({ body }: Told) => body.revision === run + 1 || body.number === run + 2;
  await inTransaction(database(), async (trx) => {
    await addEvent(trx, "house", { revision: run + 1 });
    await addEvent(database(), "releases", { number: run + 2 });
    await stream.heard(1, wanted);
    await pause(600);
  });
  await stream.heard(2, wanted);
  await pause(600);
  const told = stream.told.filter(wanted);
  expect(told.map(({ topic }) => topic)).toEqual(["releases", "house"]);
  expect(told[1]!.id).toBeLessThan(told[0]!.id);
  await stream.close();
});

test("whoever was away hears first what has happened meanwhile", async () => {
  const first = await listen("house");
  await addEvent(database(), "house", { revision: run + 3 });
  const [one] = await first.heard(1, ({ body }) => body.revision === run + 3);
  await first.close();
  await addEvent(database(), "house", { revision: run + 4 });
  for (const again of [
    await listen("house", { after: one!.id }),
    await listen("house", { headers: { "last-event-id": String(one!.id) } }),
  ]) {
    expect((await again.heard(1, () => true)).map(({ body }) => body.revision)).toEqual([run + 4]);
    await again.close();
  }
});

test("the signed-out, and topics that are none, are refused", async () => {
  expect((await send("GET", "/api/events?topics=exports")).status).toBe(401);
  const cookie = await cookieOf("ines");
  for (const topics of ["", "members", "job:1", "exports,drafts:name-strap"]) {
    expect((await send("GET", `/api/events?topics=${topics}`, { cookie })).status).toBe(422);
  }
  // Who has a draft open is told to those who may open it.
  for (const topic of ["design:name-strap", "draft:name-strap"])
    expect((await send("GET", `/api/events?topics=exports,${topic}`, { cookie })).status).toBe(403);
});

test("a stream ends at once with the session, the role or the link by which it is heard", async () => {
  const signIn = async () => {
    const body = { email: "ines@quillmere.example", password: "fern-moss-paper" };
    return sessionOf(await send("POST", "/api/sign-in", { body }));
  };
  /** A stream that is on; resolves when the other side ends it. */
  const open = async (path: string, cookie?: string) => {
    const answer = await fetch(`${base}${path}`, { headers: cookie ? { cookie } : {} });
    expect(answer.status).toBe(200);
    const reader = answer.body!.getReader();
    await reader.read();
    const reading = async () => {
      while (!(await reader.read()).done);
    };
    return { over: reading() };
  };
  const [own, other] = [await signIn(), await signIn()];
  const topics = "/api/events?topics=exports";
  const [ending, staying] = [await open(topics, own), await open(topics, other)];
  let stayed = true;
  void staying.over.then(() => (stayed = false));
  await send("POST", "/api/sign-out", { cookie: own });
  await ending.over;
  expect(stayed).toBe(true);
  const order = (await as("ines", "POST", "/api/orders", { name: "Ends" })).data.id;
  const { id: live } = (await as("ines", "POST", `/api/orders/${order}/live`, { name: "Hall", format: "wide" })).data;
  const link = (await as("ines", "POST", `/api/live/${live}/links`, { kind: "live" })).data;
  const watching = await open(`/api/links/${link.path.split("/").pop()}/live/events`);
  await as("ines", "POST", `/api/live/${live}/links/${link.id}/revoke`);
  await watching.over;
  await send("POST", "/api/sign-out", { cookie: other });
  await as("ines", "POST", `/api/orders/${order}/remove`);
}, 60_000);
