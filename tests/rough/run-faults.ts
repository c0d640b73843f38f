import type { Patch } from "immer";
import { as, pause, releaseId, until } from "../support/api";
import { drawn, randomFrom } from "./faults";
import { type Hand, insisted, keepAt, kindsOfWork, newRowId, type Tally } from "./hands";
import { reviser, typist } from "./hands-documents";
import { filler, presser, uploader } from "./hands-files";
import { wrongClips, wrongFolders, wrongStore } from "./promised";

export interface FaultRun {
  readonly rounds: number;
  /** Clips of the batch that is made meanwhile. */
  readonly clips: number;
  readonly seed: number;
  readonly say?: (line: string) => void;
}

export interface FaultReport {
  readonly rounds: number;
  /** How often each fault has happened. */
  readonly happened: Readonly<Record<string, number>>;
  /** How often each was meant to happen and found nothing to happen to: these are no rounds. */
  readonly missed: Readonly<Record<string, number>>;
  readonly acknowledged: Readonly<Tally>;
  /** Everything that is not as it was promised, in words. */
  readonly wrong: readonly string[];
  readonly seconds: number;
}

/** What must be acknowledged from one fault to the next: a machine that is down all the time shows nothing. */
export const leastWork: Readonly<Tally> = { cells: 20, patches: 20, edits: 5, presses: 10, files: 2, clips: 3 };

/** Lets faults happen while people work and a batch is made, and looks afterwards whether all that was promised is there. */
export async function runFaults({ rounds, clips, seed, say = () => undefined }: FaultRun): Promise<FaultReport> {
  const started = Date.now();
  const random = randomFrom(seed);
  const release = await releaseId();
  const newId = async (path: string, body: object) =>
    (await insisted(path === "/api/designs" ? "tomas" : "ines", "POST", path, body)).data.id as string;
  const name = `Faults ${seed}`;
  const sheet = await newId("/api/sheets", { releaseId: release, name });
  const design = await newId("/api/designs", { name, copyOf: "name-strap" });
  const order = await newId("/api/orders", { name });
  const promised = await batch(sheet, clips);
  const hands: Hand[] = [
    await typist(sheet),
    await reviser("patches", "tomas", `/api/designs/${design}`, drawing),
    await reviser("edits", "ines", `/api/orders/${order}`, ordering(release)),
    await presser(),
    uploader(),
    filler(release),
  ];
  const tally: Tally = { cells: 0, patches: 0, edits: 0, presses: 0, files: 0, clips: 0 };
  const happened: Record<string, number> = {};
  const missed: Record<string, number> = {};
  let going = true;
  const work = Promise.all(hands.map((hand) => keepAt(hand, tally, () => going)));
  // Whatever ends the rounds: nobody goes on after them, and what broke a hand is told.
  work.catch(() => undefined);
  try {
    for (let round = 1; round <= rounds;) {
      const fault = drawn(random);
      const before = { ...tally };
      const did = await fault.happen(random);
      const counts = did ? happened : missed;
      counts[fault.name] = (counts[fault.name] ?? 0) + 1;
      await pause(150 + random() * 1400);
      if (!did) continue;
      say(`${round++} of ${rounds}  ${fault.name}`);
      await Promise.race([work, worked(tally, before)]);
    }
  } finally {
    going = false;
  }
  await work;
  await back();
  const wrong: string[] = [];
  for (const hand of hands) wrong.push(...(await hand.wrong()));
  wrong.push(...(await wrongClips("row_id", promised)), ...(await wrongStore()), ...(await wrongFolders()));
  await as("tomas", "POST", `/api/designs/${design}/about`, { archived: true });
  await as("ines", "POST", `/api/orders/${order}/remove`);
  const seconds = Math.round((Date.now() - started) / 1000);
  return { rounds, happened, missed, acknowledged: { ...tally, clips: tally.clips + clips }, wrong, seconds };
}

/** Waits until as much of each kind of work as there must be was acknowledged since. */
async function worked(tally: Tally, before: Tally): Promise<void> {
  const left = async () => kindsOfWork.filter((kind) => tally[kind] - before[kind] < leastWork[kind]);
  await until(left, (open) => open.length === 0);
}

/** The nth change of a draft: its words, and the names of its layers one after the other. */
function drawing(document: object, n: number): Patch[] {
  const { layers } = document as { layers: unknown[] };
  const about: Patch = { op: "replace", path: ["about"], value: `Drawn ${n}` };
  return n % 2 === 0
    ? [about]
    : [about, { op: "replace", path: ["layers", n % layers.length, "name"], value: `Layer ${n}` }];
}

/** The nth change of a running order: graphics come behind the others, are renamed, and the first goes when there are many. */
const ordering =
  (release: string) =>
  (document: object, n: number): Patch[] => {
    const { entries } = document as { entries: unknown[] };
    const values = { fields: { name: `Entry ${n}`, role: "Keeper" }, lengthS: 3 };
    if (entries.length > 8) return [{ op: "remove", path: ["entries", 0] }];
    const entry = { ...{ id: `e${n}`, on: true, release, at: 0 }, values };
    return [{ op: "add", path: ["entries", entries.length], value: entry }];
  };

/** Asks for a batch of clips; answers the rows whose clips were promised. */
async function batch(sheet: string, clips: number): Promise<string[]> {
  await insisted("ines", "POST", `/api/sheets/${sheet}/about`, { formats: ["square"], outputs: ["see-through-clip"] });
  const rows = Array.from({ length: clips }, newRowId);
  const add = rows.map((id, i) => ({ id, cells: { name: `Clip ${i}`, role: "Warden", "@length": 3 } }));
  await insisted("ines", "POST", `/api/sheets/${sheet}/changes`, { add });
  const made = await insisted("ines", "POST", `/api/sheets/${sheet}/clips`, { rows });
  if (made.data.left.length > 0) throw new Error(`the batch left rows out: ${made.data.left[0].reason}`);
  return rows;
}

/** Waits until everything has been brought back. */
const back = () =>
  until(
    () => as("ines", "GET", "/api/ready").catch(() => undefined),
    (reply) => reply?.status === 200 && reply.data.workers > 0,
  );
