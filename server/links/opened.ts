import { sealData, unsealData } from "iron-session";
import { database, required } from "@/server/db/connection";
import { countUse, type Link } from "@/server/db/links";
import { Refusal } from "@/server/refusal";

const hours = 12;
const options = () => ({ password: required("SESSION_SECRET"), ttl: hours * 3600 });

const nameOf = ({ id }: Pick<Link, "id">): string => `rubrick-link-${id.slice(0, 8)}`;

/** Whether a browser was let in by a link before: it shows the cookie that it was given then. */
export async function isVisitor(request: Request, link: Pick<Link, "id">): Promise<boolean> {
  const [, seal] = new RegExp(`(?:^|; )${nameOf(link)}=([^;]+)`).exec(request.headers.get("cookie") ?? "") ?? [];
  if (!seal) return false;
  try {
    return (await unsealData<{ link?: string }>(decodeURIComponent(seal), options())).link === link.id;
  } catch {
    return false; // Not a cookie that we have written.
  }
}

/**
 * Lets a browser in that holds a link, which counts as one use for half a day; answers the cookie that says so, or
 * nothing where it was let in before. Refuses once the link is used up.
 */
async function openLink(request: Request, link: Link): Promise<string | undefined> {
  if (await isVisitor(request, link)) return undefined;
  if (!(await countUse(database(), link.id))) {
    throw new Refusal(404, "link_over", "This link was opened as often as it may be. Ask the sender for a new one.");
  }
  const secure = process.env.PUBLIC_URL?.startsWith("https:") ? "; Secure" : "";
  const value = encodeURIComponent(await sealData({ link: link.id }, options()));
  return `${nameOf(link)}=${value}; Path=/api/links; HttpOnly; SameSite=Lax; Max-Age=${hours * 3600}${secure}`;
}

/** An answer with the cookie of a link that was opened just now. */
export async function answerOpened(request: Request, link: Link, data: unknown): Promise<Response> {
  const cookie = await openLink(request, link);
  const response = Response.json({ data });
  if (cookie !== undefined) response.headers.append("Set-Cookie", cookie);
  return response;
}
