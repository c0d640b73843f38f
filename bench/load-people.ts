import { randomBytes } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import sharp, { type SharpOptions } from "sharp";

/*
 * People at an instance: fillers who look, fill in and watch the outbox, designers at their drafts and together at one,
 * some at sheets, orders and what is on the air, and some who bring pictures.
 */

/** Makes a timed call as somebody, with a body of JSON or of bytes; undefined where it failed, which was noted. */
export type Call = <T>(kind: string, cookie: string, path: string, body?: unknown) => Promise<T | undefined>;

interface Revised {
  readonly revision: number;
}

/** A designer who changes a draft about twice a second, on what it is now. */
export async function design(
  call: Call,
  cookie: string,
  draft: string,
  name: string,
  untilMs: number,
): Promise<number> {
  let changes = 0;
  let now = await call<Revised>("bench", cookie, `/api/designs/${draft}`);
  while (Date.now() < untilMs) {
    await pause(400 + Math.random() * 400);
    const patches = [{ op: "replace", path: ["notes"], value: `${name} ${changes}` }];
    const answer =
      now &&
      (await call<Revised>("patch", cookie, `/api/designs/${draft}/patches`, { revision: now.revision, patches }));
    if (answer) changes++;
    // Somebody else was faster: what they have made is looked at first.
    now = answer ?? (await call<Revised>("bench", cookie, `/api/designs/${draft}`));
  }
  return changes;
}

interface Listed {
  readonly releases: readonly { readonly id: string; readonly designId: string }[];
}

/** Seconds that somebody looks at what has come before asking for the next. */
export interface Pace {
  readonly least: number;
  readonly most: number;
}

/** A filler: the shelf, a release, a clip of it, and the outbox three times. */
export async function fill(call: Call, cookie: string, number: number, pace: Pace, untilMs: number): Promise<void> {
  let turn = number;
  const think = () => pause(1000 * (pace.least + ((turn++ * 0.618034) % 1) * (pace.most - pace.least)));
  await think();
  while (Date.now() < untilMs) {
    // From one page to the next their browsers fetch data only: a whole page comes where somebody begins.
    await call("page", cookie, "/");
    const list = await call<Listed>("list", cookie, "/api/releases");
    await think();
    const release = list?.releases.find(({ designId }) => designId === "name-strap");
    if (!release) continue;
    await call("open", cookie, `/api/releases/${release.id}`);
    await think();
    await call("export", cookie, "/api/exports", {
      releaseId: release.id,
      values: { fields: { name: `Ada Fernsby ${turn}` }, lengthS: 3 },
      formats: ["square"],
      outputs: ["see-through-clip"],
    });
    for (let i = 0; i < 3; i++) {
      await think();
      await call("outbox", cookie, "/api/exports");
    }
  }
}

const newRowId = () => randomBytes(10).toString("hex");

/** Somebody at a sheet of fifty rows: types into a cell about once a second, and looks at the whole now and then. */
export async function type(call: Call, cookie: string, release: string, untilMs: number): Promise<void> {
  const made = await call<{ id: string }>("start", cookie, "/api/sheets", { releaseId: release, name: "Load" });
  if (!made) return;
  const path = `/api/sheets/${made.id}`;
  const rows = Array.from({ length: 50 }, newRowId);
  await call("start", cookie, `${path}/changes`, { add: rows.map((id) => ({ id, cells: { name: "Typed 0" } })) });
  const typed = new Map(rows.map((row) => [row, "Typed 0"]));
  for (let n = 1; Date.now() < untilMs; n++) {
    await pause(700 + Math.random() * 700);
    const row = rows[n % rows.length]!;
    const to = `Typed ${n}`;
    const cells = [{ row, column: "name", was: typed.get(row)!, to }];
    if (await call("cell", cookie, `${path}/changes`, { cells })) typed.set(row, to);
    if (n % 15 === 0) await call("sheet", cookie, path);
  }
}

/** Somebody at a running order and its live page: presses about every five seconds, and renames the order at times. */
export async function press(call: Call, cookie: string, order: string, live: string, untilMs: number): Promise<void> {
  let { revision } = (await call<Revised>("start", cookie, `/api/orders/${order}`)) ?? { revision: 0 };
  for (let n = 1; Date.now() < untilMs; n++) {
    await pause(4000 + Math.random() * 2000);
    const now = await call<Revised>("live", cookie, `/api/live/${live}`);
    const pressed = { press: n % 3 === 0 ? { kind: "clear" } : { kind: "show", part: 0 }, nonce: newRowId() };
    if (now) await call("press", cookie, `/api/live/${live}/press`, { ...pressed, seen: now.revision });
    if (n % 2 > 0) continue;
    const patches = [{ op: "replace", path: ["name"], value: `Load ${n}` }];
    const saved = await call<Revised>("edit", cookie, `/api/orders/${order}/patches`, { revision, patches });
    revision = (saved ?? (await call<Revised>("live", cookie, `/api/orders/${order}`)))?.revision ?? revision;
  }
}

/** Somebody who brings a picture about every ten seconds. */
export async function bring(call: Call, cookie: string, untilMs: number): Promise<void> {
  const noise = {
    create: {
      ...{ width: 800, height: 600, channels: 3, background: "#14342b" },
      noise: { type: "gaussian", mean: 128, sigma: 40 },
    },
  } as SharpOptions;
  while (Date.now() < untilMs) {
    const picture = await sharp(noise).jpeg().toBuffer();
    await call("upload", cookie, "/api/media?name=noise.jpg&as=slot", picture);
    await pause(8000 + Math.random() * 4000);
  }
}
