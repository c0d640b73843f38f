import { copyFile, rm, writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { Role } from "@/contract/members";
import type { HousePicture, HouseVideo } from "@/core/document/media";
import { LiveState } from "@/core/document/live";
import { RunningOrder } from "@/core/document/order";
import { publish } from "@/server/designs/publish";
import { hashPassword } from "@/server/auth/password";
import type { Db } from "@/server/db/connection";
import { addHouse, findHouse } from "@/server/db/house";
import { newId } from "@/server/db/ids";
import { addJobs } from "@/server/db/jobs";
import { addLivePage } from "@/server/db/live";
import { addOrder } from "@/server/db/orders";
import { addMove } from "@/server/db/saved-moves";
import { addMedia, framesMime, type Media } from "@/server/db/media";
import { addMember } from "@/server/db/members";
import { addOutputSet } from "@/server/db/output-sets";
import { addOutput, listOutputs } from "@/server/db/outputs";
import { findNewestRelease } from "@/server/db/releases";
import { addRows, addSheet } from "@/server/db/sheets";
import { addDesign } from "@/server/db/designs";
import { makeWorkFolder, storeFile } from "@/server/files/storage";
import { designIds, readDesign } from "./designs";
import { footageSeconds, makeFootage } from "./footage";
import { house } from "./house";
import { leafMedia } from "./leaf-mark";
import { outputSets, outputsOver } from "./outputs";
import { savedMoves } from "./moves";
import { pictureFile, pictures } from "./pictures";
import { demoOrders } from "./orders";
import { demoSheets } from "./sheets";
import { voice, voiceFile } from "./sounds";
import { ferns, videoFile } from "./videos";

/** The demo members' password, as printed at every start. */
export const demoPassword = "fern-moss-paper";

export const demoMembers: readonly { email: string; name: string; role: Role }[] = [
  { email: "odile@quillmere.example", name: "Odile Marchbanks", role: "owner" },
  { email: "tomas@quillmere.example", name: "Tomás Fennimore", role: "designer" },
  { email: "ines@quillmere.example", name: "Ines Halloran", role: "contributor" },
];

/** Puts the demo world into an empty database; false when there is already something in it. */
export async function seed(db: Db): Promise<boolean> {
  if (await findHouse(db)) return false;
  const footage = await storeFootage();
  const shown = await Promise.all([
    ...pictures.map((picture) => storePicture(picture, pictureFile(picture.id))),
    ...leafMedia().map((file) => storePicture(file, file.path)),
    storeVideo(ferns),
    storeVoice(),
  ]);
  const passwordHash = await hashPassword(demoPassword);
  await db.transaction(async (trx) => {
    await addMedia(trx, footage);
    for (const picture of shown) await addMedia(trx, picture);
    const ids = new Map<Role, string>();
    for (const member of demoMembers) {
      const id = newId();
      ids.set(member.role, id);
      await addMember(trx, { ...member, id, passwordHash });
    }
    for (const [i, output] of outputsOver(footage.hash).entries()) await addOutput(trx, output, i);
    for (const [i, set] of outputSets.entries()) await addOutputSet(trx, set, i);
    // The shelf shows the newest first.
    for (const id of [...designIds].reverse()) {
      const design = readDesign(id);
      await addDesign(trx, design, ids.get("designer"));
      await publish(trx, { document: design, house, memberId: ids.get("designer")!, accepted: [] });
    }
    await addDemoSheets(trx, ids.get("contributor")!);
    await addDemoOrders(trx, ids.get("contributor")!);
    for (const { id, document } of savedMoves) await addMove(trx, id, document, ids.get("designer")!);
    // Last, because an empty house means an empty world.
    await addHouse(trx, house);
  });
  return true;
}

async function addDemoSheets(db: Db, memberId: string): Promise<void> {
  for (const { name, design, rows } of demoSheets) {
    const release = await findNewestRelease(db, design);
    if (!release) continue;
    const id = newId();
    const outputs = (await listOutputs(db)).slice(0, 1).map((output) => output.id);
    const { formats } = release.document;
    await addSheet(db, { id, name, single: false, releaseId: release.id, formats, outputs, madeBy: memberId });
    await addRows(
      db,
      id,
      memberId,
      rows.map((cells, i) => ({ id: newId(), place: i + 1, cells })),
    );
  }
}

/** Running orders, and the live page of one, which a worker brings it to. */
async function addDemoOrders(db: Db, memberId: string): Promise<void> {
  for (const { name, handOver, entries, live } of [...demoOrders].reverse()) {
    const filled = entries.map(async ({ design, lengthS, fields, handOver: own }, i) => ({
      ...{ id: `graphic-${i + 1}`, release: (await findNewestRelease(db, design))!.id, values: { fields, lengthS } },
      ...(own && { handOver: own }),
    }));
    const id = newId();
    const document = { version: 1, name, handOver, entries: await Promise.all(filled) };
    await addOrder(db, id, RunningOrder.parse(document), memberId);
    if (!live) continue;
    const page = newId();
    const state = LiveState.parse({ schedule: live.schedule, sinceMs: Date.now() });
    await addLivePage(db, { id: page, orderId: id, name: live.name, format: live.format, state, madeById: memberId });
    const payload = { live: page, when: "next", member: memberId };
    await addJobs(db, memberId, [{ kind: "air", payload, costS: 2 }]);
  }
}

async function storePicture(picture: HousePicture, path: string): Promise<Media> {
  const { name, width, height } = picture;
  const stored = await storeCopy(path, picture);
  return { ...stored, kind: "picture", mime: "image/png", durationS: null, isFootage: false, name, width, height };
}

async function storeVideo(video: HouseVideo): Promise<Media> {
  const { name, width, height, fps, frames } = video;
  const stored = await storeCopy(videoFile, video);
  const durationS = (frames * fps.den) / fps.num;
  return { ...stored, kind: "frames", mime: framesMime, durationS, isFootage: false, name, width, height };
}

async function storeVoice(): Promise<Media> {
  const folder = await makeWorkFolder("seed-voice");
  const file = join(folder, "voice.wav");
  await writeFile(file, voiceFile());
  const stored = await storeFile(file);
  await rm(folder, { recursive: true, force: true });
  const { name, durationS } = voice;
  return { ...stored, kind: "sound", mime: "audio/wav", name, durationS, width: null, height: null, isFootage: false };
}

/** Copied first: storing takes the file it is given away. */
async function storeCopy(path: string, { id, hash }: { id: string; hash: string }) {
  const folder = await makeWorkFolder(`seed-${id}`);
  const file = join(folder, id);
  await copyFile(path, file);
  const stored = await storeFile(file);
  await rm(folder, { recursive: true, force: true });
  if (stored.hash !== hash) throw new Error(`${path} changed while it was read`);
  return stored;
}

async function storeFootage() {
  const folder = await makeWorkFolder("seed");
  const file = join(folder, "glasshouse.mp4");
  await makeFootage(file);
  const { hash, bytes } = await storeFile(file);
  await rm(folder, { recursive: true, force: true });
  return {
    hash,
    bytes,
    name: "Glasshouse fronds",
    kind: "video" as const,
    mime: "video/mp4",
    width: 1280,
    height: 720,
    durationS: footageSeconds,
    isFootage: true,
  };
}
