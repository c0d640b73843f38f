import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { deflateSync } from "node:zlib";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import sharp from "sharp";
import { database, disconnect } from "@/server/db/connection";
import { as, base, cookieOf, pause, resultOf, until } from "../support/api";
import { unpackFrames } from "@/core/media/frame-block";
import { ffmpegFile, pngOf, svgOf, videoFile } from "../support/files";
const folder = mkdtempSync(join(tmpdir(), "rubrick-uploads-"));
let cookie: string;
beforeAll(async () => {
  cookie = await cookieOf("tomas");
});
// Whatever was sent, the server goes on serving.
afterAll(async () => {
  await disconnect();
  expect((await as("ines", "GET", "/api/releases")).status).toBe(200);
});

async function send(name: string, body: Buffer | string) {
  // What was encoded just before held this process: lines that the server has closed meanwhile are seen to be so first.
  await pause(20);
  const answer = await fetch(`${base}/api/media?name=${encodeURIComponent(name)}`, {
    method: "POST",
    headers: { cookie, origin: base, "content-type": "application/octet-stream" },
    body: typeof body === "string" ? body : new Uint8Array(body),
  });
  const json = (await answer.json()) as { data?: Record<string, never>; error?: { code: string; message: string } };
  if (answer.status !== 200) return { status: answer.status, ...json };
  return (await resultOf(cookie, json.data)) as { status: number } & typeof json;
}

const entities = `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa">${"bcdefgh"
  .split("")
  .map((n, i) => `<!ENTITY ${n} "${`&${"abcdefg"[i]};`.repeat(10)}">`)
  .join("")}]>`;

describe("what is hostile or broken is refused with the reason", () => {
  test.each<[string, string, Buffer | string, number, RegExp]>([
    ["nothing", "a.png", "", 422, /empty/],
    ["text that calls itself a picture", "a.png", "this is no picture at all", 422, /not a known kind of file/],
    ["a program", "a.svg", Buffer.from("7f454c4602010100000000000000000002003e0001", "hex"), 422, /kind/],
    ["a page", "a.svg", "<html><body><script>alert(1)</script></body></html>", 422, /not a known kind of file/],
    ["a script in an SVG", "a.svg", svgOf('<script>alert(1)</script><path d="M0 0h9v9z"/>'), 422, /script/],
    ["a handler in an SVG", "a.svg", svgOf('<path onload="alert(1)" d="M0 0h9v9z"/>'), 422, /script/],
    ["a page inside an SVG", "a.svg", svgOf("<foreignObject><p>hello</p></foreignObject>"), 422, /foreignObject/],
    ["a picture from elsewhere", "a.svg", svgOf('<image xlink:href="http://elsewhere.example/a.png"/>'), 422, /image/],
    [
      "a reference to elsewhere",
      "a.svg",
      svgOf('<a href="http://elsewhere.example/"><path d="M0 0h9v9z"/></a>'),
      422,
      /outside/,
    ],
    [
      "a style from elsewhere",
      "a.svg",
      svgOf('<path style="fill:url(http://elsewhere.example/x)" d="M0 0h9v9z"/>'),
      422,
      /outside/,
    ],
    [
      "a file of the server",
      "a.svg",
      `<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>${svgOf("<title>&x;</title>")}`,
      422,
      /entities/,
    ],
    ["entities that grow", "a.svg", entities + svgOf("<title>&h;</title>"), 422, /entities/],
    ["an SVG that is cut off", "a.svg", '<svg viewBox="0 0 9 9"><path d="M0 0h9', 422, /can’t be used/],
    ["an outline that is none", "a.svg", svgOf('<path d="M0 0 banana"/>'), 422, /can’t be read/],
    ["an SVG of thousands of parts", "a.svg", svgOf('<path d="M0 0h9v9z"/>'.repeat(3100)), 422, /parts/],
    ["words that are no outlines", "a.svg", svgOf("<text>Quillmere</text>"), 422, /outlines/],
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
      svgOf(
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
    const film = videoFile("bars.webm", "-c:v", "libvpx-vp9", "-deadline", "realtime");
    const reply = await send("bars.webm", film);
    expect(reply.data).toMatchObject({
      kind: "video",
      video: { width: 320, height: 180, fps: { num: 25, den: 1 }, frames: 25 },
    });
    const { hash } = (reply.data as never as { video: { hash: string } }).video;
    const frame = await fetch(`${base}/api/media/${hash}/frames/24`, { headers: { cookie } });
    expect([frame.status, frame.headers.get("content-type")]).toEqual([200, "image/jpeg"]);
    expect((await fetch(`${base}/api/media/${hash}/frames/25`, { headers: { cookie } })).status).toBe(404);
    // What was sent has had its use: only what was made of it stays.
    const sent = createHash("sha256").update(film).digest("hex");
    const stored = () => database()("stored_file").whereIn("hash", [sent, hash]).select("hash");
    expect(await until(stored, (rows) => rows.length === 1)).toEqual([{ hash }]);
  });
  test("a large video keeps broadcast size, says what was changed, and has small frames a dozen at a time", async () => {
    const source = ["-f", "lavfi", "-i", "testsrc2=s=2560x1440:r=25:d=1"];
    const reply = await send("large.mp4", ffmpegFile("large.mp4", ...source, "-pix_fmt", "yuv420p"));
    expect(reply.data).toMatchObject({
      note: "It is stored at 1920 × 1080 pixels.",
      video: { width: 1920, height: 1080, frames: 25 },
    });
    const { hash } = (reply.data as never as { video: { hash: string } }).video;
    const ask = (query: string) => fetch(`${base}/api/media/${hash}/frames/${query}`, { headers: { cookie } });
    const small = unpackFrames(await (await ask("20?small=12")).arrayBuffer());
    expect(small.length).toBe(5);
    const [one, whole] = await Promise.all(
      [Buffer.from(small[4]!), Buffer.from(await (await ask("24")).arrayBuffer())].map((bytes) =>
        sharp(bytes).resize(320, 180, { fit: "fill" }).raw().toBuffer({ resolveWithObject: true }),
      ),
    );
    // The same picture, smaller.
    const off = one!.data.reduce((sum, level, i) => sum + Math.abs(level - whole!.data[i]!), 0) / one!.data.length;
    expect(off).toBeLessThan(6);
    expect((await sharp(Buffer.from(small[0]!)).metadata()).width).toBe(640);
    expect((await ask("25?small=12")).status).toBe(404);
    expect((await ask("0?small=99")).status).toBe(422);
  });
  test.each<[string, string[], object]>([
    ["of a fifth of a second", ["-t", "0.2"], { frames: 5 }],
    ["of 10 bits", ["-pix_fmt", "yuv420p10le"], { width: 320, frames: 25 }],
  ])("a video %s is taken as it is", async (_, args, video) => {
    const reply = await send("odd.mp4", videoFile("odd.mp4", "-c:v", "libx264", ...args));
    expect(reply.data).toMatchObject({ kind: "video", video });
  });
  test("a video that doesn’t say how long it is is read to its end", async () => {
    const made = execFileSync("ffmpeg", [
      "-v",
      "error",
      "-f",
      "lavfi",
      "-i",
      "testsrc=s=320x180:r=25:d=1",
      "-c:v",
      "libvpx",
      "-f",
      "webm",
      "-live",
      "1",
      "pipe:1",
    ]);
    expect((await send("live.webm", made)).data).toMatchObject({ kind: "video", video: { frames: 25 } });
  });
  test("a sound with a cover is a sound", async () => {
    const [tone, cover] = [join(folder, "tone.mp3"), join(folder, "cover.png")];
    writeFileSync(cover, pngOf(2, 2, deflateSync(Buffer.alloc(18))));
    execFileSync("ffmpeg", [
      "-v",
      "error",
      "-f",
      "lavfi",
      "-i",
      "sine=d=1",
      "-i",
      cover,
      "-map",
      "0",
      "-map",
      "1",
      "-c:v",
      "copy",
      "-y",
      tone,
    ]);
    expect((await send("tone.mp3", readFileSync(tone))).data).toMatchObject({ kind: "sound" });
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
