import { Invitation, type JoinRequest } from "@/contract/links";
import { hashPassword } from "@/server/auth/password";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { newId } from "@/server/db/ids";
import { addLink, countUse, type Link } from "@/server/db/links";
import { addMember, findSignIn, type Member } from "@/server/db/members";
import { inTransaction, isDuplicate } from "@/server/db/transaction";
import { Refusal } from "@/server/refusal";

const weekS = 7 * 24 * 3600;

/** Invites somebody to become a member, once, within a week. Answers the path of the page where they join. */
export async function invite(db: Db, invitation: Invitation, madeBy: string | null): Promise<string> {
  const { token } = await addLink(db, { kind: "invitation", scope: invitation, madeBy, seconds: weekS, uses: 1 });
  return `/join/${token}`;
}

export const readInvitation = (link: Link): Invitation => Invitation.parse(link.scope);

/** Makes the invited a member. Refuses an invitation that is used up, and an address that is a member already. */
export async function join(link: Link, { name, password }: JoinRequest): Promise<Member> {
  const { email, role } = readInvitation(link);
  const passwordHash = await hashPassword(password);
  return inTransaction(database(), async (trx) => {
    if (!(await countUse(trx, link.id))) {
      throw new Refusal(409, "link_over", "This invitation was used in the meantime. Sign in, or ask for a new one.");
    }
    const id = newId();
    await addMember(trx, { id, email, name, role, passwordHash }).catch((error: unknown) => {
      if (!isDuplicate(error)) throw error;
      throw new Refusal(409, "member_already", `${email} belongs to a member already. Sign in, or ask an owner.`);
    });
    await addAudit(trx, { memberId: id, action: "member.join", subject: id, detail: { role } });
    return (await findSignIn(trx, email))!.member;
  });
}
