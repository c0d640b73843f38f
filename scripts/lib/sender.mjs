const plain = (address) => (address ?? "").replace(/^::ffff:/, "");

/** A comma-separated list as its parts. */
export const listed = (text) =>
  String(text ?? "")
    .split(",")
    .map((part) => part.trim())
    .filter(Boolean);

/**
 * Where a request really comes from: the socket's address; behind proxies that are trusted, the nearest that is none of
 * them. What stands further left in the header anybody may have made up.
 */
export function senderOf(socketAddress, forwardedFor, trusted) {
  let address = plain(socketAddress);
  const named = listed(forwardedFor);
  while (trusted.has(address) && named.length > 0) address = plain(named.pop());
  return address.slice(0, 60) || "unknown";
}

/** Writes down a heading of a request in the place of whatever its sender says there, however it is read later. */
export function writeDown(request, name, value) {
  request.headers[name] = value;
  const others = request.rawHeaders.flatMap((heading, i, all) =>
    i % 2 === 0 && heading.toLowerCase() !== name ? [heading, all[i + 1]] : [],
  );
  request.rawHeaders = [...others, name, value];
}
