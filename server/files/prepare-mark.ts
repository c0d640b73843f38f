import { createHash } from "node:crypto";
import type { z } from "zod";
import type { PrepareMark } from "@/contract/marks";
import { database } from "@/server/db/connection";
import { askOnce, urgent } from "@/server/db/jobs";
import { findMedia } from "@/server/db/media";
import type { Member } from "@/server/db/members";
import { Refusal } from "@/server/refusal";

/** Changes when the same recipe makes other bytes: what was made before is made anew then. */
const preparing = 2;
const secondsPerPixel = 2.5e-7;

/** Has a picture made into a mark by its recipe. Answers the job; the same picture and recipe is the same job. */
export async function prepareMark(member: Member, { hash, recipe }: z.output<typeof PrepareMark>) {
  const picture = await findMedia(database(), hash);
  if (picture?.kind !== "picture") {
    throw new Refusal(422, "media_unknown", "This picture is missing. Upload it again.", "hash");
  }
  const asked = JSON.stringify([preparing, hash, recipe, new Date().toISOString().slice(0, 10)]);
  const subject = createHash("sha256").update(asked).digest("hex");
  const costS = 1 + (picture.width ?? 1000) * (picture.height ?? 1000) * secondsPerPixel;
  const job = await askOnce(database(), member.id, {
    ...{ kind: "mark", payload: { hash, recipe }, costS, priority: urgent, subject },
  });
  return { job: job.id };
}
