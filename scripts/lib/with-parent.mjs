import { Server } from "node:http";

/*
 * Loaded into the web process before anything else: it ends with the start that made it, and writes down where a request
 * really comes from, which no header that a sender can make up may say.
 */

const end = () => {
  setTimeout(() => process.exit(0), 5000).unref();
  process.kill(process.pid, "SIGTERM");
};
if (process.env.RUBRICK_PROCESS) {
  if (process.connected) process.on("disconnect", end);
  else end();
}

/** Addresses whose own forwarding header is believed: proxies that stand before us. */
const trusted = new Set(
  (process.env.TRUSTED_PROXIES ?? "")
    .split(",")
    .map((part) => part.trim())
    .filter(Boolean),
);
const plain = (address) => (address ?? "").replace(/^::ffff:/, "");

/** The nearest address that is no trusted proxy. */
function senderOf({ socket, headers }) {
  let address = plain(socket.remoteAddress);
  const named = String(headers["x-forwarded-for"] ?? "")
    .split(",")
    .map((part) => part.trim())
    .filter(Boolean);
  while (trusted.has(address) && named.length > 0) address = plain(named.pop());
  return address.slice(0, 60) || "unknown";
}

const { emit } = Server.prototype;
Server.prototype.emit = function (event, ...rest) {
  if (event === "request") {
    const [request] = rest;
    const address = senderOf(request);
    request.headers["x-rubrick-address"] = address;
    request.headers["x-forwarded-for"] = address;
  }
  return emit.call(this, event, ...rest);
};
