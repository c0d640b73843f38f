import { describe, expect, test } from "@jest/globals";
import { EncodeError } from "@/render/ffmpeg";
import { FootageError } from "@/render/footage";
import { Refusal } from "@/server/refusal";
import { failing, isByMachine, Stopped } from "./failing";
import { jobKinds } from "./jobs/kinds";
import { MissedRows } from "./jobs/rows";

const system = (code: string) => Object.assign(new Error(`${code}: /srv/house/secret`), { code });

describe("what every job may fail of", () => {
  test.each([
    [system("ENOSPC"), "The disk is full. Free some space, then try again."],
    [new Stopped("late"), "This took far too long and was stopped. Try again; if it happens again, tell the owner."],
    [new TypeError("x is undefined"), "The file could not be made. Try again; if it fails again, tell the owner."],
  ])("%s is told in words that name no path and no code, and is tried again", (error, message) => {
    expect(failing(error)).toEqual({ message, final: false });
  });
  test("a full disk and a killed encoder are the machine's fault, and cost no attempt", () => {
    const encoder = (reason: EncodeError["reason"]) => new EncodeError("", reason, "");
    expect([system("ENOSPC"), encoder("killed"), encoder("disk_full")].map(isByMachine)).toEqual([true, true, true]);
    expect([system("ENOENT"), encoder("failed"), new Error("x")].map(isByMachine)).toEqual([false, false, false]);
  });
});

describe("what a kind of job says itself", () => {
  const refused = new Refusal(422, "svg", "This SVG can’t be used: it has a script.");
  test.each([
    ["rows", new MissedRows(1), "One row could not be reviewed; the others were.", true],
    ["rows", new MissedRows(3), "3 rows could not be reviewed; the others were.", true],
    ["ingest", refused, refused.message, true],
    ["ingest", new Error("moov atom not found"), "This file can’t be read. It may be damaged.", true],
    ["adopt", system("ENOENT"), "This package has expired. Upload it again.", true],
    ["render", new FootageError("The footage has sound only and no picture. Choose a video."), /sound only/, true],
    [
      ...(["render", new EncodeError("ffmpeg: x", "killed", "")] as const),
      ...([
        "The encoder stopped before the clip was whole. Try again; if it fails again, tell the owner.",
        false,
      ] as const),
    ],
  ] as const)("%s: %s", (kind, error, message, final) => {
    const said = jobKinds[kind].failing?.(error);
    expect(said?.final).toBe(final);
    expect(said?.message).toMatch(message);
  });
  test("a kind that knows nothing of it leaves it to what holds for all", () => {
    expect(jobKinds.ingest.failing?.(system("ENOSPC"))).toBeUndefined();
    expect(jobKinds.adopt.failing?.(new Error("x"))).toBeUndefined();
    expect(jobKinds.render.failing?.(new Error("x"))).toBeUndefined();
  });
});
