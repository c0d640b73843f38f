import QrCode from "qrcode-svg";
import type { Account, FactorStarted } from "@/contract/members";
import { hashPassword, checkPassword } from "@/server/auth/password";
import { confirmFactor, startFactor } from "@/server/auth/second-factor";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import { addLink, countUse, endPasswordLinks, hasPasswordLink, type Link } from "@/server/db/links";
import * as members from "@/server/db/members";
import { endSessionsOf, listSessions } from "@/server/db/sessions";
import { inTransaction } from "@/server/db/transaction";
import { publicUrl, writeLetter } from "@/server/mail/letters";
import { notFound, Refusal } from "@/server/refusal";

/** One's own account, with the devices one is signed in on. */
export async function readAccount(member: members.Member, sessionId: string | undefined): Promise<Account> {
  const db = database();
  const [facts, sessions, spare] = await Promise.all([
    members.findSignInOf(db, member.id),
    listSessions(db, member.id),
    members.listSpareCodes(db, member.id),
  ]);
  const { id, name, email, role } = member;
  return {
    member: { id, name, email, role },
    secondFactor: facts?.secondFactor !== null,
    spareCodes: spare.length,
    devices: sessions.map(({ madeAt, seenAt, ...session }) => ({
      ...session,
      ...{ madeAt: madeAt.toISOString(), seenAt: seenAt.toISOString(), here: session.id === sessionId },
    })),
  };
}

export async function changeName(member: members.Member, name: string): Promise<null> {
  await inTransaction(database(), async (trx) => {
    await members.setMember(trx, member.id, { name });
    await addAudit(trx, { memberId: member.id, action: "account.name", subject: member.id, detail: { name } });
  });
  return null;
}

async function refuseWrongPassword(member: members.Member, password: string): Promise<void> {
  const facts = await members.findSignInOf(database(), member.id);
  if (await checkPassword(facts?.hash, password)) return;
  throw new Refusal(422, "password", "This is not your password.", "password");
}

/** Another password; every other device is signed out by it. */
export async function changePassword(
  member: members.Member,
  { password, next }: { password: string; next: string },
  sessionId: string | undefined,
): Promise<null> {
  await refuseWrongPassword(member, password);
  const passwordHash = await hashPassword(next);
  await inTransaction(database(), async (trx) => {
    await members.setMember(trx, member.id, { passwordHash });
    await endSessionsOf(trx, member.id, { allBut: sessionId ?? "" });
    await endPasswordLinks(trx, member.id);
    await addAudit(trx, { memberId: member.id, action: "account.password", subject: member.id });
  });
  return null;
}

/** Signs a device of one's own out: one by its id, or `others` all but this one. */
export async function endDevice(member: members.Member, which: string, sessionId: string | undefined): Promise<null> {
  const ended = await inTransaction(database(), async (trx) => {
    const count = await endSessionsOf(trx, member.id, which === "others" ? { allBut: sessionId ?? "" } : { id: which });
    await addAudit(trx, {
      memberId: member.id,
      action: "account.sign-out",
      subject: member.id,
      detail: { devices: count },
    });
    return count;
  });
  if (ended === 0 && which !== "others") throw notFound("device");
  return null;
}

/** Whoever sits at an open session can't put a device of their own in the place of the member's: taking it off needs the password. */
async function refuseSecond(member: members.Member): Promise<void> {
  if ((await members.findSignInOf(database(), member.id))?.secondFactor === null) return;
  const message = "A second factor is on already. Turn it off with your password before you set up another.";
  throw new Refusal(409, "factor_on", message);
}

/** Begins to set up a second factor: what a device needs to know, as text, as an address and as a picture of it. */
export async function beginFactor(member: members.Member): Promise<FactorStarted> {
  await refuseSecond(member);
  const started = await startFactor(member);
  const picture = new QrCode({ content: started.uri, padding: 0, width: 180, height: 180, join: true, ecl: "M" }).svg();
  return { ...started, picture: `data:image/svg+xml;base64,${Buffer.from(picture).toString("base64")}` };
}

/** Sets the second factor. Answers codes for whoever loses the device, told once. */
export async function setFactor(
  member: members.Member,
  { sealed, code }: { sealed: string; code: string },
): Promise<{ codes: string[] }> {
  await refuseSecond(member);
  const codes = await confirmFactor(database(), member.id, sealed, code);
  if (!codes) {
    const message = "This code is not right, or too old. Type the one that the device shows now.";
    throw new Refusal(422, "code", message, "code");
  }
  await addAudit(database(), {
    memberId: member.id,
    action: "account.second-factor",
    subject: member.id,
    detail: { on: true },
  });
  return { codes };
}

export async function takeFactorOff(member: members.Member, password: string): Promise<null> {
  await refuseWrongPassword(member, password);
  await inTransaction(database(), async (trx) => {
    await members.setSecondFactor(trx, member.id, null);
    const detail = { on: false };
    await addAudit(trx, { memberId: member.id, action: "account.second-factor", subject: member.id, detail });
  });
  return null;
}

const hourS = 3600;
/** For so long the last link stays the only one: who keeps asking would end each before its member can use it. */
const stayS = 300;

/** Writes to a member who has forgotten the password; whoever asks learns nothing about who is one. */
export async function forgotPassword(email: string): Promise<null> {
  const facts = await members.findSignIn(database(), email);
  if (!facts) return null;
  const { member } = facts;
  await inTransaction(database(), async (trx) => {
    const scope = { member: member.id };
    if (await hasPasswordLink(trx, member.id, stayS)) return;
    await endPasswordLinks(trx, member.id);
    const { token } = await addLink(trx, { kind: "password", scope, madeBy: null, seconds: hourS, uses: 1 });
    await writeLetter(trx, {
      to: email,
      subject: "A new password for Rubrick",
      words: [
        `Hello ${member.name},`,
        "Someone, hopefully you, asked for a new password. Choose one within an hour at this address. It works once:",
        publicUrl(`/password/${token}`),
        "If it was not you, leave it: your password stays as it is.",
      ].join("\n\n"),
    });
    await addAudit(trx, { memberId: member.id, action: "account.forgotten", subject: member.id });
  });
  return null;
}

/** Sets the password of whoever holds such a link; every device is signed out by it. */
export async function setForgottenPassword(link: Link, password: string): Promise<null> {
  const passwordHash = await hashPassword(password);
  return inTransaction(database(), async (trx) => {
    const { member: id } = link.scope as { member: string };
    const member = await members.findMember(trx, id);
    if (!member || !(await countUse(trx, link.id))) {
      throw new Refusal(409, "link_over", "This link was used in the meantime. Ask for a new one.");
    }
    await members.setMember(trx, id, { passwordHash });
    await members.endAllSessions(trx, id);
    await endPasswordLinks(trx, id);
    await addAudit(trx, { memberId: id, action: "account.password", subject: id, detail: { forgotten: true } });
    return null;
  });
}
