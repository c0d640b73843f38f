import { Server } from "node:http";
import { listed, senderOf } from "./sender.mjs";
import { callerOf, ofAddress, takeTurn } from "./turns.mjs";

/*
 * Loaded into the web process before anything else. It ends with the start that made it; and what comes in passes here
 * first: who sends it is written down, which no header that a sender can make up may say; what is no request is refused;
 * the rest takes turns.
 */

// Whoever spreads calls over machines sends none here any more; what is in hand is done.
process.on("SIGTERM", () => (globalThis.rubrickDraining = true));

const end = () => {
  setTimeout(() => process.exit(0), 5000).unref();
  process.kill(process.pid, "SIGTERM");
};
if (process.env.RUBRICK_PROCESS) {
  if (process.connected) process.on("disconnect", end);
  else end();
}

/** Addresses whose own forwarding header is believed: proxies that stand before us. */
const trusted = new Set(listed(process.env.TRUSTED_PROXIES));

/** Requests that no page or handler of ours is asked by; what serves them would call its own fault what is theirs. */
function faultOf({ method, url }) {
  if (!["GET", "HEAD", "POST"].includes(method)) return [405, "method", "This can’t be done here."];
  try {
    if (!decodeURIComponent(url.split("?")[0]).includes("\0")) return undefined;
  } catch {
    // It is no text.
  }
  return [400, "address", "This address can’t be read."];
}

function refuse(response, [status, code, message]) {
  const headers = { "Content-Type": "application/json", "Cache-Control": "no-store" };
  response.writeHead(status, headers).end(JSON.stringify({ error: { code, message } }));
}

/** What every answer carries that does not say otherwise; what a page may do is said by the pages themselves. */
const guards = (url) => ({
  "X-Content-Type-Options": "nosniff",
  "Referrer-Policy": "same-origin",
  // A script of a worker is bound by its own answer: of those only framing is forbidden.
  "Content-Security-Policy": `${url.startsWith("/_next/") ? "" : "default-src 'none'; "}frame-ancestors 'none'`,
});

/** Adds what is missing right before the heading goes out. */
function guarded(response, url) {
  const { writeHead } = response;
  response.writeHead = function (...args) {
    for (const [name, value] of Object.entries(guards(url))) if (!this.hasHeader(name)) this.setHeader(name, value);
    return writeHead.apply(this, args);
  };
}

const tooMany = [429, "many_calls", "Too much was asked for at once. Try again in a moment."];

/** Lets a call in when its session's turn has come, and then its address's. */
function takeTurns(address, call, go) {
  const late = () => refuse(call.response, tooMany);
  const next = () => takeTurn(`address ${address}`, ofAddress, call, go) || late();
  const [caller, most] = callerOf(call.request, address);
  if (!takeTurn(caller, most, call, next)) late();
}

const { emit } = Server.prototype;
Server.prototype.emit = function (event, ...rest) {
  if (event !== "request") return emit.call(this, event, ...rest);
  const [request, response] = rest;
  const { headers, socket } = request;
  const address = senderOf(socket.remoteAddress, headers["x-forwarded-for"], trusted);
  headers["x-rubrick-address"] = address;
  headers["x-forwarded-for"] = address;
  guarded(response, request.url);
  const fault = faultOf(request);
  if (fault) refuse(response, fault);
  else takeTurns(address, { request, response }, () => emit.call(this, event, request, response));
  return true;
};
