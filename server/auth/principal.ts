import type { LinkKind } from "@/contract/links";
import { roles, type Role } from "@/contract/members";
import { database } from "@/server/db/connection";
import { findLink, stayed, type Link } from "@/server/db/links";
import type { Member } from "@/server/db/members";
import { isVisitor } from "@/server/links/opened";
import { Refusal } from "@/server/refusal";
import { memberOf } from "./session";

/** Who a call comes from. */
export type Principal =
  | { readonly kind: "member"; readonly member: Member }
  | { readonly kind: "link"; readonly link: Link }
  | { readonly kind: "stranger" };

/** Somebody of whom nothing is known. */
export const stranger: Principal = { kind: "stranger" };

/** Who may call: anyone, members of at least this role, or holders of a link of this kind. */
export type Access = "anyone" | Role | `link:${LinkKind}`;

/** Whether a member of this role may do what is for members of at least that one. */
export const allows = (least: Role, role: Role): boolean => roles.indexOf(role) <= roles.indexOf(least);

/** Refuses whoever neither made a thing nor is a designer or an owner to archive, restore or end it. */
export function refuseOthers(member: Member, madeById: string | null, what: string): void {
  if (madeById === member.id || allows("designer", member.role)) return;
  const message = `Only who made ${what}, a designer or an owner may do that.`;
  throw new Refusal(403, "not_yours", message);
}

/**
 * The principal of a request: whoever holds the link that it names, be it a member or not; otherwise the member who is
 * signed in. A link that opens nothing makes nobody of anyone. `opensLink` is a call by which a visitor comes in.
 */
export async function principalOf(
  request: Request | undefined,
  linkToken?: string,
  opensLink = false,
): Promise<Principal> {
  if (linkToken !== undefined) {
    const link = await findLink(database(), linkToken);
    return link && (await mayHold(request, link, opensLink)) ? { kind: "link", link } : stranger;
  }
  const member = request && (await memberOf(request));
  return member ? { kind: "member", member } : stranger;
}

/**
 * Whether a caller may use a link. Of those that only some may open, each is a visitor with a cookie: without it a call may
 * open the link, while somebody may still open it, and nothing else.
 */
async function mayHold(request: Request | undefined, link: Link, opensLink: boolean): Promise<boolean> {
  if (link.usesLeft === null || !stayed.includes(link.kind)) return true;
  if (opensLink && link.usesLeft > 0) return true;
  return request !== undefined && isVisitor(request, link);
}

/** What a link of a kind opens: whoever holds a remote sees what it is for, whoever may judge may watch. */
const opens = (kind: LinkKind): readonly LinkKind[] =>
  kind === "remote" ? ["remote", "live"] : kind === "proof" ? ["proof", "view"] : [kind];

/** The one place that decides what a principal may. Refuses with the reason. */
export function admit(principal: Principal, access: Access): void {
  if (access === "anyone") return;
  if (access.startsWith("link:")) {
    if (principal.kind === "link" && opens(principal.link.kind).some((kind) => `link:${kind}` === access)) return;
    throw new Refusal(404, "link_over", "This link has ended, or was used already. Ask the sender for a new one.");
  }
  if (principal.kind !== "member") throw new Refusal(401, "signed_out", "You are signed out. Sign in to go on.");
  const { role } = principal.member;
  if (!allows(access as Role, role)) {
    throw new Refusal(403, "role", `This needs the role ${access}; you are signed in as ${role}.`);
  }
}
