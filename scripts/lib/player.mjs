import { readFileSync } from "node:fs";
import { programFolder } from "./programs.mjs";

/*
 * The player that pages carry which play a graphic by themselves: one script for a browser, with nothing to load.
 */

export const playerProgram = "ui/page/player.ts";
export const playerFile = `${programFolder}/ui/page/player.mjs`;

const fetched = "var wasmBinary;";
/** The shaper's own code lies in the page; it must not ask a network for it. */
const shaperInside = {
  name: "shaper-inside",
  setup(build) {
    build.onLoad({ filter: /harfbuzzjs[\\/]dist[\\/]harfbuzz\.js$/ }, ({ path }) => {
      const text = readFileSync(path, "utf8");
      if (!text.includes(fetched)) throw new Error("the shaper loads itself in another way than is known");
      return { contents: text.replace(fetched, "var wasmBinary=await globalThis.rubrickShaper;"), loader: "js" };
    });
  },
};

/** The player as text. Throws when it can't be built. */
export async function buildPlayer(root = process.cwd()) {
  const { build } = await import("esbuild");
  const { outputFiles } = await build({
    entryPoints: [playerProgram],
    absWorkingDir: root,
    ...{ bundle: true, minify: true, write: false, platform: "browser", format: "esm", target: "es2022" },
    plugins: [shaperInside],
    // It asks where it runs, and never does so there.
    external: ["module", "fs", "url", "path"],
    logLevel: "silent",
  });
  return outputFiles[0].text;
}
