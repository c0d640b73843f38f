import { readFileSync } from "node:fs";
import { request as httpRequest } from "node:http";
import { deflateSync, gzipSync } from "node:zlib";
import sharp from "sharp";
import { base, cookieOf, resultOf } from "../support/api";
import { ffmpegFile, pngChunk, pngOf, svgOf, videoFile } from "../support/files";
import type { Answer, Input } from "./input";

/* Files. */

type Content = Buffer | string;

const upload = (content: Content) => uploadAs(content, "hostile");

async function uploadAs(content: Content, name: string): Promise<Answer> {
  const answer = await fetch(`${base}/api/media?name=${encodeURIComponent(name)}`, {
    method: "POST",
    headers: { cookie: await cookieOf("tomas"), origin: base },
    body: typeof content === "string" ? content : new Uint8Array(content),
  });
  const json = (await answer.json()) as { data?: unknown; error?: { message: string } };
  if (answer.status !== 200) return { status: answer.status, message: json.error?.message };
  const { status, error } = await resultOf(await cookieOf("tomas"), json.data);
  return { status, message: error?.message };
}

const file = (gets: Input["gets"], name: string, prepare: () => Content | Promise<Content>, short = false): Input => ({
  name,
  gets,
  short,
  prepare,
  send: upload,
});

const many = (count: number, part: (i: number) => string) => Array.from({ length: count }, (_, i) => part(i)).join("");

const drawings: Input[] = [
  file(
    "refused",
    "an SVG with a colour of a million figures",
    () => svgOf(`<path fill="rgb(${"1".repeat(1e6)},0,0)" d="M0 0h9v9z"/>`),
    true,
  ),
  file(
    "any",
    "an SVG whose gradients never end",
    () =>
      svgOf(
        `<defs>${many(800, (i) => `<linearGradient id="g${i}" xlink:href="#g${(i + 1) % 800}"/>`)}</defs><path fill="url(#g0)" d="M0 0h9v9z"/>`,
      ),
    true,
  ),
  file("refused", "an SVG of 250,000 points", () =>
    svgOf(`<polygon points="${many(250_000, (i) => `${i % 97},${i % 89} `)}"/>`),
  ),
  file("refused", "an SVG path of a million steps", () => svgOf(`<path d="M0 0${"l1 1".repeat(400_000)}"/>`)),
  file(
    "refused",
    "an SVG of groups five thousand deep",
    () => svgOf(`${'<g transform="scale(1.01)">'.repeat(5000)}<path d="M0 0h9v9z"/>${"</g>".repeat(5000)}`),
    true,
  ),
  file("any", "an SVG with ten thousand transforms on one outline", () =>
    svgOf(`<path transform="${"rotate(1) ".repeat(10_000)}" d="M0 0h9v9z"/>`),
  ),
  file("any", "an SVG at 1e308", () => svgOf('<path d="M1e308 1e308L-1e308 1e308Z"/>')),
  file("any", "an SVG of a box of 1e308", () => svgOf('<path d="M0 0h9v9z"/>', 'viewBox="0 0 1e308 1e308"')),
  file("any", "an SVG of a box of nothing", () => svgOf('<path d="M0 0h9v9z"/>', 'viewBox="0 0 0 0"')),
  file("any", "an SVG of a box less than nothing", () => svgOf('<path d="M0 0h9v9z"/>', 'viewBox="0 0 -9 -9"')),
  file("any", "an SVG that uses itself", () => svgOf('<g id="a"><use xlink:href="#a"/></g><path d="M0 0h9v9z"/>')),
  file(
    "any",
    "an SVG whose uses grow twentyfold each",
    () =>
      svgOf(
        `<defs><path id="u0" d="M0 0h1v1z"/>${many(8, (i) => `<g id="u${i + 1}">${`<use xlink:href="#u${i}"/>`.repeat(20)}</g>`)}</defs><use xlink:href="#u8"/>`,
      ),
    true,
  ),
  file("any", "an SVG whose clip is clipped by itself", () =>
    svgOf(
      '<clipPath id="c" clip-path="url(#c)"><path d="M0 0h9v9z"/></clipPath><path clip-path="url(#c)" d="M0 0h9v9z"/>',
    ),
  ),
  file("any", "an SVG whose mask is masked by itself", () =>
    svgOf('<mask id="m" mask="url(#m)"><path d="M0 0h9v9z"/></mask><path mask="url(#m)" d="M0 0h9v9z"/>'),
  ),
  file("any", "an SVG with a hundred thousand rules of style", () =>
    svgOf(`<style>${many(60_000, (i) => `.a${i}{fill:red}`)}</style><path class="a9" d="M0 0h9v9z"/>`),
  ),
  file("any", "an SVG with a dash of a hundred thousand parts", () =>
    svgOf(`<path stroke="red" stroke-dasharray="${"1 ".repeat(100_000)}" d="M0 0h9v9z"/>`),
  ),
  file("any", "an SVG with ten thousand properties on one element", () =>
    svgOf(`<path ${many(10_000, (i) => `data-a${i}="x" `)} d="M0 0h9v9z"/>`),
  ),
  file(
    "refused",
    "an SVG with entities that grow",
    () => `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;">]>${svgOf("<title>&b;</title>")}`,
  ),
  file(
    "refused",
    "an SVG that asks for a file of the server",
    () => `<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>${svgOf("<title>&x;</title>")}`,
  ),
  file("refused", "an SVG with a script", () => svgOf('<script>alert(1)</script><path d="M0 0h9v9z"/>')),
  file("refused", "an SVG with a handler", () => svgOf('<path onload="alert(1)" d="M0 0h9v9z"/>')),
  file("refused", "an SVG with a page in it", () => svgOf("<foreignObject><p>hello</p></foreignObject>")),
  file("refused", "an SVG with a style from elsewhere", () =>
    svgOf('<style>@import url("http://elsewhere.example/x.css");</style><path d="M0 0h9v9z"/>'),
  ),
  file("refused", "an SVG with a picture from elsewhere", () =>
    svgOf('<image xlink:href="http://elsewhere.example/x.png"/>'),
  ),
  file("refused", "an SVG with a picture in its text", () => svgOf('<image xlink:href="data:image/png;base64,AAAA"/>')),
  file("any", "an SVG in UTF-16", () => Buffer.from(`\ufeff${svgOf('<path d="M0 0h9v9z"/>')}`, "utf16le")),
  file("refused", "an SVG that is packed", () => gzipSync(svgOf('<path d="M0 0h9v9z"/>'))),
  file("refused", "an SVG cut off in its middle", () => svgOf('<path d="M0 0h9v9z"/>').slice(0, 120)),
  file("any", "an SVG with two megabytes of remarks", () =>
    svgOf(`<!--${"x".repeat(1_900_000)}--><path d="M0 0h9v9z"/>`),
  ),
  file("refused", "an SVG of three megabytes", () => svgOf(`<!--${"x".repeat(3_000_000)}-->`)),
  file("any", "an SVG with a filter of a thousand steps", () =>
    svgOf(
      `<filter id="f">${'<feGaussianBlur stdDeviation="99"/>'.repeat(1000)}</filter><path filter="url(#f)" d="M0 0h9v9z"/>`,
    ),
  ),
  file("any", "an SVG with all ids alike", () => svgOf(many(900, () => '<path id="a" d="M0 0h9v9z"/>'))),
];

/** A JPEG of a size that its data are far too short for. */
const hollowJpeg = async (width: number, height: number) => {
  const small = await sharp({ create: { width: 8, height: 8, channels: 3, background: "#777" } })
    .jpeg()
    .toBuffer();
  const at = small.indexOf(Buffer.from([0xff, 0xc0])) + 5;
  small.writeUInt16BE(height, at);
  small.writeUInt16BE(width, at + 2);
  return small;
};
const plain = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: "#357" } });

const pictures: Input[] = [
  file("any", "a JPEG of a few bytes that claims 8000 × 7400", () => hollowJpeg(8000, 7400), true),
  {
    name: "twenty-four such JPEGs at once",
    gets: "any",
    send: async () => {
      const jpeg = await hollowJpeg(8000, 7400);
      const answers = await Promise.all(Array.from({ length: 24 }, () => upload(jpeg)));
      return answers.find(({ status }) => status >= 500 && status !== 503) ?? answers[0]!;
    },
  },
  {
    name: "forty pictures at once",
    gets: "any",
    send: async () => {
      const png = await plain(64, 64).png().toBuffer();
      const answers = await Promise.all(Array.from({ length: 40 }, () => upload(png)));
      return answers.find(({ status }) => status >= 500 && status !== 503) ?? answers[0]!;
    },
  },
  file("refused", "a PNG of 60000 × 60000", () => pngOf(60_000, 60_000), true),
  file("refused", "a PNG of 8192 × 8192", () => pngOf(8192, 8192)),
  file("any", "a PNG of 7000 × 8000 in a hundred kilobytes", () =>
    pngOf(7000, 8000, deflateSync(Buffer.alloc((7000 * 4 + 1) * 8000))),
  ),
  file("refused", "a PNG cut off", () => pngOf(400, 400)),
  file("refused", "a PNG that unpacks to a thousand times its size", () =>
    pngOf(10, 10, deflateSync(Buffer.alloc(50_000_000))).subarray(0, 900),
  ),
  file("any", "a PNG with twenty thousand remarks", () =>
    pngOf(
      1,
      1,
      deflateSync(Buffer.from([0, 1, 2, 3, 4])),
      Array.from({ length: 20_000 }, (_, i) => pngChunk("tEXt", Buffer.from(`k${i}\0v`))),
    ),
  ),
  file("taken", "a PNG of one pixel", () => plain(1, 1).png().toBuffer()),
  file("taken", "a picture of 8192 × 1", () => plain(8192, 1).png().toBuffer()),
  file("refused", "a picture of 8193 × 1", () => plain(8193, 1).png().toBuffer()),
  file("taken", "a JPEG in four printing inks", () => plain(64, 64).toColourspace("cmyk").jpeg().toBuffer()),
  file("taken", "a PNG of sixteen bits", () => plain(64, 64).toColourspace("rgb16").png().toBuffer()),
  file("taken", "a JPEG that lies on its side", () => plain(64, 32).withMetadata({ orientation: 6 }).jpeg().toBuffer()),
  file("refused", "a GIF", () => plain(8, 8).gif().toBuffer()),
  file("refused", "a TIFF", () => plain(8, 8).tiff().toBuffer()),
  file("any", "a WebP that moves", async () =>
    sharp(await plain(8, 8).webp().toBuffer())
      .webp({ loop: 0 })
      .toBuffer(),
  ),
  file("refused", "a JPEG with its middle exchanged", async () => {
    const jpeg = await sharp(Buffer.alloc(64 * 64 * 3, 7), { raw: { width: 64, height: 64, channels: 3 } })
      .jpeg()
      .toBuffer();
    return jpeg.subarray(0, jpeg.length / 3);
  }),
];

const tracks = (count: number) => {
  const inputs = Array.from({ length: count }, () => ["-map", "0:a"]).flat();
  return ffmpegFile("tracks.mp4", "-f", "lavfi", "-i", "anullsrc=d=0.1", ...inputs, "-c:a", "aac", "-b:a", "8k");
};

/** The first place of four letters, with the number behind it exchanged. */
function withLength(mp4: Buffer, box: string, offset: number, value: number): Buffer {
  const at = mp4.indexOf(box, 0, "latin1");
  mp4.writeUInt32BE(value, at + offset);
  return mp4;
}

const films: Input[] = [
  file("refused", "an MP4 of three hundred tracks", () => tracks(300)),
  file("any", "a video that says it is an hour long", () =>
    withLength(videoFile("liar.mp4", "-pix_fmt", "yuv420p"), "mvhd", 20, 3_600_000),
  ),
  file("any", "a video that says it has no length", () =>
    withLength(videoFile("short.mp4", "-pix_fmt", "yuv420p"), "mvhd", 20, 0),
  ),
  file(
    "refused",
    "an MP4 that is nothing but its heading",
    () => Buffer.concat([Buffer.from("00000018667479706d703432000000006d70343269736f6d", "hex"), Buffer.alloc(200)]),
    true,
  ),
  file("refused", "an MP4 cut off", () => videoFile("cut.mp4", "-pix_fmt", "yuv420p").subarray(0, 2000)),
  file("refused", "a video of 4200 × 16", () =>
    ffmpegFile("wide.mp4", "-f", "lavfi", "-i", "color=s=4200x16:d=0.2", "-pix_fmt", "yuv420p"),
  ),
  file("refused", "a video of 301 seconds", () =>
    ffmpegFile("long.mp4", "-f", "lavfi", "-i", "color=s=16x16:d=301:r=1", "-pix_fmt", "yuv420p"),
  ),
  file("taken", "a video of one frame", () =>
    ffmpegFile("one.mp4", "-f", "lavfi", "-i", "color=s=64x64:d=0.04", "-pix_fmt", "yuv420p"),
  ),
  file("any", "a video of a thousand frames a second", () =>
    ffmpegFile("quick.mp4", "-f", "lavfi", "-i", "color=s=64x64:d=1:r=1000", "-pix_fmt", "yuv420p"),
  ),
  file("any", "a video whose frames change their size", () =>
    Buffer.concat([videoFile("a.webm", "-c:v", "libvpx"), videoFile("b.webm", "-c:v", "libvpx", "-s", "64x64")]),
  ),
  file("refused", "a list of videos elsewhere", () => "#EXTM3U\n#EXTINF:10,\nhttp://elsewhere.example/a.ts\n"),
  file("refused", "a list of files of the server", () => "ffconcat version 1.0\nfile /etc/passwd\n"),
  file("refused", "an AVI", () => videoFile("a.avi")),
  file("refused", "a sound of half an hour and a second", () =>
    ffmpegFile("long.mp3", "-f", "lavfi", "-i", "anullsrc=d=1801:r=8000", "-b:a", "8k"),
  ),
  file("any", "a WAV that says it has four gigabytes", () =>
    withWavLength(ffmpegFile("liar.wav", "-f", "lavfi", "-i", "sine=d=1")),
  ),
  file("refused", "an MP3 of noise", () =>
    Buffer.concat([Buffer.from("494433040000000000", "hex"), Buffer.alloc(9000, 0x5a)]),
  ),
  file("refused", "an Ogg", () => ffmpegFile("a.ogg", "-f", "lavfi", "-i", "sine=d=0.2", "-c:a", "libvorbis")),
];

function withWavLength(wav: Buffer): Buffer {
  wav.writeUInt32LE(0xfffffff0, 4);
  return wav;
}

const fraunces = () => readFileSync("public/fonts/Fraunces_600SemiBold_Italic.ttf");
/** A font whose family is spelled in other letters of the same number. */
function fontNamed(name: string): Buffer {
  const font = fraunces();
  const [from, to] = ["Fraunces", name.padEnd(8).slice(0, 8)].map((text) => Buffer.from(text, "utf16le").swap16());
  for (let at = font.indexOf(from!); at >= 0; at = font.indexOf(from!, at + 1)) to!.copy(font, at);
  return font;
}

const fonts: Input[] = [
  file(
    "refused",
    "a font of nothing",
    () => Buffer.concat([Buffer.from("0001000000100100000400", "hex"), Buffer.alloc(400, 7)]),
    true,
  ),
  file("any", "a font cut off", () => fraunces().subarray(0, 9000)),
  file("refused", "a packed font of nothing", () =>
    Buffer.concat([Buffer.from("774f463200010000", "hex"), Buffer.alloc(300, 9)]),
  ),
  file("any", "a packed font that unpacks to four gigabytes", () => {
    const head = Buffer.alloc(48);
    head.write("wOF2");
    head.writeUInt32BE(0x00010000, 4);
    head.writeUInt32BE(0xfffffff0, 16);
    return Buffer.concat([head, Buffer.alloc(500, 1)]);
  }),
  file("refused", "a font of twenty-one megabytes", () => Buffer.concat([fraunces(), Buffer.alloc(21 * 1024 * 1024)])),
  file("taken", "a font whose name turns text round", () => fontNamed("\u202eevil")),
  file("taken", "a font whose name is an order to a style sheet", () => fontNamed("a';}*{x:")),
  file("taken", "a font whose name has zeros in it", () => fontNamed("a\u0000b\u0007c")),
  file("any", "a font whose tables lie in each other", () => {
    const font = fraunces();
    for (let i = 0; i < 8; i++) font.writeUInt32BE(12, 12 + 16 * i + 8);
    return font;
  }),
  file("any", "a font whose tables lie beyond its end", () => {
    const font = fraunces();
    for (let i = 0; i < font.readUInt16BE(4); i++) font.writeUInt32BE(0xffffff00, 12 + 16 * i + 8);
    return font;
  }),
];

const others: Input[] = [
  file("refused", "nothing", () => ""),
  file("refused", "one byte", () => "x"),
  file("refused", "a program", () => Buffer.from("7f454c4602010100000000000000000002003e0001", "hex")),
  file("refused", "a page", () => "<html><body><script>alert(1)</script></body></html>"),
  file("refused", "an archive", () => Buffer.from("504b0304140000000800000000000000000000000000000000000000", "hex")),
  file("refused", "a document to print", () => "%PDF-1.7\n%âãÏÓ\n1 0 obj\n<<>>\nendobj\n"),
  file("refused", "a megabyte of noise", () =>
    Buffer.from(Array.from({ length: 1_000_000 }, (_, i) => (i * 7919) % 251)),
  ),
  ...["../../etc/passwd", "\u202egnp.x", "a\u0000b", "CON", "x".repeat(200)].map((name): Input => ({
    name: `a file called ${JSON.stringify(name.slice(0, 20))}`,
    gets: "taken",
    send: async () => uploadAs(await plain(4, 4).png().toBuffer(), name),
  })),
  ...["", "   ", "x".repeat(201)].map((name): Input => ({
    name: `a file called ${JSON.stringify(name.slice(0, 5))}, ${name.length} letters`,
    gets: "refused",
    send: async () => uploadAs(await plain(4, 4).png().toBuffer(), name),
  })),
  {
    name: "more than 200 MB, told by its length",
    gets: "refused",
    short: true,
    send: async () => {
      const headers = { cookie: await cookieOf("tomas"), origin: base, "content-length": String(3e8) };
      return new Promise((resolve) => {
        const sent = httpRequest(`${base}/api/media?name=big`, { method: "POST", headers }, (reply) => {
          reply.resume();
          resolve({ status: reply.statusCode ?? 0, message: "" });
          sent.destroy();
        });
        sent.on("error", () => resolve({ status: 413, message: "hung up" }));
        sent.write(Buffer.alloc(1024));
      });
    },
  },
];

export const uploads: readonly Input[] = [...drawings, ...pictures, ...films, ...fonts, ...others];
