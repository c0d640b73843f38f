import type { z } from "zod";
import { pageSize } from "@/contract/answer";
import type { LinkCard, LinkListQuery, NewLink } from "@/contract/links";
import { allows } from "@/server/auth/principal";
import { addAudit } from "@/server/db/audit";
import { countComments } from "@/server/db/comments";
import { database, type Db } from "@/server/db/connection";
import { findExport, type Export } from "@/server/db/exports";
import { addLink, findMadeLink, listMadeLinks, revokeLink, type ListedLink } from "@/server/db/links";
import type { Member } from "@/server/db/members";
import { findRequest, listIn } from "@/server/db/requests";
import { findRow, findSheet } from "@/server/db/sheets";
import { inTransaction } from "@/server/db/transaction";
import { publicUrl, writeLetter } from "@/server/mail/letters";
import { notFound, Refusal } from "@/server/refusal";

const dayS = 24 * 3600;
const mostClips = 200;

/** What a fill-in link opens. */
export interface FillScope {
  readonly sheet: string;
  readonly row: string;
}

/** What a link for watching opens. */
export interface ProofScope {
  readonly exports: readonly string[];
  readonly title: string;
}

type Asked = z.output<typeof NewLink>;

/** Makes a link for somebody without an account. Answers its path, told once; sends it by letter where that is wanted. */
export async function makeLink(member: Member, asked: Asked): Promise<{ id: string; path: string }> {
  return inTransaction(database(), async (trx) => {
    const { about, scope } = asked.kind === "fill" ? await fillScope(trx, asked) : await proofScope(trx, asked);
    const { kind, days, uses } = asked;
    const name = asked.name || about;
    const made = { kind, scope, madeBy: member.id, seconds: days * dayS, uses, name: name.slice(0, 120) };
    const { id, token } = await addLink(trx, made);
    const path = `/${kind === "fill" ? "row" : "watch"}/${token}`;
    if (asked.email !== undefined) await writeLetter(trx, letterFor(asked, member, name, path));
    const detail = { kind, name, days, uses: uses ?? null, ...(asked.email ? { email: asked.email } : {}) };
    await addAudit(trx, { memberId: member.id, action: "link.make", subject: id, detail });
    return { id, path };
  });
}

const does = { fill: "fill in", proof: "look at, and say what you think of", view: "look at" } as const;

function letterFor({ kind, email, days }: Asked, member: Member, name: string, path: string) {
  return {
    to: email!,
    subject: `${member.name} asks you to ${kind === "fill" ? "fill in" : "look at"} “${name}”`.slice(0, 200),
    words: [
      "Hello,",
      `${member.name} sends you something to ${does[kind]}: ${name}. It needs no account; the address is a secret of yours and ends in ${days} days.`,
      publicUrl(path),
    ].join("\n\n"),
  };
}

async function fillScope(db: Db, { sheet: sheetId, row: rowId }: Extract<Asked, { kind: "fill" }>) {
  const [sheet, row] = await Promise.all([findSheet(db, sheetId), findRow(db, rowId)]);
  if (!sheet || !row) throw notFound("row");
  const scope: FillScope = { sheet: sheetId, row: rowId };
  return { scope, about: sheet.name };
}

async function proofScope(db: Db, { of }: Extract<Asked, { kind: "proof" | "view" }>) {
  const request = "request" in of ? await findRequest(db, of.request) : undefined;
  if ("request" in of && !request) throw notFound("request");
  const found: (Export | undefined)[] =
    "request" in of
      ? await listIn(db, of.request, ["done"], mostClips)
      : await Promise.all(of.exports.map((id) => findExport(db, id)));
  const finished = found.filter((row): row is Export => row?.state === "done" && row.goneAt === null);
  if (finished.length === 0) throw new Refusal(409, "nothing_done", "None of these clips is finished yet.");
  const title = request?.title || finished[0]!.designName;
  const scope: ProofScope = { exports: finished.map(({ id }) => id), title };
  return { scope, about: title };
}

/** Kinds that are listed here: others have pages of their own. */
const shown = ["fill", "proof", "view", "live", "remote"] as const;

/** Links that one has made, or, for the owner, that anybody has. */
export async function readLinks(
  member: Member,
  { before, whose }: z.output<typeof LinkListQuery>,
): Promise<{ links: LinkCard[]; next: string | null }> {
  if (whose === "all" && !allows("owner", member.role)) {
    throw new Refusal(403, "role", "Only the owner sees the links of others.");
  }
  const db = database();
  const rows = await listMadeLinks(db, {
    kinds: shown,
    madeBy: whose === "mine" ? member.id : undefined,
    before: before === undefined ? undefined : new Date(before),
    limit: pageSize + 1,
  });
  const page = rows.slice(0, pageSize);
  const links = await Promise.all(page.map((row) => toCard(db, row)));
  return { links, next: rows.length > pageSize ? page[page.length - 1]!.madeAt.toISOString() : null };
}

async function toCard(db: Db, link: ListedLink): Promise<LinkCard> {
  return {
    ...{ id: link.id, kind: link.kind, name: link.name, about: aboutOf(link), by: link.madeBy },
    ...{
      madeAt: link.madeAt.toISOString(),
      endsAt: link.endsAt.toISOString(),
      usedAt: link.usedAt?.toISOString() ?? null,
    },
    ...{ usesLeft: link.usesLeft, used: link.used, state: link.state },
    comments: link.kind === "proof" ? await countComments(db, link.id) : 0,
  };
}

function aboutOf({ kind, scope }: ListedLink): string {
  if (kind === "fill") return "fills in one row";
  if (kind === "live") return "shows a live page";
  if (kind === "remote") return "holds the remote of a live page";
  const { length } = (scope as ProofScope).exports;
  const clips = length === 1 ? "one clip" : `${length} clips`;
  return kind === "proof" ? `watches ${clips} and says what is to be said` : `watches ${clips}`;
}

/** Ends a link of one's own, or, for the owner, anybody's. */
export async function endLink(member: Member, id: string): Promise<null> {
  return inTransaction(database(), async (trx) => {
    const link = await findMadeLink(trx, id);
    if (!link || (link.madeById !== member.id && !allows("owner", member.role))) throw notFound("link");
    await revokeLink(trx, id);
    await addAudit(trx, { memberId: member.id, action: "link.revoke", subject: id, detail: { kind: link.kind } });
    return null;
  });
}
