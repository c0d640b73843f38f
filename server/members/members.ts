import type { z } from "zod";
import { Invitation } from "@/contract/links";
import type { InviteRequest, MemberChange, Members } from "@/contract/members";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { listOpenLinks } from "@/server/db/links";
import * as members from "@/server/db/members";
import { inTransaction } from "@/server/db/transaction";
import { publicUrl, writeLetter } from "@/server/mail/letters";
import { notFound, Refusal } from "@/server/refusal";
import { invite } from "./invitations";

/** Everybody, and who is invited. */
export async function readMembers(): Promise<Members> {
  const db = database();
  const [all, invitations] = await Promise.all([members.listMembers(db), listOpenLinks(db, ["invitation"])]);
  return {
    members: all.map(({ sessionEpoch: _, joinedAt, seenAt, ...member }) => ({
      ...member,
      joinedAt: joinedAt.toISOString(),
      seenAt: seenAt?.toISOString() ?? null,
    })),
    invitations: invitations.flatMap((link) => {
      const invited = Invitation.safeParse(link.scope);
      return invited.success
        ? [{ ...invited.data, id: link.id, by: link.madeBy, endsAt: link.endsAt.toISOString() }]
        : [];
    }),
  };
}

/** Invites somebody by letter. Answers the path by which they join, told once. Refuses who is a member already. */
export async function inviteMember(
  owner: members.Member,
  { email, name, role }: z.output<typeof InviteRequest>,
): Promise<{ path: string }> {
  return inTransaction(database(), async (trx) => {
    const there = await members.findStanding(trx, email);
    if (there) {
      const what = there.active
        ? `${email} belongs to a member already.`
        : `${email} is the address of a deactivated member. Activate them again in the list.`;
      throw new Refusal(409, "member_already", what, "email");
    }
    const path = await invite(trx, { email, name, role }, owner.id);
    await writeLetter(trx, {
      to: email,
      subject: `${owner.name} invites you to Rubrick`,
      words: [
        `Hello ${name},`,
        `${owner.name} would like you to work in Rubrick, as ${role}. Join within a week at this address; it is yours alone and works once:`,
        publicUrl(path),
        "If you don’t know what this is about, leave it: nothing happens.",
      ].join("\n\n"),
    });
    await addAudit(trx, { memberId: owner.id, action: "member.invite", subject: email.slice(0, 60), detail: { role } });
    return { path };
  });
}

/**
 * Gives a member another role, switches them off, with what they hold handed to somebody else, or on again. Refuses
 * whatever would leave the house without an owner.
 */
export async function changeMember(owner: members.Member, id: string, change: MemberChange): Promise<null> {
  return inTransaction(database(), async (trx) => {
    const others = await members.countOtherOwners(trx, id);
    const member = await members.lockMember(trx, id);
    if (!member) throw notFound("member");
    const { role, active, handTo, secondFactor } = change;
    const leaves = (role !== undefined && role !== "owner") || active === false;
    if (member.role === "owner" && member.active && leaves && others === 0) {
      throw new Refusal(
        409,
        "last_owner",
        "This is the only owner who can sign in. Make somebody else an owner first.",
      );
    }
    const detail: Record<string, unknown> = {};
    if (role !== undefined && role !== member.role) {
      await members.setMember(trx, id, { role });
      Object.assign(detail, { from: member.role, to: role });
    }
    if (secondFactor === false) {
      await members.setSecondFactor(trx, id, null);
      detail.secondFactor = "removed";
    }
    if (active === false) Object.assign(detail, await switchOff(trx, owner, id, handTo));
    if (active === true && !member.active) {
      await members.setMember(trx, id, { active: true });
      detail.active = true;
    }
    await addAudit(trx, { memberId: owner.id, action: "member.change", subject: id, detail });
    return null;
  });
}

async function switchOff(trx: Db, owner: members.Member, id: string, handTo: string | undefined) {
  const heir = handTo === undefined ? owner : await members.findMember(trx, handTo);
  if (!heir || heir.id === id) {
    throw new Refusal(422, "heir", "Choose an active member who takes over their items.", "handTo");
  }
  await members.setMember(trx, id, { active: false });
  await members.endAllSessions(trx, id);
  return { active: false, handedTo: heir.id, things: await members.handOver(trx, id, heir.id) };
}
