import { randomBytes } from "node:crypto";
import sharp, { type SharpOptions } from "sharp";
import { as, base, cookieOf, releaseId, until } from "../support/api";
import { type Hand, hashOf, insisted, same, tried } from "./hands";
import { wrongClips } from "./promised";

/* People who bring files, ask for clips, and press what is on the air. */

const noise = (): SharpOptions =>
  ({
    create: {
      ...{ width: 64, height: 64, channels: 3, background: "#14342b" },
      noise: { type: "gaussian", mean: 128, sigma: 40 },
    },
  }) as SharpOptions;

/** Brings pictures along. */
export function uploader(): Hand {
  const taken: string[] = [];
  return {
    ...{ kind: "files", restMs: 400 },
    piece: async () => {
      const picture = await sharp(noise()).png().toBuffer();
      try {
        const answer = await fetch(`${base}/api/media?name=noise.png&as=slot`, {
          method: "POST",
          headers: { cookie: await cookieOf("tomas"), origin: base, "content-type": "application/octet-stream" },
          body: picture as unknown as BodyInit,
        });
        const json = (await answer.json()) as { data?: { picture?: { hash: string } } };
        if (!answer.ok || !json.data?.picture) return false;
        taken.push(json.data.picture.hash);
        return true;
      } catch {
        return false;
      }
    },
    wrong: async () => {
      const wrong: string[] = [];
      for (const hash of taken) {
        const answer = await fetch(`${base}/api/media/${hash}`, { headers: { cookie: await cookieOf("tomas") } });
        if (!answer.ok || hashOf(new Uint8Array(await answer.arrayBuffer())) !== hash)
          wrong.push(`the file ${hash} is not there whole`);
      }
      return wrong;
    },
  };
}

/** Fills in a release and asks for a file at a time: mostly stills, so that they are made meanwhile. */
export function filler(release: string): Hand {
  const promised: string[] = [];
  return {
    ...{ kind: "clips", restMs: 500 },
    piece: async (n) => {
      const reply = await tried("ines", "POST", "/api/exports", {
        releaseId: release,
        values: { fields: { name: `Alone ${n}`, role: "Warden" }, lengthS: 3 },
        ...{ formats: ["square"], outputs: [n % 4 === 0 ? "see-through-clip" : "poster"] },
      });
      if (reply) promised.push(...(reply.data.ids as string[]));
      return reply !== undefined;
    },
    wrong: () => wrongClips("id", promised),
  };
}

interface Now {
  readonly revision: number;
  readonly state: unknown;
}

/** Presses what is on the air; a press that got no answer is sent again as the same one, and counts once. */
export async function presser(): Promise<Hand> {
  const { live, order } = await onAir();
  let now = (await insisted("ines", "GET", `/api/live/${live}`)).data as Now;
  let waiting: { press: object; seen: number; nonce: string } | undefined;
  const wrong: string[] = [];
  return {
    ...{ kind: "presses", restMs: 100 },
    piece: async (n) => {
      waiting ??= {
        press: n % 3 === 2 ? { kind: "clear" } : { kind: "show", part: n % 2 },
        ...{ seen: now.revision, nonce: randomBytes(8).toString("hex") },
      };
      const reply = await tried("ines", "POST", `/api/live/${live}/press`, waiting);
      if (!reply) return false;
      const pressed = reply.data as Now;
      if (pressed.revision !== waiting.seen + 1)
        wrong.push(`a press on revision ${waiting.seen} was answered with ${pressed.revision}`);
      [now, waiting] = [pressed, undefined];
      return true;
    },
    wrong: async () => {
      const { revision, state } = (await insisted("ines", "GET", `/api/live/${live}`)).data as Now;
      const isAcknowledged = revision === now.revision && same(state, now.state);
      // A press without an answer may have come in.
      if (!isAcknowledged && !(waiting && revision === now.revision + 1))
        wrong.push(
          `on the air is ${revision} ${JSON.stringify(state)}, not ${now.revision} ${JSON.stringify(now.state)}`,
        );
      await as("ines", "POST", `/api/orders/${order}/remove`);
      return wrong;
    },
  };
}

/** A live page with two graphics on it, and its order. */
async function onAir(): Promise<{ live: string; order: string }> {
  const order = (await insisted("ines", "POST", "/api/orders", { name: "Faults on the air" })).data.id as string;
  const release = await releaseId();
  const entries = ["a", "b"].map((id) => ({
    ...{ id, on: true, release, at: 0 },
    values: { fields: { name: `On ${id}`, role: "Keeper" }, lengthS: 3 },
  }));
  await insisted("ines", "POST", `/api/orders/${order}/patches`, {
    ...{ revision: 1, patches: [{ op: "replace", path: ["entries"], value: entries }] },
  });
  const made = (await insisted("ines", "POST", `/api/orders/${order}/live`, { name: "Faults", format: "wide" })).data;
  const { state } = await until(
    async () => (await insisted("ines", "GET", `/api/jobs/${made.job}`)).data as { state: string },
    ({ state: at }) => at !== "waiting" && at !== "leased",
  );
  if (state !== "done") throw new Error(`nothing could be brought to the air: ${state}`);
  return { live: made.id as string, order };
}
