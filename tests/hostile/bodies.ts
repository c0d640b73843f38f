import { as, cookieOf, releaseId, send, type Who } from "../support/api";
import { beginWithPanel } from "../support/panel-design";
import type { Answer, Input } from "./input";

/* Bodies of requests: documents, changes of documents, fill-ins, sign-ins. */

const answerOf = ({ status, error }: { status: number; error: { message: string } | undefined }): Answer => ({
  status,
  message: error?.message,
});
const ask = async (who: Who, path: string, body: unknown) => answerOf(await as(who, "POST", path, body));
const raw = async (who: Who, path: string, text: string | Buffer) =>
  answerOf(await send("POST", path, { cookie: await cookieOf(who), raw: text }));

let draft: Promise<string> | undefined;
/** One draft that all changes are tried on. */
const draftId = () => (draft ??= beginWithPanel("Hostile").then(({ data }) => data.id));
const bench = async () => (await as("tomas", "GET", `/api/designs/${await draftId()}`)).data;
const putAway = async () => as("tomas", "POST", `/api/designs/${await draftId()}/about`, { archived: true });

const change = (patches: unknown) => async () => {
  const { revision } = await bench();
  return ask("tomas", `/api/designs/${await draftId()}/patches`, { revision, patches });
};
const put = (path: unknown[], value: unknown) => change([{ op: "replace", path, value }]);
const add = (path: unknown[], value: unknown) => change([{ op: "add", path, value }]);
const inHouse = (patches: unknown) => async () => {
  const { revision } = (await as("tomas", "GET", "/api/house")).data;
  return ask("tomas", "/api/house/patches", { revision, patches });
};
/** The draft's document as it would be with its layers exchanged. */
const withLayers = (layers: (first: Record<string, unknown>) => unknown[]) => async () => {
  const { revision, document } = await bench();
  const whole = { ...document, layers: layers(document.layers[0]) };
  return ask("tomas", `/api/designs/${await draftId()}/replace`, { revision, document: whole });
};
const rawPatch = (value: string) => async () => {
  const { revision } = await bench();
  const patches = `[{"op":"replace","path":["layers",0,"opacity"],"value":${value}}]`;
  return raw("tomas", `/api/designs/${await draftId()}/patches`, `{"revision":${revision},"patches":${patches}}`);
};
/** A value that takes a while to write down: written before anybody looks at the clock, since it is we who watch it. */
const large = (name: string, value: () => string, revision?: number): Input => ({
  ...{ name, gets: "refused" },
  prepare: async () => {
    const now = revision ?? (await bench()).revision;
    const patches = `[{"op":"replace","path":["layers",0,"opacity"],"value":${value()}}]`;
    return Buffer.from(`{"revision":${now},"patches":${patches}}`);
  },
  send: async (body) => raw("tomas", `/api/designs/${await draftId()}/patches`, body),
});
const fill = (more: object) => async () =>
  ask("ines", "/api/exports", {
    releaseId: await releaseId(),
    values: { fields: { name: "Ada Fernsby" }, lengthS: 3 },
    formats: ["wide"],
    outputs: ["see-through-clip"],
    ...more,
  });
const named = (name: string) => fill({ values: { fields: { name }, lengthS: 3 } });
const wide = (keys: number) => `{${Array.from({ length: keys }, (_, i) => `"é${i}":${i}`).join()}}`;
const nested = (depth: number) => `${"[".repeat(depth)}${"]".repeat(depth)}`;
const picture = { id: "x", name: "X", width: 9, height: 9, hash: "0".repeat(64) };

const refused = (name: string, run: Input["send"], short = false): Input => ({
  name,
  gets: "refused",
  send: run,
  short,
});
const taken = (name: string, run: Input["send"], short = false): Input => ({ name, gets: "taken", send: run, short });
const any = (name: string, run: Input["send"], short = false): Input => ({ name, gets: "any", send: run, short });

const changes: Input[] = [
  refused("a list made a hundred million long", put(["layers", "length"], 1e8), true),
  refused("an entry far beyond a list's end", add(["layers", 100000], { id: "far" })),
  refused("a place before a list's beginning", add(["layers", -1], {})),
  refused(
    "five thousand entries, each at the front",
    change(Array.from({ length: 5000 }, () => ({ op: "add", path: ["layers", 0], value: {} }))),
    true,
  ),
  refused(
    "five thousand and one changes",
    change(Array.from({ length: 5001 }, () => ({ op: "replace", path: ["about"], value: "" }))),
  ),
  refused("no change at all", change([])),
  { ...large("a value of 400,000 properties", () => wide(400_000)), short: true },
  large("the same on a revision that is long over", () => wide(400_000), 1),
  large("five megabytes of small objects", () => `[${"{},".repeat(1_600_000)}{}]`),
  refused("the prototype", add(["__proto__", "polluted"], true), true),
  refused("the constructor", put(["constructor", "prototype", "polluted"], true)),
  refused("a prototype further in", put(["layers", 0, "__proto__", "x"], 1)),
  refused("the whole document", put([], {})),
  refused(
    "a path of forty-one steps",
    put(
      Array.from({ length: 41 }, () => "layers"),
      1,
    ),
  ),
  refused("a step of a hundred and one letters", put(["x".repeat(101)], 1)),
  refused("another operation", change([{ op: "move", path: ["about"], value: "" }])),
  refused("an opacity of 1e308", rawPatch("1e308")),
  refused("an opacity beyond all numbers", rawPatch("1e999")),
  refused("an opacity that is no number", rawPatch("NaN")),
  refused(
    "a value nested a hundred thousand deep",
    async () => raw("tomas", `/api/designs/${await draftId()}/patches`, `{"revision":1,"patches":${nested(100_000)}}`),
    true,
  ),
  refused("a value nested sixty-one deep", rawPatch(nested(61))),
  refused("a name of two million letters", put(["name"], "x".repeat(2_000_000))),
  {
    name: "nine megabytes",
    gets: "refused",
    prepare: () => Buffer.from(`"${"x".repeat(9_000_000)}"`),
    send: async (body) => raw("tomas", `/api/designs/${await draftId()}/patches`, body),
  },
  taken("half of a pair of letters in a name", put(["about"], "\ud800 half"), true),
  taken("a name of no width", put(["layers", 0, "name"], "\u200b\u200b"), true),
  taken("a name that turns text round", put(["layers", 0, "name"], "\u202eevil"), true),
  taken("a name with a zero in it", put(["layers", 0, "name"], "a\u0000b")),
  refused("a revision before the first", async () =>
    ask("tomas", `/api/designs/${await draftId()}/patches`, { revision: 0, patches: [] }),
  ),
  refused("a revision that will not come", async () =>
    ask("tomas", `/api/designs/${await draftId()}/patches`, {
      revision: 1e9,
      patches: [{ op: "replace", path: ["about"], value: "" }],
    }),
  ),
  refused("a revision that is half", async () =>
    ask("tomas", `/api/designs/${await draftId()}/patches`, { revision: 1.5, patches: [] }),
  ),
  refused("the draft under another id", put(["id"], "another"), true),
  {
    name: "no layer at all, and all of them again",
    gets: "taken",
    send: async () => {
      const { document } = await bench();
      const emptied = await put(["layers"], [])();
      return emptied.status === 200 ? put(["layers"], document.layers)() : emptied;
    },
  },
  refused(
    "two thousand and one layers",
    withLayers((first) => Array.from({ length: 2001 }, (_, i) => ({ ...first, id: `l${i}` }))),
  ),
  refused(
    "two layers of one id",
    withLayers((first) => [first, first]),
  ),
  refused(
    "a layer called like a box",
    withLayers((first) => [{ ...first, id: "format" }]),
  ),
  any(
    "a layer that lies in itself",
    withLayers((first) => [{ ...first, group: first.id }]),
  ),
  refused(
    "a colour of a million figures",
    put(["layers", 0, "fill"], { kind: "plain", colour: `#${"0".repeat(1e6)}` }),
  ),
  any("a format that the house has not", put(["formats"], ["round"])),
  refused("a clip of no length", put(["length"], { default: 0, min: 0, max: 0 })),
  refused(
    "a pattern that never ends",
    add(["fields", 0], { id: "f", label: "F", kind: "line", drives: [], pattern: { example: "(a+)+$".repeat(50) } }),
  ),
  refused(
    "a sum of ten thousand brackets",
    add(["layers", 0, "links", 0], {
      to: "opacity",
      kind: "sum",
      sum: `${"(".repeat(10_000)}1${")".repeat(10_000)}`,
      sources: [],
    }),
  ),
  refused(
    "sixty-five fields",
    put(
      ["fields"],
      Array.from({ length: 65 }, (_, i) => ({ id: `f${i}`, label: "F", kind: "toggle", default: false, drives: [] })),
    ),
  ),
  refused("a text where a list belongs", put(["layers"], "layers")),
  // Last, because all that follows would have to carry them.
  any(
    "two thousand layers",
    withLayers((first) => Array.from({ length: 2000 }, (_, i) => ({ ...first, id: `l${i}` }))),
  ),
];

const houses: Input[] = [
  refused("a picture that was never uploaded", inHouse([{ op: "add", path: ["pictures", 0], value: picture }]), true),
  refused(
    "a font that was never uploaded",
    inHouse([
      {
        op: "add",
        path: ["fonts", 0],
        value: { id: "x", family: "X", weight: 400, italic: false, hash: "0".repeat(64) },
      },
    ]),
  ),
  refused(
    "a sound that was never uploaded",
    inHouse([{ op: "add", path: ["sounds", 0], value: { id: "x", name: "X", hash: "0".repeat(64), durationS: 1 } }]),
  ),
  refused(
    "a video that was never uploaded",
    inHouse([{ op: "add", path: ["videos", 0], value: { ...picture, fps: { num: 25, den: 1 }, frames: 9 } }]),
  ),
  refused("no colour at all", inHouse([{ op: "replace", path: ["colours"], value: [] }])),
  refused(
    "a format of a thousand million pixels",
    inHouse([{ op: "replace", path: ["formats", 0, "width"], value: 1e9 }]),
  ),
  refused("a format of odd sides", inHouse([{ op: "replace", path: ["formats", 0, "width"], value: 63 }])),
  refused("a house without a version", inHouse([{ op: "remove", path: ["version"] }])),
  refused("the house's prototype", inHouse([{ op: "add", path: ["__proto__", "x"], value: 1 }])),
  refused(
    "a hundred thousand outlines in a mark",
    inHouse([
      {
        op: "add",
        path: ["marks", 0],
        value: {
          id: "x",
          name: "X",
          drawing: {
            width: 9,
            height: 9,
            shapes: Array.from({ length: 100_000 }, () => ({ d: "M0 0H9V9Z", colour: "#000000ff" })),
          },
        },
      },
    ]),
  ),
  refused("a part of the house called constructor", () =>
    ask("tomas", "/api/house/remove", { kind: "constructor", id: "x", revision: 1 }),
  ),
  refused("a removal that is none", () => ask("tomas", "/api/house/undo", { removal: "0".repeat(20) })),
];

const fillIns: Input[] = [
  refused("a field called constructor", fill({ values: { fields: { name: "Ada", constructor: "x" } } }), true),
  refused("a field called __proto__", async () =>
    raw(
      "ines",
      "/api/exports",
      `{"releaseId":"${await releaseId()}","values":{"fields":{"__proto__":"x"}},"formats":["wide"],"outputs":["see-through-clip"]}`,
    ),
  ),
  refused(
    "a hundred thousand fields",
    fill({ values: { fields: Object.fromEntries(Array.from({ length: 10_000 }, (_, i) => [`f${i}`, "x"])) } }),
  ),
  refused("a name of no width", named("\u200b\u2060\ufe0f"), true),
  refused("a name of nothing but a blank pattern", named("\u2800\u2800")),
  refused("a name that turns text round", named("Ada \u202eMoss")),
  refused("a name with a bell", named("Ada\u0007Moss")),
  refused("a name of two thousand marks on one letter", named(`A${"\u0301".repeat(2001)}`)),
  refused("a name of two thousand letters", named("x".repeat(2001))),
  refused("a name with half of a pair", named("Ada \ud83c"), true),
  taken("a name of one picture made of many", named("Ada 👩‍👩‍👧‍👦")),
  taken("a name that is an order to a database", named("'; drop table member; --")),
  taken("a name that is a formula", named("=1+1|cmd")),
  taken("a name that is a path", named("../../etc/passwd")),
  taken("a name that is a page", named("<img src=x onerror=alert(1)>")),
  refused("a length of 1e308", fill({ values: { fields: { name: "Ada" }, lengthS: 1e308 } })),
  refused("a thousand formats", fill({ formats: Array.from({ length: 1000 }, () => "wide") })),
  refused("an id that is a thing", fill({ releaseId: { $ne: "" } })),
  refused("a list as a body", () => ask("ines", "/api/exports", [])),
  refused("a word as a body", () => raw("ines", "/api/exports", '"word"')),
  refused("nothing as a body", () => raw("ines", "/api/exports", "")),
  refused("half of a body", () => raw("ines", "/api/exports", '{"releaseId":')),
  refused("a body in another script", () =>
    raw("ines", "/api/exports", Buffer.from("{}", "utf16le").toString("latin1")),
  ),
  refused(
    "sixty-five reasons",
    fill({ accepted: Array.from({ length: 65 }, () => ({ check: "x", reason: "a reason" })) }),
  ),
  refused("a priority of one's own", fill({ priority: 1e9 })),
  refused("three hundred kilobytes", fill({ more: "x".repeat(300_000) })),
];

const others: Input[] = [
  refused("a password of a megabyte", () =>
    ask("ines", "/api/sign-in", { email: "ines@quillmere.example", password: "x".repeat(1e6) }),
  ),
  refused("an address that is a thing", () => ask("ines", "/api/sign-in", { email: { $gt: "" }, password: "x" })),
  refused("an address that is an order to a database", () =>
    ask("ines", "/api/sign-in", { email: "' or 1=1 -- ", password: "x" }),
  ),
  refused("a design without a name", () => ask("tomas", "/api/designs", { name: "   " })),
  refused("a design of a hundred thousand letters", () => ask("tomas", "/api/designs", { name: "x".repeat(100_000) })),
  refused("a copy of what is not there", () =>
    ask("tomas", "/api/designs", { name: "Copy", copyOf: "no-such-design" }),
  ),
  refused("a copy of a prototype", () => ask("tomas", "/api/designs", { name: "Copy", copyOf: "__proto__" })),
  {
    name: "twenty designs of one name at once",
    gets: "taken",
    short: true,
    send: async () => {
      const made = await Promise.all(
        Array.from({ length: 20 }, () => as("tomas", "POST", "/api/designs", { name: "Twenty" })),
      );
      for (const { data } of made)
        if (data) await as("tomas", "POST", `/api/designs/${data.id}/about`, { archived: true });
      const wrong = made.find(({ status }) => status !== 200);
      const different = new Set(made.map(({ data }) => data?.id)).size === 20;
      return wrong ? answerOf(wrong) : { status: different ? 200 : 500 };
    },
  },
  refused("thirteen tags", async () =>
    ask("tomas", `/api/designs/${await draftId()}/about`, { tags: Array.from({ length: 13 }, (_, i) => `t${i}`) }),
  ),
  refused("a reason that is none", async () =>
    ask("tomas", `/api/designs/${await draftId()}/publish`, { revision: 1, accepted: [{ check: "x", reason: " " }] }),
  ),
  refused("a saved move without a move", () => ask("tomas", "/api/moves", { document: {} })),
  {
    name: "the draft that all this was done to, put away",
    gets: "taken",
    short: true,
    send: async () => answerOf(await putAway()),
  },
];

export const bodies: readonly Input[] = [...changes, ...houses, ...fillIns, ...others];
