import { afterAll, expect, jest, test } from "@jest/globals";
import { database, disconnect } from "@/server/db/connection";
import { addEvent } from "@/server/db/events";
import { inTransaction } from "@/server/db/transaction";
import { base, cookieOf, pause, send, startExport, as } from "../support/api";

jest.setTimeout(120_000);
afterAll(disconnect);

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
  const seen = async (count: number) => {
    for (let tries = 0; told.length < count && tries < 50; tries++) await pause(100);
    return told;
  };
  const close = async () => {
    control.abort();
    await reading;
  };
  return { answer, told, seen, close };
}

test("what happens is told to whoever listens to it, as it happens, and nothing else", async () => {
  const stream = await listen("exports");
  expect(stream.answer.headers.get("content-type")).toBe("text/event-stream");
  await pause(600);
  const before = stream.told.length;
  await addEvent(database(), "house", { revision: 1 });
  const id = await startExport();
  const told = await stream.seen(before + 1);
  expect(told.slice(before)).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ topic: "exports", body: { ids: expect.arrayContaining([id]) } }),
    ]),
  );
  expect(told.every(({ topic }) => topic === "exports")).toBe(true);
  await stream.close();
  await as("ines", "POST", `/api/exports/${id}/cancel`, {});
});

test("what comes after a thousand at once is told as well, to who listened and to who comes back", async () => {
  const stream = await listen("house");
  await pause(400);
  const before = stream.told.length;
  const many = Array.from({ length: 1300 }, (_, i) => ({ topic: "house", body: JSON.stringify({ revision: i }) }));
  const [first] = await database()("event").insert(many);
  await addEvent(database(), "house", { revision: 5000 });
  const told = await stream.seen(before + 1301);
  expect(told.slice(before).map(({ body }) => body.revision)).toEqual([...many.keys(), 5000]);
  await stream.close();
  const again = await listen("house", { after: Number(first) - 1 });
  await again.seen(1301);
  expect(again.told.at(-1)!.body).toEqual({ revision: 5000 });
  await again.close();
});

test("one that appears late, after others that were counted later, is told all the same, and none twice", async () => {
  const stream = await listen("house,releases");
  await pause(400);
  const before = stream.told.length;
  await inTransaction(database(), async (trx) => {
    await addEvent(trx, "house", { revision: 11 });
    await addEvent(database(), "releases", { number: 12 });
    await stream.seen(before + 1);
    await pause(600);
  });
  await stream.seen(before + 2);
  await pause(600);
  const told = stream.told.slice(before);
  expect(told.map(({ topic }) => topic)).toEqual(["releases", "house"]);
  expect(told[1]!.id).toBeLessThan(told[0]!.id);
  await stream.close();
});

test("whoever was away hears first what has happened meanwhile", async () => {
  const first = await listen("house");
  await addEvent(database(), "house", { revision: 21 });
  const [one] = (await first.seen(first.told.length + 1)).slice(-1);
  await first.close();
  await addEvent(database(), "house", { revision: 22 });
  for (const again of [
    await listen("house", { after: one!.id }),
    await listen("house", { headers: { "last-event-id": String(one!.id) } }),
  ]) {
    expect((await again.seen(1)).map(({ body }) => body.revision)).toEqual([22]);
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
