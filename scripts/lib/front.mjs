import { Server } from "node:http";
import compression from "compression";
import { listed, senderOf, writeDown } from "./sender.mjs";
import { readBuilt, serve } from "./direct.mjs";
import { keepPace, mostBytes, takeIn } from "./bodies.mjs";
import { addConnection, endStalled, keepConnection } from "./connections.mjs";
import { answerPage } from "./kept-pages.mjs";
import { keepPolicy } from "./policy.mjs";
import { callerOf, isKnown, isProbe, ofAddress, streams, takeTurn } from "./turns.mjs";

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

/** For so long after a connection could not be had. */
const awayMs = 15_000;

/** Adds what is missing right before the heading goes out. */
function guarded(response, url) {
  const { writeHead } = response;
  response.writeHead = function (...args) {
    for (const [name, value] of Object.entries(guards(url))) if (!this.hasHeader(name)) this.setHeader(name, value);
    // A page that fell because the database was busy or away is no fault of ours: it may be asked for again.
    if (args[0] === 500 && Date.now() - (globalThis.rubrickDatabaseAwayMs ?? 0) < awayMs) {
      args[0] = 503;
      this.setHeader("Retry-After", "5");
    }
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

/** Lets a call in with its body, as soon as that is there and its turn has come. */
function letIn(address, { request, response }, go) {
  const enter = (whole) => {
    keepConnection(request, response);
    endStalled(request, response);
    takeTurns(address, { request, response }, () => go(whole));
  };
  if (isProbe(request)) return go(request);
  if (streams(request)) {
    keepPace({ request, response });
    return enter(request);
  }
  const hangUp = (reason) => {
    // What is still to come of it would be read as the next request.
    response.setHeader("Connection", "close");
    response.once("finish", () => setTimeout(() => request.socket.destroy(), 1000).unref());
    refuse(response, reason);
  };
  takeIn({ request, response }, isKnown(request) ? mostBytes.known : mostBytes.stranger, enter, hangUp);
}

/** What the build has for us: what serves calls past the pages, and under which names we are reached. */
const { routes, isOwnHost, foreignHost, memberOf } = await readBuilt();
const direct = serve(routes);
const packed = compression();
const signedIn = ({ headers }) => memberOf({ headers: new Headers({ cookie: headers.cookie ?? "" }) });

/** Headings must have come by then; how long a body may take is said above. */
const headersMs = 10_000;

const { emit } = Server.prototype;
Server.prototype.emit = function (event, ...rest) {
  if (event === "connection") {
    this.headersTimeout = headersMs;
    this.requestTimeout = 0;
    addConnection(rest[0], trusted);
  }
  if (event !== "request") return emit.call(this, event, ...rest);
  const [request, response] = rest;
  const { headers, socket } = request;
  const address = senderOf(socket.remoteAddress, headers["x-forwarded-for"], trusted);
  writeDown(request, "x-rubrick-address", address);
  writeDown(request, "x-forwarded-for", address);
  guarded(response, request.url);
  // Turns, bodies and connections each look out for its end, beside those who answer it.
  response.setMaxListeners(30);
  const isCall = request.url.startsWith("/api/");
  const fault = faultOf(request);
  if (fault) refuse(response, fault);
  else if (isCall) letIn(address, { request, response }, (whole) => direct(whole, response));
  else if (!isOwnHost(headers.host)) refuse(response, [421, "host", foreignHost]);
  else {
    const nonce = keepPolicy(request, response);
    letIn(address, { request, response }, (whole) => {
      const render = () => emit.call(this, event, whole, response);
      const show = () => void answerPage(whole, response, { nonce, memberOf: signedIn, render });
      packed(whole, response, nonce === undefined ? render : show);
    });
  }
  return true;
};
