import { createHash } from "node:crypto";

/*
 * Calls take turns: one session, however much it asks for at once, has a few in hand at a time, so that others' calls come
 * between. What streams files has places of its own, since it may last.
 */

/** Of one session, and of all sessions at one address: whoever makes up cookies is still at one. */
export const ofSession = { inHand: 8, waiting: 200, streams: 32 };
/** Of all at one address who are not signed in: they read pages and sign in. */
export const ofStrangers = { inHand: 16, waiting: 400, streams: 128 };
/** Of one link: a live page may stand in a whole house of mixers, each with a stream of its own. */
export const ofLink = { inHand: 24, waiting: 400, streams: 256 };
export const ofAddress = { inHand: 48, waiting: 2000, streams: 256 };

/** Calls of those who watch over machines: none waits for anything that others ask for. */
export const isProbe = ({ url }) => /^\/api\/(health|ready|metrics)(\?|$)/.test(url);

/** The cookie of this instance that holds a session. */
const sessionCookie = `rubrick-${createHash("sha256")
  .update(`rubrick ${process.env.SESSION_SECRET ?? ""}`)
  .digest("hex")
  .slice(0, 8)}`;

/** The sealed session in a cookie heading, whatever stands beside it; read as the handlers read it. */
export function sessionIn(cookie, name = sessionCookie) {
  for (const part of (cookie ?? "").split(";")) {
    const [key, ...value] = part.trim().split("=");
    if (key !== name) continue;
    try {
      // What stands after the last mark is the version of the seal, which may be spelled in several ways.
      return decodeURIComponent(value.join("=")).split("~")[0] || undefined;
    } catch {
      return undefined;
    }
  }
  return undefined;
}

/**
 * Who calls, as far as turns go: the holder of a link, a session, or an address without one; and how much that may.
 * @returns {[string, { inHand: number, waiting: number, streams: number }]}
 */
export function callerOf({ url, headers }, address) {
  const link = linkIn(url);
  if (link !== undefined) return [`link ${link} ${address}`, ofLink];
  const session = sessionIn(headers.cookie);
  return session === undefined ? [`stranger ${address}`, ofStrangers] : [`session ${session}`, ofSession];
}

const linkIn = (url) => /^\/api\/links\/([^/?]{1,100})/.exec(url)?.[1];

/** Whether a call names a session or a link, sound or not. */
export const isKnown = ({ url, headers }) => linkIn(url) !== undefined || sessionIn(headers.cookie) !== undefined;

/** By who calls: how many are in hand, and what waits. */
const callers = new Map();

export const streams = ({ url }) =>
  /^\/api\/(media|packages(\?|$)|exports\/[^/]+\/file|events|links\/[^/]+\/(row\/media|live\/(events|media)))\b/.test(
    url,
  ) || url.startsWith("/_next/static/");

/** Lets a call in now, or when an earlier one of the same caller has ended; false when too many wait. */
export function takeTurn(who, most, { request, response }, go) {
  const caller = callers.get(who) ?? { inHand: 0, streams: 0, waiting: [] };
  callers.set(who, caller);
  const kind = streams(request) ? "streams" : "inHand";
  const enter = () => {
    caller[kind] += 1;
    response.once("close", () => {
      caller[kind] -= 1;
      if (kind === "inHand") caller.waiting.shift()?.();
      if (caller.inHand + caller.streams + caller.waiting.length === 0) callers.delete(who);
    });
    go();
  };
  if (caller[kind] < most[kind]) enter();
  else if (kind === "streams" || caller.waiting.length >= most.waiting) return false;
  else {
    caller.waiting.push(enter);
    // Whoever hangs up before the turn has come doesn't take it.
    response.once("close", () => {
      const at = caller.waiting.indexOf(enter);
      if (at >= 0) caller.waiting.splice(at, 1);
    });
  }
  return true;
}
