import { IncomingMessage } from "node:http";

/*
 * A call's body is taken in before the call takes its turn: whoever sends half a body and falls silent holds nobody up but
 * themselves.
 */

const kB = 1024;
/** Largest bodies, in bytes: of callers with a session or a link, and of strangers, who only sign in. */
export const mostBytes = { known: 8.5 * 1024 * kB, stranger: 64 * kB };
/** What a body must bring at least in each stretch of time, until it is all there. */
const pace = { everyMs: 10_000, bytes: 10 * kB };
/** Of what is streamed; what takes it in may pause it for a while. */
const streamPace = { everyMs: 30_000, bytes: 30 * kB };
/** Bodies in memory, all together and of one address, in bytes. */
const mostHeld = { all: 256 * 1024 * kB, address: 64 * 1024 * kB };
const held = { all: 0, byAddress: new Map() };

/** Takes note of bytes that are held, or, less than none, let go; answers whether there is room for them. */
function hold(address, bytes) {
  const own = (held.byAddress.get(address) ?? 0) + bytes;
  held.all += bytes;
  if (own > 0) held.byAddress.set(address, own);
  else held.byAddress.delete(address);
  return held.all <= mostHeld.all && own <= mostHeld.address;
}

const late = [408, "slow", "The rest of this request did not come in time. Try again."];
const tooLarge = [413, "too_large", "This request is too large."];
const full = [503, "busy", "Very many are at work just now. Nothing is lost; try again in a moment."];

const lengthOf = ({ headers }) => Number(headers["content-length"] ?? 0);
const hasBody = (request) => lengthOf(request) > 0 || request.headers["transfer-encoding"] !== undefined;

/**
 * Takes a call's body in, and goes on with a request that carries all of it; refuses one that is too large, or comes too
 * slowly. `slowMs` is for tests.
 * @param {{ request: import("node:http").IncomingMessage, response: import("node:http").ServerResponse }} call
 * @param {number} most largest body, in bytes
 * @param {(request: import("node:http").IncomingMessage) => void} go
 * @param {(reason: (number | string)[]) => void} refuse
 */
export function takeIn({ request, response }, most, go, refuse, everyMs = pace.everyMs) {
  if (!hasBody(request)) return go(request);
  if (lengthOf(request) > most) return refuse(tooLarge);
  const address = request.headers["x-rubrick-address"] ?? "";
  const chunks = [];
  let [size, before, ended] = [0, 0, false];
  const watch = setInterval(() => {
    if (size - before < pace.bytes) stop(late);
    before = size;
  }, everyMs);
  const stop = (reason) => {
    if (ended) return;
    ended = true;
    clearInterval(watch);
    if (reason) refuse(reason);
  };
  request.on("data", (chunk) => {
    if (ended) return;
    size += chunk.length;
    chunks.push(chunk);
    const room = hold(address, chunk.length);
    if (size > most) stop(tooLarge);
    else if (!room) stop(full);
  });
  request.once("end", () => {
    if (ended) return;
    stop();
    go(replayed(request, Buffer.concat(chunks)));
  });
  request.once("error", () => stop());
  response.once("close", () => {
    stop();
    hold(address, -size);
    chunks.length = 0;
  });
}

/** Hangs up on a body that is streamed and comes too slowly. */
export function keepPace({ request, response }, everyMs = streamPace.everyMs) {
  if (!hasBody(request)) return;
  let before = request.socket.bytesRead;
  const watch = setInterval(() => {
    const { bytesRead } = request.socket;
    if (bytesRead - before < streamPace.bytes && !request.complete) request.socket.destroy();
    before = bytesRead;
  }, everyMs);
  const stop = () => clearInterval(watch);
  request.once("end", stop);
  response.once("close", stop);
}

/** The same request with a body that is all there. */
function replayed(request, body) {
  const again = new IncomingMessage(request.socket);
  const { method, url, headers, rawHeaders, httpVersion, httpVersionMajor, httpVersionMinor } = request;
  Object.assign(again, { method, url, headers, rawHeaders, httpVersion, httpVersionMajor, httpVersionMinor });
  again.complete = true;
  again.push(body);
  again.push(null);
  return again;
}
