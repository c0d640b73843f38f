import { z } from "zod";
import { OrderClipsRequest } from "@/contract/orders";
import { frameToS } from "@/core/document/fps";
import type { RunningOrder } from "@/core/document/order";
import { orderLengthS } from "@/core/order/playable";
import { orderWords } from "@/core/order/findings";
import { entryName } from "@/core/order/names";
import type { OrderDesk, PlacedOrder } from "@/core/order/prepare";
import { factsOf, type MadeOutput } from "@/core/outputs/output";
import { placedAs } from "@/render/order-clip";
import { batchOf, countBatches } from "@/server/db/exports";
import { findMember } from "@/server/db/members";
import type { Release } from "@/server/db/releases";
import { askForClips, chosenOutputs, newRequest, type AskedClip } from "@/server/exports/ask";
import { loadRaster } from "@/server/files/rasters";
import { desksFor, existingOrder } from "@/server/orders/orders";
import { Refusal } from "@/server/refusal";
import { defineJob } from "./define";

/**
 * Asks for the clips of a running order: it is placed first, since how long a part lasts may follow from how others
 * leave.
 */
export const job = defineJob({
  payload: OrderClipsRequest.extend({ order: z.string(), member: z.string() }),
  run: async ({ db, lease, progress }, { order: id, member: memberId, formats, outputs, whole, parts }) => {
    progress.stage = "placing";
    const { document } = await existingOrder(db, id);
    const member = await findMember(db, memberId);
    if (!member) throw new Refusal(403, "member_gone", "The member who asked for this has left.");
    const shown = { ...document, entries: document.entries.filter(({ on }) => on) };
    const { releases, desks } = await desksFor(db, shown);
    // Named after the job: one that is taken up again knows what was asked for before.
    const request = newRequest(document.name, lease.job.id);
    const before = await countBatches(db, request.id);
    const answer = { made: 0, skipped: [] as string[] };
    const ask = async (release: Release, clips: readonly AskedClip[]) => {
      const { format, order } = clips[0]!;
      const asked = before.get(batchOf(release.id, format, order !== undefined));
      if (asked !== undefined) {
        answer.made += asked;
        return;
      }
      const { ids, skipped } = await askForClips(member, release, clips, request);
      answer.made += ids.length;
      answer.skipped.push(...skipped);
    };
    for (const format of formats) {
      const first = releases.get(shown.entries[0]?.release ?? "");
      if (!first) throw new Refusal(422, "order_empty", "Nothing in this order is on.");
      const chosen = await chosenOutputs(first, outputs);
      // Places differ by less than a frame from rate to rate.
      const placed = await placedAs({ order: shown, desks, format }, chosen[0]!.fps, loadRaster);
      refuseOpen(placed, shown, desks);
      if (whole) await ask(first, wholeClips(placed, shown, format, chosen));
      if (parts)
        for (const [release, clips] of await partClips(id, placed, releases, format, outputs))
          await ask(release, clips);
    }
    return answer;
  },
  failing: (error) => (error instanceof Refusal ? { message: error.message, final: true } : undefined),
});

/** Refuses an order in which something can't go out. */
function refuseOpen({ issues }: PlacedOrder, { entries }: RunningOrder, desks: Record<string, OrderDesk>): void {
  const open = issues.find(({ code }) => code === "order_entry");
  if (!open) return;
  const nameOf = (id: string): string => {
    const entry = entries.find((one) => one.id === id);
    return entry ? entryName(entry, desks[entry.release]) : "a graphic";
  };
  throw new Refusal(422, open.code, orderWords(open, nameOf));
}

/** Longest film of a whole order, in seconds; of kinds that are a picture a frame, as long as a clip may be. */
const mostS = 4 * 3600;
const mostPicturesS = 3600;

function wholeClips({ timed }: PlacedOrder, order: RunningOrder, format: string, outputs: readonly MadeOutput[]) {
  const lengthS = orderLengthS(timed);
  const most = outputs.some(({ kind }) => kind === "png-sequence") ? mostPicturesS : mostS;
  if (lengthS > most) {
    const message = `All showings together are ${Math.round(lengthS / 60)} minutes; a file has at most ${most / 60}. Show it less often, or put it on the air.`;
    throw new Refusal(422, "order_long", message, "repeat");
  }
  const alone = outputs.find(({ kind }) => factsOf({ kind }).single);
  if (alone) {
    const message = `“${alone.name}” shows one graphic. Make it of each part, or put the order on the air.`;
    throw new Refusal(422, "output_single", message, "outputs");
  }
  const values = { fields: {}, lengthS: Math.min(3600, Math.max(0.1, frameToS(timed.showingFrames, timed.fps))) };
  return outputs.map((output): AskedClip => ({ values, accepted: [], format, output, order }));
}

/** Clips of each part by its release, as long as its place. */
async function partClips(
  order: string,
  { timed, requestOf }: PlacedOrder,
  releases: ReadonlyMap<string, Release>,
  format: string,
  outputs: readonly string[],
) {
  const byRelease = new Map<Release, AskedClip[]>();
  for (const [part, { entry }] of timed.parts.entries()) {
    const release = releases.get(entry.release)!;
    const { values } = requestOf(part);
    const chosen = await chosenOutputs(release, outputs);
    const of = { order, entry: entry.id };
    const clips = chosen.map((output): AskedClip => ({ values, accepted: [], format, output, part: of }));
    byRelease.set(release, [...(byRelease.get(release) ?? []), ...clips]);
  }
  return byRelease;
}
