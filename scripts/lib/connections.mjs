/*
 * Connections of one address: when there are very many, the oldest on which nothing has been asked gives way, so that
 * nobody keeps others out by holding them open.
 */

const most = 512;
/** A response of which nothing is taken for so long is given up. */
const stalledMs = 30_000;

/** By address: its connections, the oldest first. */
const byAddress = new Map();
const busy = new WeakMap();

/** Takes note of a new connection; ends one of the same address when there are too many. Proxies have no limit. */
export function addConnection(socket, trusted) {
  const address = (socket.remoteAddress ?? "").replace(/^::ffff:/, "");
  if (trusted.has(address)) return;
  const own = byAddress.get(address) ?? new Set();
  byAddress.set(address, own);
  own.add(socket);
  socket.once("close", () => {
    own.delete(socket);
    if (own.size === 0) byAddress.delete(address);
  });
  if (own.size <= most) return;
  const idle = [...own].find((one) => !busy.get(one));
  (idle ?? socket).destroy();
}

/** What is asked on a connection keeps it until it has been answered. */
export function keepConnection({ socket }, response) {
  busy.set(socket, (busy.get(socket) ?? 0) + 1);
  response.once("close", () => busy.set(socket, busy.get(socket) - 1));
}

/** Gives up an answer of which nothing more is taken. */
export function endStalled({ socket }, response) {
  response.setTimeout(stalledMs, () => {
    // A handler that still works, or a stream that has nothing to say, is no answer that nobody reads.
    if (response.writableLength + socket.writableLength > 0) socket.destroy();
  });
}
