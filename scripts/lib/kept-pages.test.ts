import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "@jest/globals";
import { answerPage, memberPages } from "./kept-pages.mjs";

const ada = { id: "1", name: "Ada", email: "ada@quillmere.example", role: "designer" };

/** What goes out to whoever asks for a page, which is rendered as the member’s name with the word of its scripts. */
async function asked(more: {
  member?: object | undefined;
  url?: string;
  headers?: Record<string, string>;
  status?: number;
  type?: string;
  method?: string;
  broken?: boolean;
}) {
  const { member = ada, url = "/outbox", headers = {}, status = 200, type = "text/html; charset=utf-8" } = more;
  const nonce = Math.random().toString(16).slice(2).padEnd(16, "0");
  const sent: string[] = [];
  const set = new Map<string, unknown>([["content-security-policy", `nonce-${nonce}`]]);
  let rendered = false;
  const response = {
    statusCode: 200,
    setHeader: (name: string, value: unknown) => void set.set(name, value),
    getHeader: (name: string) => set.get(name),
    getHeaders: () => Object.fromEntries(set),
    writeHead(code: number) {
      this.statusCode = code;
      return this;
    },
    write: (part: string | Buffer) => sent.push(String(part)) > 0,
    end: (part?: string | Buffer) => void (part !== undefined && sent.push(String(part))),
  };
  const render = () => {
    rendered = true;
    response.statusCode = status;
    response.setHeader("content-type", type);
    response.setHeader("link", `</a.css>; nonce="${nonce}"`);
    // A letter may be cut in half.
    const bytes = Buffer.from(`${JSON.stringify(member)} Tomás <script nonce="${nonce}">`);
    for (const byte of bytes) response.write(Buffer.from([byte]));
    if (!more.broken) response.end();
  };
  const request = { method: more.method ?? "GET", url, headers };
  await answerPage(
    request as never,
    response as never,
    {
      ...{ nonce, render },
      memberOf: async () => member,
    } as never,
  );
  return { rendered, text: sent.join(""), nonce, set };
}

test("a page is rendered once for a member, and answered with a new word for its scripts", async () => {
  const first = await asked({});
  expect(first.rendered).toBe(true);
  const second = await asked({});
  expect(second.rendered).toBe(false);
  expect(second.text).toContain(`<script nonce="${second.nonce}">`);
  expect(second.text).not.toContain(first.nonce);
  expect(second.text).toContain("Tomás");
  expect(second.set.get("link")).toBe(`</a.css>; nonce="${second.nonce}"`);
  expect(second.set.get("content-security-policy")).toBe(`nonce-${second.nonce}`);
});

test.each([
  ["of another name", { member: { ...ada, name: "Ada F." } }],
  ["of another role", { member: { ...ada, role: "contributor" } }],
  ["of somebody else", { member: { ...ada, id: "2" } }],
  ["of another address", { url: "/outbox?find=x" }],
  ["a part of a page", { headers: { rsc: "1" } }],
  ["a part of a page, told by its address", { url: "/outbox?_rsc=1" }],
  ["a page of a link", { url: "/join/abc" }],
  ["asked for in another way", { method: "HEAD" }],
])("what is %s is not answered with it", async (_, more) => {
  await asked({});
  expect((await asked(more)).rendered).toBe(true);
});

test.each([
  ["failed", { url: "/moves", status: 503 }],
  ["is no page", { url: "/house", type: "image/svg+xml" }],
  ["broke off", { url: "/outputs", broken: true }],
])("what %s is not kept", async (_, more) => {
  await asked(more);
  expect((await asked({ url: more.url })).rendered).toBe(true);
});

/** All pages, by the first part of their address. */
const pages = readdirSync("app", { recursive: true, encoding: "utf8" }).filter((path) => path.endsWith("page.tsx"));
test("a page that is kept shows nothing of the server’s but who is signed in", () => {
  const first = (path: string) => (path === "page.tsx" ? "" : path.split("/")[0]!);
  for (const path of pages) {
    const source = readFileSync(join("app", path), "utf8");
    const isMembers = source.includes("<MemberPage");
    if (path === "member-page.tsx") continue;
    expect([path, memberPages.includes(first(path))]).toEqual([path, isMembers]);
    if (isMembers) expect([path, /@\/server|cookies\(|headers\(|Date/.test(source)]).toEqual([path, false]);
  }
});
