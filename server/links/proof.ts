import type { ProofClip, ProofView, WordRequest, WordView } from "@/contract/links";
import { factsOf } from "@/core/outputs/output";
import { rowValues } from "@/core/sheets/row";
import { titleOf } from "@/core/sheets/title";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import { addEvent } from "@/server/db/events";
import { findExport, rowOfExport, type Export } from "@/server/db/exports";
import { findHouse } from "@/server/db/house";
import { findJob } from "@/server/db/jobs";
import { addLinkWord, countLinkWords, findMadeLink, listLinkWords, type Link, type LinkWord } from "@/server/db/links";
import { findMember } from "@/server/db/members";
import { findRelease } from "@/server/db/releases";
import { listIn } from "@/server/db/requests";
import { findRow } from "@/server/db/sheets";
import { inTransaction } from "@/server/db/transaction";
import type { SentFile } from "@/server/files/send";
import { finishedExport } from "@/server/exports/exports";
import { askForLook } from "@/server/exports/look";
import { setRowStates } from "@/server/sheets/change";
import { printOf } from "@/server/sheets/prints";
import { notFound, Refusal } from "@/server/refusal";
import type { ProofScope } from "./links";

const scopeOf = ({ scope }: Link): ProofScope => scope as ProofScope;

/** The clips that a link is for, and what was said of them by whoever holds it. */
export async function readProof(link: Link): Promise<ProofView> {
  const db = database();
  const found = await Promise.all(scopeOf(link).exports.map((id) => findExport(db, id)));
  const there = found.filter((row): row is Export => row?.state === "done" && row.goneAt === null);
  const [clips, words, house, made] = await Promise.all([
    Promise.all(there.map(toClip)),
    listLinkWords(db, { link: link.id }),
    findHouse(db),
    findMadeLink(db, link.id),
  ]);
  return {
    ...{ name: link.name, house: house?.name ?? "", by: made?.madeBy ?? null, mayJudge: link.kind === "proof" },
    ...{ endsAt: made!.endsAt.toISOString(), clips, words: words.map(toWord) },
  };
}

async function toClip(row: Export): Promise<ProofClip> {
  const release = await findRelease(database(), row.releaseId);
  return {
    ...{ id: row.id, fileName: row.fileName, design: row.designName, format: row.format, output: row.output.name },
    title: (release && titleOf(release.document, row.values)) || row.designName,
    seen: factsOf(row.output).seen,
    ...{ width: row.proof?.width ?? null, height: row.proof?.height ?? null },
  };
}

const toWord = ({ id, exportId, who, atS, words, verdict, saidAt }: LinkWord): WordView => ({
  ...{ id, export: exportId, who, atS, words, verdict, saidAt: saidAt.toISOString() },
});

function refuseForeign(link: Link, exportId: string): void {
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

/** So much may be said by the holders of one link. */
const mostWords = 400;

/**
 * Writes down what a holder of a proof link says of a clip. What is approved is approved in its sheet too, where whoever
 * made the link may say so.
 */
export async function sayWord(link: Link, word: WordRequest): Promise<WordView> {
  refuseForeign(link, word.export);
  const db = database();
  if ((await countLinkWords(db, link.id)) >= mostWords) {
    throw new Refusal(429, "many_words", "So much was said here already that no more is taken. Write a letter.");
  }
  const said = await inTransaction(db, async (trx) => {
    const entry = { linkId: link.id, exportId: word.export, who: word.who, atS: word.atS };
    const id = await addLinkWord(trx, { ...entry, words: word.words, verdict: word.verdict });
    const detail = { link: link.id, who: word.who, verdict: word.verdict, atS: word.atS };
    await addAudit(trx, { memberId: null, action: "link.word", subject: word.export, detail });
    await addEvent(trx, "exports", { ids: [word.export] });
    // Others may have said something in the same moment.
    return (await listLinkWords(trx, { link: link.id })).find((one) => one.id === id)!;
  });
  if (word.verdict === "approve") await approveRow(link, word.export);
  return toWord(said);
}

/** The row of a clip, approved by whoever made the link; where the house wants another pair of eyes it stays as it is. */
async function approveRow(link: Link, exportId: string): Promise<void> {
  const db = database();
  const place = await rowOfExport(db, exportId);
  const maker = link.madeById === null ? undefined : await findMember(db, link.madeById);
  const [row, release] = place
    ? await Promise.all([findRow(db, place.row), findRelease(db, place.releaseId)])
    : [undefined, undefined];
  if (!place || !maker || !row || !release) return;
  // What the row says now must be what was seen.
  if (printOf(release.document, rowValues(release.document, row.cells)) !== place.print) return;
  await setRowStates(maker, place.sheet, { rows: [place.row], state: "approved" }).catch((error: unknown) => {
    if (!(error instanceof Refusal)) throw error;
  });
}

/** What holders of links have said of the clips of a request, for members. */
export async function readRequestWords(requestId: string): Promise<{ words: WordView[] }> {
  const db = database();
  const rows = await listIn(db, requestId, ["done"], 5000);
  const words = await listLinkWords(db, { exports: rows.map(({ id }) => id) });
  return { words: words.map(toWord) };
}
