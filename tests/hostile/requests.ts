import { request as httpRequest } from "node:http";
import { as, base, cookieOf, releaseId, send } from "../support/api";
import type { Answer, Input } from "./input";

/* What stands around a body: addresses, headings, methods, cookies, hosts, and connections that are not kept to. */

const { hostname, port } = new URL(base);

/** A request as nobody's library would send it. */
function bare(method: string, path: string, headers: Record<string, string> = {}, body?: Buffer): Promise<Answer> {
  return new Promise((resolve) => {
    const sent = httpRequest({ hostname, port, method, path, headers: { origin: base, ...headers } }, (reply) => {
      let text = "";
      reply.on("data", (chunk) => (text += chunk));
      reply.on("end", () => {
        let message: string | undefined;
        try {
          message = (JSON.parse(text) as { error?: { message: string } }).error?.message;
        } catch {
          message = text.slice(0, 200) || reply.statusMessage;
        }
        resolve({ status: reply.statusCode ?? 0, message });
      });
    });
    // A server may simply hang up on what is no request.
    sent.on("error", () => resolve({ status: 400, message: "hung up" }));
    sent.end(body);
  });
}

const asInes = async (method: string, path: string, headers: Record<string, string> = {}) =>
  bare(method, path, { cookie: await cookieOf("ines"), ...headers });
const read = async (path: string): Promise<Answer> => {
  const { status, error } = await as("ines", "GET", path);
  return { status, message: error?.message };
};
const readAs = async (who: "tomas", path: string): Promise<Answer> => {
  const { status, error } = await as(who, "GET", path);
  return { status, message: error?.message };
};
const footage = async () => {
  const desk = await as("ines", "GET", `/api/releases/${await releaseId()}`);
  return `/api/media/${desk.data.footage[0].hash as string}`;
};

const refused = (name: string, run: Input["send"], short = false): Input => ({
  name,
  gets: "refused",
  send: run,
  short,
});
const any = (name: string, run: Input["send"], short = false): Input => ({ name, gets: "any", send: run, short });

const queries: Input[] = [
  ...["-1", "0", "1e99", "NaN", "one", "", "1.5", "%00", "999999999999"].map((page) =>
    refused(`page ${page || "nothing"} of the shelf`, () => read(`/api/releases?page=${page}`)),
  ),
  refused("a query that nobody knows", () => read("/api/releases?page=1&order=drop")),
  any("the page twice", () => read("/api/releases?page=1&page=2")),
  refused("a search of a thousand letters", () => readAs("tomas", `/api/designs?search=${"x".repeat(1000)}`)),
  any(
    "a search for every sign",
    () => readAs("tomas", `/api/designs?search=${encodeURIComponent("%_\\'\";--")}`),
    true,
  ),
  any("a tag that is a path into data", () => readAs("tomas", `/api/designs?tag=${encodeURIComponent('$.a"b')}`)),
  refused("uses of a kind that is none", () => readAs("tomas", "/api/house/uses?kind=constructor&id=x")),
];

const paths: Input[] = [
  refused("a way out of the folder", () => asInes("GET", "/api/media/../../../etc/passwd")),
  refused("a way out that is encoded", () => asInes("GET", "/api/media/..%2f..%2f..%2fetc%2fpasswd"), true),
  refused("a way out that is encoded twice", () => asInes("GET", "/api/media/%252e%252e%252fetc")),
  refused("a zero in an address", () => asInes("GET", "/api/media/%00"), true),
  refused("an address that can't be decoded", () => asInes("GET", "/api/media/%ff%fe")),
  refused("a hash in capitals", () => asInes("GET", `/api/media/${"A".repeat(64)}`)),
  refused("an id of ten thousand letters", () => asInes("GET", `/api/exports/${"x".repeat(10_000)}`)),
  refused("an id that is an order to a database", () => asInes("GET", "/api/exports/'%20or%201=1")),
  refused("a frame before the first", async () => asInes("GET", `${await footage()}/frames/-1`)),
  refused("a frame that is no number", async () => asInes("GET", `${await footage()}/frames/constructor`)),
  any("two strokes at the front", () => asInes("GET", "//elsewhere.example/api/me")),
  any("a page that is not there", () => asInes("GET", "/no/such/page")),
];

const headings: Input[] = [
  refused("another host", () => asInes("GET", "/api/me", { host: "evil.example" }), true),
  refused("another host on a page", () => asInes("GET", "/sign-in", { host: "evil.example" }), true),
  refused("this host at another port", () => asInes("GET", "/api/releases", { host: `${hostname}:1` })),
  any("another host in passing on", () => asInes("GET", "/api/me", { "x-forwarded-host": "evil.example" })),
  refused(
    "an origin that is https",
    () => asInes("POST", "/api/exports", { origin: base.replace("http:", "https:") }),
    true,
  ),
  refused("an origin that only begins like ours", () =>
    asInes("POST", "/api/exports", { origin: `${base}.evil.example` }),
  ),
  refused("an origin that is null", () => asInes("POST", "/api/exports", { origin: "null" })),
  refused("an origin that is none", () => asInes("POST", "/api/exports", { origin: "no origin at all" })),
  refused("a cookie that can't be decoded", () => bare("GET", "/api/releases", { cookie: "rubrick=%E0%A4%A" }), true),
  refused("a cookie of our name that can't be decoded", async () => {
    const [name] = (await cookieOf("ines")).split("=");
    return bare("GET", "/api/releases", { cookie: `${name}=%E0%A4%A` });
  }),
  refused("a cookie of sixteen thousand letters", () =>
    bare("GET", "/api/releases", { cookie: `x=${"y".repeat(16_000)}` }),
  ),
  refused(
    "a session with its last letters exchanged",
    async () => bare("GET", "/api/releases", { cookie: `${(await cookieOf("ines")).slice(0, -6)}aaaaaa` }),
    true,
  ),
  refused("a session cut in half", async () => {
    const cookie = await cookieOf("ines");
    return bare("GET", "/api/releases", { cookie: cookie.slice(0, cookie.length / 2) });
  }),
  refused("a hundred cookies", () =>
    bare("GET", "/api/releases", { cookie: Array.from({ length: 100 }, (_, i) => `c${i}=1`).join("; ") }),
  ),
  refused("a method that is not there", () => asInes("PUT", "/api/exports")),
  refused("a method to take away", () => asInes("DELETE", "/api/exports")),
  refused("a method of its own", () => asInes("TRACE", "/api/me")),
  any("forty address headings", () =>
    asInes("GET", "/api/me", { "x-forwarded-for": Array.from({ length: 40 }, (_, i) => `10.0.0.${i}`).join(", ") }),
  ),
  refused("an address heading of seventy thousand letters", () =>
    asInes("GET", "/api/me", { "x-forwarded-for": "1".repeat(70_000) }),
  ),
];

const ranges: Input[] = [
  ["bytes=-", "any"],
  ["bytes=9-2", "refused"],
  ["bytes=999999999999-", "refused"],
  ["bytes=0-0,2-3,5-9", "any"],
  ["bytes=-0", "refused"],
  ["bytes=0-99999999999999999999", "any"],
  ["lines=0-9", "any"],
].map(([range, gets]) => ({
  name: `a range ${range}`,
  gets: gets as Input["gets"],
  send: async () => {
    const { status, message } = await asInes("GET", await footage(), { range: range! });
    return { status: status === 206 ? 200 : status, message: status < 400 ? undefined : message };
  },
}));

const connections: Input[] = [
  refused("a length that is less than nothing", () => asInes("POST", "/api/exports", { "content-length": "-1" })),
  {
    name: "a body that never comes to its end",
    gets: "any",
    send: async () => {
      const headers = { cookie: await cookieOf("tomas"), origin: base, "content-length": "100000" };
      return new Promise((resolve) => {
        const sent = httpRequest({ hostname, port, method: "POST", path: "/api/media?name=slow", headers });
        sent.on("error", () => undefined);
        sent.write("a beginning");
        setTimeout(() => {
          sent.destroy();
          resolve({ status: 200 });
        }, 400);
      });
    },
  },
  {
    name: "fifty headings of a file, one after the other",
    gets: "taken",
    send: async () => {
      const path = await footage();
      for (let i = 0; i < 50; i++) await asInes("HEAD", path);
      return { status: 200 };
    },
  },
  {
    name: "a hundred calls at once",
    gets: "taken",
    short: true,
    send: async () => {
      const replies = await Promise.all(Array.from({ length: 100 }, () => as("ines", "GET", "/api/me")));
      const wrong = replies.find(({ status }) => status !== 200);
      return { status: wrong?.status ?? 200, message: wrong?.error?.message };
    },
  },
  refused("a body that says it is a form", async () => {
    const { status, error } = await send("POST", "/api/exports", {
      cookie: await cookieOf("ines"),
      raw: "releaseId=1",
      headers: { "content-type": "application/x-www-form-urlencoded" },
    });
    return { status, message: error?.message };
  }),
];

export const requests: readonly Input[] = [...queries, ...paths, ...headings, ...ranges, ...connections];
