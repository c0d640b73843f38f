/*
 * Calls take turns: one session, however much it asks for at once, has a few in hand at a time, so that others' calls come
 * between. What streams files has places of its own, since it may last.
 */

const mostInHand = 8;
const mostWaiting = 200;
const mostStreams = 32;

/** By who calls: how many are in hand, and what waits. */
const sessions = new Map();

const streams = ({ url }) => /^\/api\/(media|exports\/[^/]+\/file)\b/.test(url);

/** Lets a call in now, or when an earlier one of the same session has ended; false when too many wait. */
export function takeTurn(who, request, response, go) {
  const session = sessions.get(who) ?? { inHand: 0, streams: 0, waiting: [] };
  sessions.set(who, session);
  const kind = streams(request) ? "streams" : "inHand";
  const most = kind === "streams" ? mostStreams : mostInHand;
  const enter = () => {
    session[kind] += 1;
    response.once("close", () => {
      session[kind] -= 1;
      if (kind === "inHand") session.waiting.shift()?.();
      if (session.inHand + session.streams + session.waiting.length === 0) sessions.delete(who);
    });
    go();
  };
  if (session[kind] < most) enter();
  else if (kind === "streams" || session.waiting.length >= mostWaiting) return false;
  else {
    session.waiting.push(enter);
    // Whoever hangs up before the turn has come doesn't take it.
    response.once("close", () => {
      const at = session.waiting.indexOf(enter);
      if (at >= 0) session.waiting.splice(at, 1);
    });
  }
  return true;
}
