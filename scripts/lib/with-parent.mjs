import { Server } from "node:http";
import { listed, senderOf } from "./sender.mjs";

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
const trusted = new Set(listed(process.env.TRUSTED_PROXIES));

const { emit } = Server.prototype;
Server.prototype.emit = function (event, ...rest) {
  if (event === "request") {
    const [{ headers, socket }] = rest;
    const address = senderOf(socket.remoteAddress, headers["x-forwarded-for"], trusted);
    headers["x-rubrick-address"] = address;
    headers["x-forwarded-for"] = address;
  }
  return emit.call(this, event, ...rest);
};
