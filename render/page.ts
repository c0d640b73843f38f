import { readFileSync } from "node:fs";
import { join } from "node:path";
import { promisify } from "node:util";
import { gunzip, gzip } from "node:zlib";
import { fileAttribute, payloadId, shaperId, type PagePayload } from "@/core/page";
import { buildPlayer, playerFile, playerProgram } from "@/scripts/lib/player.mjs";
import { isFresh } from "@/scripts/lib/programs.mjs";
import type { Carried } from "./carried";

const [pack, unpack] = [promisify(gzip), promisify(gunzip)];

let player: Promise<string> | undefined;

/** The player as one script: made by the build, or now where nothing was built since the last change. */
export function readPlayer(): Promise<string> {
  const root = process.cwd();
  player ??= isFresh(playerProgram, root, ["core", "ui"])
    ? Promise.resolve(readFileSync(join(root, playerFile), "utf8"))
    : buildPlayer(root);
  player.catch(() => (player = undefined));
  return player;
}

const shaperFile = () => join(process.cwd(), "node_modules", "harfbuzzjs", "dist", "harfbuzz.wasm");

const escaped = (text: string): string =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll('"', "&quot;");
/** Nothing in data may end the element it lies in. */
const inScript = (json: string): string => json.replaceAll("<", "\\u003c");
/** A script as it stands in the page. */
export const inModule = (code: string): string => code.replace(/<\/(script)/gi, "<\\/$1").replaceAll("<!--", "<\\!--");
const inText = async (bytes: Uint8Array): Promise<string> =>
  (await pack(bytes, { level: 9 })).toString("base64").replace(/(.{120})/g, "$1\n");

const policy = [
  "default-src 'none'",
  "script-src 'unsafe-inline' 'wasm-unsafe-eval'",
  "style-src 'unsafe-inline'",
  "img-src data: blob:",
].join("; ");

const style =
  "html,body{margin:0;height:100%;background:transparent;overflow:hidden}" +
  "body{display:flex;align-items:center;justify-content:center}canvas{display:block}";

// Unpacked beside the player's start, and given to the shaper when it asks.
const unpackShaper = `globalThis.rubrickShaper=(async()=>{const t=document.getElementById("${shaperId}").textContent;const b=Uint8Array.from(atob(t.trim()),c=>c.charCodeAt(0));return new Uint8Array(await new Response(new Blob([b]).stream().pipeThrough(new DecompressionStream("gzip"))).arrayBuffer())})();`;

/** One HTML file that plays a graphic by itself, with nothing to load. */
export async function writePage({ payload, files }: Carried, repeats: number): Promise<string> {
  const { design } = payload;
  const told: PagePayload = { ...payload, repeats };
  const data = async (attributes: string, bytes: Uint8Array) =>
    `<script type="application/gzip" ${attributes}>\n${await inText(bytes)}</script>`;
  const carried = [];
  for (const [name, bytes] of files) carried.push(await data(`${fileAttribute}="${escaped(name)}"`, bytes));
  return [
    `<!doctype html>`,
    `<html lang="${escaped(design.locale)}">`,
    `<head>`,
    `<meta charset="utf-8">`,
    `<meta http-equiv="Content-Security-Policy" content="${policy}">`,
    `<meta name="viewport" content="width=device-width">`,
    `<title>${escaped(design.name)}</title>`,
    `<style>${style}</style>`,
    `</head>`,
    `<body>`,
    `<script type="application/json" id="${payloadId}">${inScript(JSON.stringify(told))}</script>`,
    await data(`id="${shaperId}"`, readFileSync(shaperFile())),
    ...carried,
    `<script>${unpackShaper}</script>`,
    `<script type="module">${inModule(await readPlayer())}</script>`,
    `</body>`,
    `</html>`,
    ``,
  ].join("\n");
}

/** What a finished page carries, read back from its text. Throws when it is no such page. */
export async function readPage(html: string): Promise<{ payload: PagePayload; files: Map<string, Uint8Array> }> {
  const payload = new RegExp(`<script type="application/json" id="${payloadId}">(.*?)</script>`, "s").exec(html)?.[1];
  if (payload === undefined) throw new Error("the page carries no graphic");
  const files = new Map<string, Uint8Array>();
  for (const [, name, text] of html.matchAll(
    new RegExp(`<script type="application/gzip" ${fileAttribute}="([^"]*)">\\n(.*?)</script>`, "gs"),
  )) {
    files.set(
      name!.replaceAll("&quot;", '"').replaceAll("&lt;", "<").replaceAll("&amp;", "&"),
      await unpack(Buffer.from(text!, "base64")),
    );
  }
  return { payload: JSON.parse(payload) as PagePayload, files };
}
