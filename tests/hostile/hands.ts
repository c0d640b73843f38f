import { createHash, randomBytes } from "node:crypto";
import sharp, { type SharpOptions } from "sharp";
import { base, cookieOf, pause, send, type Who } from "../support/api";

/*
 * People at work while everything falls over: each notes what was acknowledged, and nothing else.
 */

/** Calls as somebody; what breaks off, or is refused for a moment, was not acknowledged. */
async function tried(who: Who, method: string, path: string, body?: unknown) {
  try {
    const reply = await send(method, path, { cookie: await cookieOf(who), body });
    // An answer that broke off in its middle acknowledges nothing.
    return reply.status === 200 && reply.data !== undefined ? reply : undefined;
  } catch {
    return undefined;
  }
}

/** Calls until it is acknowledged. */
export async function insisted(who: Who, method: string, path: string, body?: unknown, seconds = 120) {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    const reply = await tried(who, method, path, body);
    if (reply) return reply;
    if (Date.now() > end) throw new Error(`${method} ${path} was not acknowledged for ${seconds} s`);
    await pause(300);
  }
}

export const newRowId = () => randomBytes(10).toString("hex");

/** Somebody types into a row of a sheet; answers, once told to stop, what must stand there. */
export async function typist(
  sheet: string,
  going: () => boolean,
): Promise<{ row: string; least: number; acknowledged: number }> {
  const row = newRowId();
  await insisted("ines", "POST", `/api/sheets/${sheet}/changes`, { add: [{ id: row, cells: { name: "Typed 0" } }] });
  let [last, acknowledged] = [0, 0];
  for (let n = 1; going(); n++) {
    // What stands there may be any of those that were sent since the last acknowledged one.
    for (let was = last; was < n; was++) {
      const cells = [{ row, column: "name", was: `Typed ${was}`, to: `Typed ${n}` }];
      const reply = await tried("ines", "POST", `/api/sheets/${sheet}/changes`, { cells });
      if (reply && reply.data.conflicts.length === 0) {
        last = n;
        acknowledged++;
        break;
      }
    }
    await pause(60);
  }
  return { row, least: last, acknowledged };
}

/** Somebody designs: each change on the revision that was acknowledged before. */
export async function designer(design: string, going: () => boolean): Promise<{ least: number; acknowledged: number }> {
  let { revision } = (await insisted("tomas", "GET", `/api/designs/${design}`)).data as { revision: number };
  let [least, acknowledged] = [0, 0];
  for (let n = 1; going(); n++) {
    const patches = [{ op: "replace", path: ["about"], value: `Drawn ${n}` }];
    const reply = await tried("tomas", "POST", `/api/designs/${design}/patches`, { revision, patches });
    if (reply) {
      revision = reply.data.revision;
      least = n;
      acknowledged++;
    } else {
      const now = await tried("tomas", "GET", `/api/designs/${design}`);
      if (now) revision = now.data.revision;
    }
    await pause(80);
  }
  return { least, acknowledged };
}

/** Somebody brings pictures along; answers the hashes of those that were taken. */
export async function uploader(going: () => boolean): Promise<string[]> {
  const taken: string[] = [];
  while (going()) {
    const noise = {
      create: {
        width: 64,
        height: 64,
        channels: 3,
        background: "#14342b",
        noise: { type: "gaussian", mean: 128, sigma: 40 },
      },
    };
    const picture = await sharp(noise as SharpOptions)
      .png()
      .toBuffer();
    try {
      const answer = await fetch(`${base}/api/media?name=noise.png&as=slot`, {
        method: "POST",
        headers: { cookie: await cookieOf("tomas"), origin: base, "content-type": "application/octet-stream" },
        body: picture as unknown as BodyInit,
      });
      const json = (await answer.json()) as { data?: { picture?: { hash: string } } };
      if (answer.ok && json.data?.picture) taken.push(json.data.picture.hash);
    } catch {
      // It broke off.
    }
    await pause(400);
  }
  return taken;
}

/** What a stored file's bytes are named by. */
export const hashOf = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");
