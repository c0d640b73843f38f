import { LRUCache } from "lru-cache";

/*
 * A page for members holds who is signed in and its address, nothing else: all that it shows is asked for by itself. So it
 * is rendered once for each, and answered from memory afterwards, with a new word for its scripts each time.
 */

/** What pages for members begin with. Those of links say how their link stands and are rendered each time. */
export const memberPages = [
  ...["", "account", "audit", "bench", "fill", "help", "house", "links", "members", "moves", "orders", "outbox"],
  ...["outputs", "packages", "receivers", "sheets"],
];

/** Rendered pages, each as its headings and its text, in which the word of its scripts is marked. */
const kept = new LRUCache({ maxSize: 24 * 1024 * 1024, sizeCalculation: ({ text }) => 2 * text.length + 2000 });
const mostBytes = 200_000;

/** Headings that are of one answer only. */
const own = new Set(["connection", "content-encoding", "content-length", "date", "keep-alive", "transfer-encoding"]);

/** What a member's page is kept under; undefined for whatever is no whole page of theirs. */
function keyOf({ method, url, headers }, member) {
  const [, first] = /^\/([^/?]*)/.exec(url) ?? [];
  const isPart = Object.keys(headers).some((name) => name === "rsc" || name.startsWith("next-"));
  if (method !== "GET" || isPart || !memberPages.includes(first) || /[?&]_rsc=/.test(url)) return undefined;
  const { id, name, email, role } = member;
  return JSON.stringify([url, id, name, email, role]);
}

/**
 * Answers a member's page as it was rendered before, or has it rendered and keeps it. `nonce` is the word that this answer's
 * scripts carry, `memberOf` finds who is signed in, `render` writes the page into the response.
 */
export async function answerPage(request, response, { nonce, memberOf, render }) {
  const member = await memberOf(request).catch(() => undefined);
  const key = member && keyOf(request, member);
  const page = key && kept.get(key);
  if (page) {
    for (const [name, value] of page.headings) response.setHeader(name, withWord(value, page.nonce, nonce));
    response.writeHead(200).end(withWord(page.text, page.nonce, nonce));
    return;
  }
  if (key) collect(response, (text, headings) => kept.set(key, { text, headings, nonce }));
  render();
}

const withWord = (text, before, now) => (typeof text === "string" ? text.replaceAll(before, now) : text);

/** Tells a whole page that goes out, with its headings; nothing of what is no page, or breaks off. */
function collect(response, whole) {
  const { write, end } = response;
  const parts = [];
  let bytes = 0;
  const add = (part) => {
    if (part === undefined || part === null || typeof part === "function" || bytes > mostBytes) return;
    const data = Buffer.from(part);
    bytes += data.length;
    parts.push(data);
  };
  response.write = function (part, ...rest) {
    add(part);
    return write.call(this, part, ...rest);
  };
  response.end = function (part, ...rest) {
    add(part);
    const isPage = this.statusCode === 200 && String(this.getHeader("content-type")).startsWith("text/html");
    const headings = Object.entries(this.getHeaders()).filter(
      ([name]) => !own.has(name) && name !== "content-security-policy",
    );
    if (isPage && bytes <= mostBytes) whole(Buffer.concat(parts).toString("utf8"), headings);
    return end.call(this, part, ...rest);
  };
}
