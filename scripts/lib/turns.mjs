/*
 * Calls take turns: one session, however much it asks for at once, has a few in hand at a time, so that others' calls come
 * between. What streams files has places of its own, since it may last.
 */

/** Of one session, and of all sessions at one address: whoever makes up cookies is still at one. */
export const ofSession = { inHand: 8, waiting: 200, streams: 32 };
/** Of one link: a live page may stand in a whole house of mixers, each with a stream of its own. */
export const ofLink = { inHand: 24, waiting: 400, streams: 256 };
export const ofAddress = { inHand: 48, waiting: 2000, streams: 256 };

/**
 * Who calls, as far as turns go: the holder of a link, a session, or an address without one; and how much that may.
 * @returns {[string, { inHand: number, waiting: number, streams: number }]}
 */
export function callerOf({ url, headers }, address) {
  const link = /^\/api\/links\/([^/?]{1,100})/.exec(url)?.[1];
  return link === undefined ? [`session ${headers.cookie ?? address}`, ofSession] : [`link ${link} ${address}`, ofLink];
}

/** By who calls: how many are in hand, and what waits. */
const callers = new Map();

const streams = ({ url }) =>
  /^\/api\/(media|exports\/[^/]+\/file|events|links\/[^/]+\/live\/(events|media))\b/.test(url);

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
