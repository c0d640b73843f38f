import { sealData, unsealData } from "iron-session";
import { database, required } from "@/server/db/connection";
import { findMember, type Member } from "@/server/db/members";

const cookieName = "rubrick";
const lifetimeS = 14 * 24 * 3600;

interface Sealed {
  memberId?: string;
  epoch?: number;
}

const options = () => ({ password: required("SESSION_SECRET"), ttl: lifetimeS });

function readCookie(request: Request): string | undefined {
  const header = request.headers.get("cookie") ?? "";
  for (const part of header.split(";")) {
    const [name, ...value] = part.trim().split("=");
    if (name === cookieName) return decoded(value.join("="));
  }
  return undefined;
}

/** A cookie that somebody has made up may not even be decoded. */
function decoded(value: string): string | undefined {
  try {
    return decodeURIComponent(value);
  } catch {
    return undefined;
  }
}

/** The signed-in member of a request; undefined without a sound, current session. */
export async function memberOf(request: Request): Promise<Member | undefined> {
  const cookie = readCookie(request);
  return cookie ? memberOfSeal(cookie) : undefined;
}

/** The member of a sealed cookie's value. */
export async function memberOfSeal(seal: string): Promise<Member | undefined> {
  const sealed = await unsealData<Sealed>(seal, options()).catch((): Sealed => ({}));
  if (!sealed.memberId) return undefined;
  const member = await findMember(database(), sealed.memberId);
  return member && member.sessionEpoch === sealed.epoch ? member : undefined;
}

function cookie(value: string, maxAge: number): string {
  const secure = process.env.PUBLIC_URL?.startsWith("https:") ? "; Secure" : "";
  return `${cookieName}=${encodeURIComponent(value)}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${maxAge}${secure}`;
}

/** The Set-Cookie header that starts a session. */
export async function startSession(member: Member): Promise<string> {
  const seal = await sealData({ memberId: member.id, epoch: member.sessionEpoch }, options());
  return cookie(seal, lifetimeS);
}

/** The Set-Cookie header that ends it. */
export const endSession = (): string => cookie("", 0);
export { cookieName };
