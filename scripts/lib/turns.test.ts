import { EventEmitter } from "node:events";
import { expect, test } from "@jest/globals";
import { callerOf, isProbe, ofAddress, ofSession, ofStrangers, sessionIn, takeTurn } from "./turns.mjs";

const call = (who: string, url: string, log: EventEmitter[], most = ofSession) => {
  const response = new EventEmitter();
  const taken = takeTurn(who, most, { request: { url }, response }, () => log.push(response));
  return { response, taken };
};

test("a session has a few calls in hand, the next come as those end, and others don't wait for them", () => {
  const log: EventEmitter[] = [];
  const calls = Array.from({ length: 20 }, () => call("ines", "/api/me", log));
  expect(log.length).toBe(8);
  call("odile", "/api/me", log);
  expect(log.length).toBe(9);
  log[0]!.emit("close");
  expect(log.length).toBe(10);
  // One that hangs up while it waits is never let in.
  calls[19]!.response.emit("close");
  for (let i = 0; i < log.length; i++) if (i !== 8) log[i]!.emit("close");
  expect(log).not.toContain(calls[19]!.response);
  expect(log.length).toBe(20);
});
test("uploads and downloads don't stand in the way of saving, and have an end too", () => {
  const log: EventEmitter[] = [];
  const uploads = Array.from({ length: 33 }, () => call("tomas", "/api/media?name=a", log));
  expect(uploads.map(({ taken }) => taken).filter(Boolean).length).toBe(32);
  call("tomas", "/api/designs/a/patches", log);
  expect(log.length).toBe(33);
});
test("too many that wait are refused", () => {
  const log: EventEmitter[] = [];
  const taken = Array.from({ length: 300 }, () => call("many", "/api/me", log).taken);
  expect(taken.filter(Boolean).length).toBe(208);
});
test("an address has more than a session, and an end too", () => {
  const log: EventEmitter[] = [];
  for (let i = 0; i < 100; i++) call("10.0.0.1", "/api/me", log, ofAddress);
  expect(log.length).toBe(48);
});
test("live pages of one link, all at one address, each have their stream; a remote beside them is not held up", () => {
  const log: EventEmitter[] = [];
  const request = (path: string) => ({ url: `/api/links/abc/${path}`, headers: {} });
  const [who, most] = callerOf(request("live/events"), "10.0.0.1");
  for (let i = 0; i < 200; i++) expect(call(who, request("live/events").url, log, most).taken).toBe(true);
  expect(log.length).toBe(200);
  call(who, request("press").url, log, most);
  expect(log.length).toBe(201);
  // Another link, and whoever is signed in, are somebody else.
  expect(callerOf({ url: "/api/links/other/live", headers: {} }, "10.0.0.1")[0]).not.toBe(who);
  expect(callerOf({ url: "/api/me", headers: { cookie: "a=b" } }, "10.0.0.1")).toEqual([
    "stranger 10.0.0.1",
    ofStrangers,
  ]);
});
test("a session is the same whatever stands beside its cookie, and however its seal's version is spelled", () => {
  const sealed = "Fe26.2*1*abc~2";
  const said = [
    `rubrick-1=${sealed}`,
    `junk=${"x".repeat(99)}; rubrick-1=${sealed}; more=1`,
    `rubrick-1=${encodeURIComponent(sealed)}`,
    `rubrick-1=Fe26.2*1*abc~2x`,
    `rubrick-1=${sealed}; rubrick-1=other`,
  ];
  expect(new Set(said.map((cookie) => sessionIn(cookie, "rubrick-1")))).toEqual(new Set(["Fe26.2*1*abc"]));
  expect(sessionIn("rubrick-2=abc", "rubrick-1")).toBeUndefined();
  expect(sessionIn("rubrick-1=%E0%A4%A", "rubrick-1")).toBeUndefined();
});
test("who watches over machines waits for nobody", () => {
  expect(["/api/health", "/api/ready?x", "/api/metrics"].map((url) => isProbe({ url }))).toEqual([true, true, true]);
  expect(isProbe({ url: "/api/healthy" })).toBe(false);
});
