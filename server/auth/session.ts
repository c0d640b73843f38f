import { createHash } from "node:crypto";
import { sealData, unsealData } from "iron-session";
import { LRUCache } from "lru-cache";
import { addressOf } from "./address";
import { database, required } from "@/server/db/connection";
import type { Member } from "@/server/db/members";
import { addSession, endSession, findSessionMember } from "@/server/db/sessions";

const lifetimeS = 14 * 24 * 3600;
const knownS = 365 * 24 * 3600;

interface Sealed {
  sessionId?: string;
  epoch?: number;
}

const options = (ttl: number) => ({ password: required("SESSION_SECRET"), ttl });

/** Several instances on one host share its cookies: each has names of its own. */
const ownName = (name: string): string =>
  `${name}-${createHash("sha256")
    .update(`${name} ${required("SESSION_SECRET")}`)
    .digest("hex")
    .slice(0, 8)}`;
export const cookieName = (): string => ownName("rubrick");
const knownName = (): string => ownName("rubrick-known");

function readCookie(request: Request, wanted: string): string | undefined {
  for (const part of (request.headers.get("cookie") ?? "").split(";")) {
    const [name, ...value] = part.trim().split("=");
    if (name !== wanted) continue;
    try {
      return decodeURIComponent(value.join("="));
    } catch {
      return undefined; // Not a cookie that we have written.
    }
  }
  return undefined;
}

type Unsealed = Sealed & { member?: string };

/** What seals were found to hold lately: breaking one open takes longer than all the rest of a call. */
const unsealed = new LRUCache<string, Unsealed>({ max: 2000, ttl: 60_000 });

async function unseal(seal: string | undefined, ttl: number): Promise<Unsealed> {
  if (!seal) return {};
  const key = `${ttl} ${seal}`;
  const known = unsealed.get(key);
  if (known) return known;
  const held = await unsealData<Unsealed>(seal, options(ttl)).catch(() => ({}));
  unsealed.set(key, held);
  return held;
}

/** The signed-in member of a request; undefined without a sound, current session. */
export const memberOf = (request: Request): Promise<Member | undefined> =>
  memberOfSeal(readCookie(request, cookieName()));

/** The member of a sealed cookie's value. */
export async function memberOfSeal(seal: string | undefined): Promise<Member | undefined> {
  const { sessionId, epoch } = await unseal(seal, lifetimeS);
  const member = sessionId ? await findSessionMember(database(), sessionId) : undefined;
  return member && member.sessionEpoch === epoch ? member : undefined;
}

function cookie(name: string, value: string, maxAge: number): string {
  const secure = process.env.PUBLIC_URL?.startsWith("https:") ? "; Secure" : "";
  return `${name}=${encodeURIComponent(value)}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${maxAge}${secure}`;
}

/** The Set-Cookie headers that start a session, and let this browser be known as the member's. */
export async function startSession(member: Member, request: Request): Promise<string[]> {
  const seen = { device: deviceOf(request), address: addressOf(request) };
  const sessionId = await addSession(database(), member.id, lifetimeS, seen);
  const seal = await sealData({ sessionId, epoch: member.sessionEpoch }, options(lifetimeS));
  const known = await sealData({ member: member.id }, options(knownS));
  return [cookie(cookieName(), seal, lifetimeS), cookie(knownName(), known, knownS)];
}

/** The session of a request, by its id. */
export async function sessionIdOf(request: Request): Promise<string | undefined> {
  return (await unseal(readCookie(request, cookieName()), lifetimeS)).sessionId;
}

/** What a browser says of itself, as far as somebody knows their own by it. */
function deviceOf(request: Request): string {
  const said = request.headers.get("user-agent") ?? "";
  const system = /(Windows|Mac OS X|iPhone|iPad|Android|CrOS|Linux)/.exec(said)?.[1];
  const browser = /(Firefox|Edg|Chrome|Safari)\//.exec(said)?.[1];
  const parts = [browser === "Edg" ? "Edge" : browser, system?.replace("Mac OS X", "Mac")];
  return parts.filter(Boolean).join(" on ").slice(0, 160) || "A program";
}

/** Whether this browser has been signed in as a member before. */
export async function isKnown(request: Request, memberId: string): Promise<boolean> {
  return (await unseal(readCookie(request, knownName()), knownS)).member === memberId;
}

/** Ends the session of a request for good; the Set-Cookie header that takes it from the browser. */
export async function leaveSession(request: Request): Promise<string> {
  const { sessionId } = await unseal(readCookie(request, cookieName()), lifetimeS);
  if (sessionId) await endSession(database(), sessionId);
  return cookie(cookieName(), "", 0);
}
