import type { LinkKind } from "@/contract/links";
import { roles, type Role } from "@/contract/members";
import { database } from "@/server/db/connection";
import { findLink, type Link } from "@/server/db/links";
import type { Member } from "@/server/db/members";
import { Refusal } from "@/server/refusal";
import { memberOf } from "./session";

/** Who a call comes from. */
export type Principal =
  | { readonly kind: "member"; readonly member: Member }
  | { readonly kind: "link"; readonly link: Link }
  | { readonly kind: "stranger" };

/** Who may call: anyone, members of at least this role, or holders of a link of this kind. */
export type Access = "anyone" | Role | `link:${LinkKind}`;

/** Whether a member of this role may do what is for members of at least that one. */
export const allows = (least: Role, role: Role): boolean => roles.indexOf(role) <= roles.indexOf(least);

/**
 * The principal of a request: whoever holds the link that it names, be it a member or not; otherwise the member who is
 * signed in. A link that opens nothing makes nobody of anyone.
 */
export async function principalOf(request: Request | undefined, linkToken?: string): Promise<Principal> {
  if (linkToken !== undefined) {
    const link = await findLink(database(), linkToken);
    return link ? { kind: "link", link } : { kind: "stranger" };
  }
  const member = request && (await memberOf(request));
  return member ? { kind: "member", member } : { kind: "stranger" };
}

/** What a link of a kind opens: whoever holds a remote sees what it is for, whoever may judge may watch. */
const opens = (kind: LinkKind): readonly LinkKind[] =>
  kind === "remote" ? ["remote", "live"] : kind === "proof" ? ["proof", "view"] : [kind];

/** The one place that decides what a principal may. Refuses with the reason. */
export function admit(principal: Principal, access: Access): void {
  if (access === "anyone") return;
  if (access.startsWith("link:")) {
    if (principal.kind === "link" && opens(principal.link.kind).some((kind) => `link:${kind}` === access)) return;
    throw new Refusal(404, "link_over", "This link has ended, or was used already. Ask whoever sent it for a new one.");
  }
  if (principal.kind !== "member") throw new Refusal(401, "signed_out", "You are signed out. Sign in to go on.");
  const { role } = principal.member;
  if (!allows(access as Role, role)) {
    throw new Refusal(403, "role", `This needs the role ${access}; you are signed in as ${role}.`);
  }
}
