import { once } from "node:events";
import { createServer, request as ask, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { serve } from "./direct.mjs";
import { writeDown } from "./sender.mjs";

type Context = { params: Promise<Record<string, string>> };

/** Handlers as those of the API: web requests in, web answers out. */
let aborted: (() => void) | undefined;
const routes = {
  "/api/things": {
    GET: () => Response.json({ data: "x".repeat(5000) }),
    POST: async (request: Request) => Response.json({ data: await request.json() }),
  },
  "/api/things/[thing]": { POST: () => Response.json("any") },
  "/api/things/first": { GET: () => Response.json("the first") },
  "/api/things/[thing]/parts/[part]": {
    GET: async (request: Request, { params }: Context) =>
      Response.json({ ...(await params), q: new URL(request.url).searchParams.get("q") }),
  },
  "/api/who": {
    GET: (request: Request) =>
      Response.json([request.headers.get("x-from"), new Headers(request.headers).get("x-from")]),
  },
  "/api/stream": {
    GET: (request: Request) => {
      request.signal.addEventListener("abort", () => aborted?.());
      const stream = new ReadableStream({
        start: (controller) => controller.enqueue(new TextEncoder().encode("data: 1\n\n")),
      });
      return new Response(stream, {
        headers: { "content-type": "text/event-stream", "cache-control": "no-transform" },
      });
    },
  },
};

let server: Server;
let base: string;
beforeEach(async () => {
  const direct = serve(routes);
  server = createServer((request, response) => {
    writeDown(request, "x-from", "here");
    direct(request, response);
  });
  server.listen(0, "127.0.0.1");
  await once(server, "listening");
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterEach(() => {
  server.closeAllConnections();
  server.close();
});

const get = async (path: string, init?: RequestInit) => {
  const answer = await fetch(base + path, init);
  return { status: answer.status, body: await answer.text(), headers: answer.headers };
};

test("calls come to the handler of their path and method, with what the path names and the query", async () => {
  const found = await get("/api/things/a%20b%2Fc/parts/%E9%9B%AA?q=1%262");
  expect(JSON.parse(found.body)).toEqual({ thing: "a b/c", part: "雪", q: "1&2" });
  const sent = await get("/api/things", { method: "POST", body: JSON.stringify({ name: "Fern" }) });
  expect(JSON.parse(sent.body)).toEqual({ data: { name: "Fern" } });
  expect(JSON.parse((await get("/api/things/first")).body)).toBe("the first");
});

test("another method and another path are refused in words", async () => {
  const method = await get("/api/who", { method: "POST", body: "{}" });
  expect([method.status, JSON.parse(method.body).error.code]).toEqual([405, "method"]);
  const path = await get("/api/nothing/here");
  expect([path.status, JSON.parse(path.body).error.code]).toEqual([404, "address"]);
});

test("a heading that was written down is not what its sender says, in whichever way it is read", async () => {
  expect(JSON.parse((await get("/api/who", { headers: { "X-From": "elsewhere" } })).body)).toEqual(["here", "here"]);
});

test("a head is answered without a body; what is large is packed", async () => {
  const head = await get("/api/things", { method: "HEAD" });
  expect([head.status, head.body]).toEqual([200, ""]);
  const packed = await get("/api/things", { headers: { "accept-encoding": "gzip" } });
  expect(packed.headers.get("content-encoding")).toBe("gzip");
  expect(JSON.parse(packed.body).data).toHaveLength(5000);
});

test("a stream is told at once, unpacked, and hears when its listener leaves", async () => {
  const left = new Promise<void>((resolve) => (aborted = resolve));
  const asked = ask(`${base}/api/stream`, { headers: { "accept-encoding": "gzip" } }).end();
  const [answer] = await once(asked, "response");
  expect(answer.headers["content-encoding"]).toBeUndefined();
  expect(String((await once(answer, "data"))[0])).toBe("data: 1\n\n");
  asked.destroy();
  await left;
});
