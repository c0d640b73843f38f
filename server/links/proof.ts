import type { ProofClip, ProofView } from "@/contract/links";
import { secondsPerFrame } from "@/core/document/fps";
import { factsOf } from "@/core/outputs/output";
import { titleOf } from "@/core/sheets/title";
import { database } from "@/server/db/connection";
import { findExport, type Export } from "@/server/db/exports";
import { findHouse } from "@/server/db/house";
import { findJob } from "@/server/db/jobs";
import { listComments } from "@/server/db/comments";
import { findMadeLink, type Link } from "@/server/db/links";
import { findMember } from "@/server/db/members";
import { findRelease } from "@/server/db/releases";
import type { SentFile } from "@/server/files/send";
import { finishedExport } from "@/server/exports/exports";
import { askForLook } from "@/server/exports/look";
import { notFound, Refusal } from "@/server/refusal";
import { toCommentView } from "./comment-view";
import type { ProofScope } from "./links";

const scopeOf = ({ scope }: Link): ProofScope => scope as ProofScope;

/** The clips that a link is for, and what was said of them by whoever holds it. */
export async function readProof(link: Link): Promise<ProofView> {
  const db = database();
  const found = await Promise.all(scopeOf(link).exports.map((id) => findExport(db, id)));
  const there = found.filter((row): row is Export => row?.state === "done" && row.goneAt === null);
  const [clips, comments, house, made] = await Promise.all([
    Promise.all(there.map(toClip)),
    listComments(db, { link: link.id }),
    findHouse(db),
    findMadeLink(db, link.id),
  ]);
  return {
    ...{ name: link.name, house: house?.name ?? "", by: made?.madeBy ?? null, mayJudge: link.kind === "proof" },
    ...{ endsAt: made!.endsAt.toISOString(), clips, comments: comments.map(toCommentView) },
  };
}

async function toClip(row: Export): Promise<ProofClip> {
  const release = await findRelease(database(), row.releaseId);
  const facts = factsOf(row.output);
  return {
    ...{ id: row.id, fileName: row.fileName, design: row.designName, format: row.format, output: row.output.name },
    title: (release && titleOf(release.document, row.values)) || row.designName,
    seen: facts.seen,
    alpha: facts.alpha,
    ...{ width: row.proof?.width ?? null, height: row.proof?.height ?? null },
    frameS: row.proof ? secondsPerFrame(row.proof.rate) : null,
    ...{ sound: row.proof?.sound ?? false, opening: row.figures?.opening ?? null },
  };
}

/** Throws a Refusal where a link is not for this clip. */
export function refuseForeign(link: Link, exportId: string): void {
  if (!scopeOf(link).exports.includes(exportId)) throw notFound("clip");
}

/** The file of a clip, as a browser can show it: itself, or the copy that is made where it can't. */
export async function proofFile(link: Link, exportId: string): Promise<SentFile> {
  refuseForeign(link, exportId);
  const { hash, bytes, fileName, output } = await finishedExport(exportId);
  const { seen, mime } = factsOf(output);
  if (seen !== "nothing") return seen === "page" ? { hash, bytes, mime, saveAs: fileName } : { hash, bytes, mime };
  const maker = link.madeById === null ? undefined : await findMember(database(), link.madeById);
  if (!maker) throw notFound("clip");
  const asked = await askForLook(maker, exportId);
  const job = await findJob(database(), asked.job);
  const made = job?.state === "done" ? (job.result as { hash: string; bytes: number; mime: string } | null) : null;
  if (made) return made;
  throw new Refusal(409, "copying", "A copy that a browser can show is being made. Look again in a moment.");
}
