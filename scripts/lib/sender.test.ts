import { expect, test } from "@jest/globals";
import { senderOf } from "./sender.mjs";

const nobody = new Set<string>();
const proxy = new Set(["127.0.0.1", "10.0.0.1"]);

test.each([
  ["a header that a sender made up is not believed", "8.8.4.1", "1.2.3.4", nobody, "8.8.4.1"],
  ["a trusted proxy is", "127.0.0.1", "1.2.3.4", proxy, "1.2.3.4"],
  ["but not what the sender had told it", "127.0.0.1", "9.9.9.9, 1.2.3.4", proxy, "1.2.3.4"],
  ["proxies in a row are passed", "::ffff:127.0.0.1", "1.2.3.4, 10.0.0.1", proxy, "1.2.3.4"],
  ["a proxy that tells nothing stands for itself", "127.0.0.1", undefined, proxy, "127.0.0.1"],
  ["nothing at all has a name too", undefined, undefined, nobody, "unknown"],
])("%s", (_, socket, header, trusted, expected) => expect(senderOf(socket, header, trusted)).toBe(expected));
