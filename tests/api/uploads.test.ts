import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { deflateSync } from "node:zlib";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import sharp from "sharp";
import { as, base, cookieOf } from "../support/api";

const folder = mkdtempSync(join(tmpdir(), "rubrick-uploads-"));
let cookie: string;
beforeAll(async () => {
  cookie = await cookieOf("tomas");
});
// Whatever was sent, the server goes on serving.
afterAll(async () => {
  expect((await as("ines", "GET", "/api/releases")).status).toBe(200);
});

async function send(name: string, body: Buffer | string) {
  const answer = await fetch(`${base}/api/media?name=${encodeURIComponent(name)}`, {
    method: "POST",
    headers: { cookie, origin: base, "content-type": "application/octet-stream" },
    body: typeof body === "string" ? body : new Uint8Array(body),
  });
  const json = (await answer.json()) as { data?: Record<string, never>; error?: { code: string; message: string } };
  return { status: answer.status, ...json };
}

const svg = (inner: string, attributes = 'viewBox="0 0 100 50"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inner}</svg>`;

/** A PNG whose header promises more pixels than its data hold. */
function pngOf(width: number, height: number): Buffer {
  const table = Array.from({ length: 256 }, (_, n) => {
    let c = n;
    for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
    return c >>> 0;
  });
  const crc = (bytes: Buffer) => {
    let c = 0xffffffff;
    for (const byte of bytes) c = table[(c ^ byte) & 255]! ^ (c >>> 8);
    return (c ^ 0xffffffff) >>> 0;
  };
  const chunk = (type: string, data: Buffer) => {
    const head = Buffer.alloc(4);
    head.writeUInt32BE(data.length);
    const body = Buffer.concat([Buffer.from(type, "latin1"), data]);
    const tail = Buffer.alloc(4);
    tail.writeUInt32BE(crc(body));
    return Buffer.concat([head, body, tail]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([8, 6, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([
    signature,
    chunk("IHDR", header),
    chunk("IDAT", deflateSync(Buffer.alloc(4096))),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

const video = (name: string, ...args: string[]): Buffer => {
  const file = join(folder, name);
  execFileSync("ffmpeg", ["-v", "error", "-f", "lavfi", "-i", "testsrc=s=320x180:r=25:d=1", ...args, "-y", file]);
  return readFileSync(file);
};
const entities = `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa">${"bcdefgh"
  .split("")
  .map((n, i) => `<!ENTITY ${n} "${`&${"abcdefg"[i]};`.repeat(10)}">`)
  .join("")}]>`;

describe("what is hostile or broken is refused with the reason", () => {
  test.each<[string, string, Buffer | string, number, RegExp]>([
    ["nothing", "a.png", "", 422, /empty/],
    ["text that calls itself a picture", "a.png", "this is no picture at all", 422, /no kind of file/],
    ["a program", "a.svg", Buffer.from("7f454c4602010100000000000000000002003e0001", "hex"), 422, /kind/],
    ["a page", "a.svg", "<html><body><script>alert(1)</script></body></html>", 422, /no kind of file/],
    ["a script in an SVG", "a.svg", svg('<script>alert(1)</script><path d="M0 0h9v9z"/>'), 422, /script/],
    ["a handler in an SVG", "a.svg", svg('<path onload="alert(1)" d="M0 0h9v9z"/>'), 422, /script/],
    ["a page inside an SVG", "a.svg", svg("<foreignObject><p>hello</p></foreignObject>"), 422, /foreignObject/],
    ["a picture from elsewhere", "a.svg", svg('<image xlink:href="http://elsewhere.example/a.png"/>'), 422, /image/],
    [
      "a reference to elsewhere",
      "a.svg",
      svg('<a href="http://elsewhere.example/"><path d="M0 0h9v9z"/></a>'),
      422,
      /outside/,
    ],
    [
      "a style from elsewhere",
      "a.svg",
      svg('<path style="fill:url(http://elsewhere.example/x)" d="M0 0h9v9z"/>'),
      422,
      /outside/,
    ],
    [
      "a file of the server",
      "a.svg",
      `<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>${svg("<title>&x;</title>")}`,
      422,
      /entities/,
    ],
    ["entities that grow", "a.svg", entities + svg("<title>&h;</title>"), 422, /entities/],
    ["an SVG that is cut off", "a.svg", '<svg viewBox="0 0 9 9"><path d="M0 0h9', 422, /can’t be taken/],
    ["an outline that is none", "a.svg", svg('<path d="M0 0 banana"/>'), 422, /can’t be read/],
    ["an SVG of thousands of parts", "a.svg", svg('<path d="M0 0h9v9z"/>'.repeat(3100)), 422, /parts/],
    ["words that are no outlines", "a.svg", svg("<text>Quillmere</text>"), 422, /outlines/],
    ["giant pixels", "a.png", pngOf(60000, 60000), 422, /pixels/],
    ["a picture that unpacks to too much", "a.png", pngOf(8000, 8000), 422, /pixels/],
    ["a picture cut off", "a.png", pngOf(400, 400), 422, /damaged/],
    [
      "a broken font",
      "a.ttf",
      Buffer.concat([Buffer.from("0001000000100100000400", "hex"), Buffer.alloc(400, 7)]),
      422,
      /font/,
    ],
    [
      "a broken packed font",
      "a.woff2",
      Buffer.concat([Buffer.from("774f463200010000", "hex"), Buffer.alloc(300, 9)]),
      422,
      /font/,
    ],
    [
      "a video without frames",
      "a.mp4",
      Buffer.concat([Buffer.from("00000018667479706d703432000000006d70343269736f6d", "hex"), Buffer.alloc(200)]),
      422,
      /damaged|decoded|read/,
    ],
    [
      "an archive",
      "a.png",
      Buffer.from("504b0304140000000800000000000000000000000000000000000000", "hex"),
      422,
      /kind/,
    ],
  ])("%s", async (_, name, body, status, reason) => {
    const reply = await send(name, body);
    expect([reply.status, reply.error?.message]).toEqual([status, expect.stringMatching(reason)]);
  });
  test("more than 200 MB, told by its length", async () => {
    const answer = await new Promise<string>((resolve, reject) => {
      void import("node:http").then(({ request }) => {
        const url = new URL(`${base}/api/media?name=big.mp4`);
        const headers = { cookie, origin: base, "content-length": String(3e8) };
        const sent = request(url, { method: "POST", headers }, (reply) => {
          reply.resume();
          resolve(String(reply.statusCode));
          sent.destroy();
        });
        sent.on("error", (error) => (String(error).includes("ECONNRESET") ? resolve("413") : reject(error)));
        sent.write(Buffer.alloc(1024));
      });
    });
    expect(answer).toBe("413");
  });
});

describe("what is good is taken for what it is", () => {
  test("an SVG becomes plain outlines, its transforms worked in", async () => {
    const reply = await send(
      "Two leaves.svg",
      svg(
        '<g transform="translate(10 5)" fill="#14342b"><circle cx="10" cy="10" r="5"/><rect width="4" height="6" style="fill:red;opacity:.5"/></g>',
      ),
    );
    expect(reply.data).toMatchObject({ kind: "mark", name: "Two leaves", drawing: { width: 100, height: 50 } });
    const { shapes } = (reply.data as unknown as { drawing: { shapes: { d: string; colour: string }[] } }).drawing;
    expect(shapes.map(({ colour }) => colour)).toEqual(["#14342bff", "#ff000080"]);
    expect(shapes[1]!.d).toBe("M10 5H14V11H10Z");
  });
  test("a picture whose name says otherwise, without its hidden data, once for the same content", async () => {
    const raw = { width: 60, height: 40, channels: 3 as const };
    const picture = await sharp(Buffer.alloc(60 * 40 * 3, 90), { raw })
      .withExif({ IFD0: { Copyright: "secret" } })
      .jpeg()
      .toBuffer();
    const first = await send("holiday.png", picture);
    expect(first.data).toMatchObject({ kind: "picture", name: "holiday", picture: { width: 60, height: 40 } });
    expect((await send("again.jpg", picture)).data).toMatchObject({
      picture: (first.data as never as { picture: object }).picture,
    });
    const { hash } = (first.data as never as { picture: { hash: string } }).picture;
    const stored = await fetch(`${base}/api/media/${hash}`, { headers: { cookie } });
    expect(stored.headers.get("content-type")).toBe("image/jpeg");
    expect(Buffer.from(await stored.arrayBuffer()).includes("secret")).toBe(false);
  });
  test("a video becomes frames at its own rate", async () => {
    const reply = await send("bars.webm", video("bars.webm", "-c:v", "libvpx-vp9", "-deadline", "realtime"));
    expect(reply.data).toMatchObject({
      kind: "video",
      video: { width: 320, height: 180, fps: { num: 25, den: 1 }, frames: 25 },
    });
    const { hash } = (reply.data as never as { video: { hash: string } }).video;
    const frame = await fetch(`${base}/api/media/${hash}/frames/24`, { headers: { cookie } });
    expect([frame.status, frame.headers.get("content-type")]).toEqual([200, "image/jpeg"]);
    expect((await fetch(`${base}/api/media/${hash}/frames/25`, { headers: { cookie } })).status).toBe(404);
  });
  test("a sound keeps its length", async () => {
    const file = join(folder, "tone.wav");
    execFileSync("ffmpeg", ["-v", "error", "-f", "lavfi", "-i", "sine=d=1.5", "-y", file]);
    const reply = await send("tone.wav", readFileSync(file));
    expect((reply.data as never as { sound: { durationS: number } }).sound.durationS).toBeCloseTo(1.5, 1);
  });
  test("a font is known by its own names", async () => {
    const reply = await send("x.ttf", readFileSync("public/fonts/Fraunces_600SemiBold_Italic.ttf"));
    expect(reply.data).toMatchObject({ kind: "font", font: { family: "Fraunces", weight: 600, italic: true } });
  });
});
