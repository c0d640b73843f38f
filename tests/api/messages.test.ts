import { request } from "node:http";
import { afterAll, describe, expect, test } from "@jest/globals";
import type { Output } from "@/core/outputs/output";
import { database, disconnect } from "@/server/db/connection";
import { mostComments } from "@/server/db/comments";
import { addJobs } from "@/server/db/jobs";
import { newId } from "@/server/db/ids";
import { as, base, newRow, releaseId, send, startExport, until, type Reply } from "../support/api";

/* What is refused now and then, in the words that people read. */

afterAll(disconnect);
const stamp = Date.now().toString(36);
const said = ({ status, error }: Reply) => [status, error?.code, error?.message];

/** Signing in from an address of this test's own, which nobody else's failures count for. */
const signIn = (email: string, address: string) =>
  send("POST", "/api/sign-in", {
    body: { email, password: "not the password" },
    headers: { "x-forwarded-for": address },
  });

describe("at the door", () => {
  test("nobody is told which of address and password is wrong", async () => {
    expect(said(await signIn(`somebody-${stamp}@quillmere.example`, `203.0.113.${Date.now() % 250}`))).toEqual([
      401,
      "sign_in_failed",
      "E-mail address and password don’t match. Check both and try again.",
    ]);
  });

  test("very many tries for one account at once don't all wait", async () => {
    const email = `crowd-${stamp}@quillmere.example`;
    const all = Array.from({ length: 26 }, (_, i) => signIn(email, `198.18.${i}.${Date.now() % 250}`));
    // The others are answered more and more slowly: nobody waits for them here.
    const busy = await Promise.any(
      all.map(async (reply) => ((await reply).status === 429 ? reply : Promise.reject(new Error("it waits")))),
    );
    expect(busy.error?.message).toBe(
      "Many are trying to sign in to this account just now. Try again in a moment, or use a browser that you signed in with before.",
    );
  });

  test("without a session, and under another name", async () => {
    expect(said(await send("GET", "/api/exports"))).toEqual([
      401,
      "signed_out",
      "You are signed out. Sign in to go on.",
    ]);
    const { hostname, port } = new URL(base);
    const text = await new Promise<string>((resolve, reject) => {
      const sent = request({ hostname, port, path: "/api/me", headers: { host: "elsewhere.example" } }, (reply) => {
        let body = "";
        reply.on("data", (chunk) => (body += String(chunk)));
        reply.on("end", () => resolve(body));
      });
      sent.on("error", reject);
      sent.end();
    });
    expect(JSON.parse(text).error).toMatchObject({ code: "host", message: "This is not the address of a Rubrick." });
  });
});

describe("of files", () => {
  const finished = async () => {
    const id = await startExport({
      ...{ outputs: ["see-through-master"], formats: ["square"] },
      // Nobody has watched a clip of these words yet.
      values: { fields: { name: `Wren ${stamp}`, role: "Keeper" }, lengthS: 3 },
    });
    await until(
      () => as("ines", "GET", `/api/exports/${id}`),
      ({ data }) => data.state === "done",
    );
    return id;
  };

  test("one that has ended is not cancelled, one that has expired is not downloaded", async () => {
    const id = await finished();
    expect(said(await as("ines", "POST", `/api/exports/${id}/cancel`, {}))).toEqual([
      409,
      "export_ended",
      "This export has already ended; there is nothing to cancel.",
    ]);
    const link = { kind: "proof", of: { exports: [id] } };
    const { path } = (await as("ines", "POST", "/api/made-links", link)).data as { path: string };
    // Of what no browser shows a copy is made first.
    expect(said(await send("GET", `/api/links/${path.split("/").pop()}/watch/${id}`))).toEqual([
      409,
      "copying",
      "A copy that a browser can show is being made. Look again in a moment.",
    ]);
    await database()("export").where({ id }).update({ gone_at: new Date() });
    expect(said(await as("ines", "GET", `/api/exports/${id}/file`))).toEqual([
      410,
      "export_gone",
      "This file has expired. Export it again.",
    ]);
  });

  test("a picture of the house style must have been uploaded", async () => {
    const { revision } = (await as("odile", "GET", "/api/house")).data;
    const picture = { id: `p${stamp}`, name: "Gone", hash: "0".repeat(64), width: 10, height: 10 };
    const patch = [{ op: "add", path: ["pictures", 0], value: picture }];
    const missing = await as("odile", "POST", "/api/house/patches", { revision, patches: patch });
    expect(said(missing)).toEqual([
      422,
      "file_missing",
      "A file that is not here can’t be entered in the house style. Upload it first.",
    ]);
  });
});

describe("of links to a row", () => {
  test("only its own fields are filled in, and only while it is there", async () => {
    const sheet = (await as("ines", "POST", "/api/sheets", { releaseId: await releaseId(), name: "By link" })).data.id;
    const row = await newRow(sheet, {});
    const asked = { kind: "fill", sheet, row };
    const { path } = (await as("ines", "POST", "/api/made-links", asked)).data as { path: string };
    const link = `/api/links/${path.split("/").pop()}/row`;
    await send("GET", link);
    const fill = (column: string) => send("POST", link, { body: { cells: [{ column, to: "Wren" }], ready: false } });
    expect(said(await fill("nothing"))).toEqual([422, "column", "There is no field “nothing” to fill in."]);
    await database()("sheet_row").where({ id: row }).del();
    expect(said(await send("GET", link))).toEqual([
      404,
      "row_gone",
      "What this link was for has been removed. Ask the sender.",
    ]);
  });
});

describe("of a house", () => {
  test("nobody is deactivated in favour of themselves", async () => {
    const { members } = (await as("odile", "GET", "/api/members")).data as { members: { id: string; email: string }[] };
    const { id } = members.find(({ email }) => email.startsWith("ines@"))!;
    expect(said(await as("odile", "POST", `/api/members/${id}`, { active: false, handTo: id }))).toEqual([
      422,
      "heir",
      "Choose an active member who takes over their items.",
    ]);
  });

  test("an order is exported as something", async () => {
    const { orders } = (await as("ines", "GET", "/api/orders?search=accounts")).data as { orders: { id: string }[] };
    const asked = { formats: ["wide"], outputs: ["see-through-clip"], whole: false, parts: false };
    expect(said(await as("ines", "POST", `/api/orders/${orders[0]!.id}/clips`, asked))).toEqual([
      422,
      "order_nothing",
      "Choose the whole film, the single graphics, or both.",
    ]);
  });

  test("there are so many outputs and sets, and never no output", async () => {
    const db = database();
    const rows: Record<string, unknown>[] = await db("output");
    const outputs = rows.map(
      ({ settings }) => (typeof settings === "string" ? JSON.parse(settings) : settings) as Output,
    );
    const fillers = Array.from({ length: 100 }, (_, i) => {
      const id = `filler-${i}`;
      return { id, settings: JSON.stringify({ ...outputs[0], id, name: `Filler ${i}` }), position: 1000 + i };
    });
    try {
      await db("output").insert(fillers);
      const { id: _, ...one } = outputs[0]!;
      const more = await as("tomas", "POST", "/api/outputs", { output: { ...one, id: `more-${stamp}`, name: "More" } });
      expect(said(more)).toEqual([422, "too_many", "There are 100 outputs already. Remove some first."]);
      await db("output").del();
      await db("output").insert(fillers[0]!);
      expect(said(await as("tomas", "POST", "/api/outputs/filler-0/remove", {}))).toEqual([
        409,
        "last_output",
        "This is the only output; without one nothing can be made.",
      ]);
    } finally {
      await db("output").del();
      await db("output").insert(rows);
    }
    const sets = Array.from({ length: 50 }, (_, i) => ({
      ...{ id: `filler-${i}`, name: `Filler ${i}`, outputs: JSON.stringify([outputs[0]!.id]), position: 1000 + i },
    }));
    try {
      await db("output_set").insert(sets);
      const set = { id: `more-${stamp}`, name: "More", outputs: [outputs[0]!.id] };
      expect(said(await as("tomas", "POST", "/api/outputs/sets", { set }))).toEqual([
        422,
        "too_many",
        "There are 50 sets already. Remove some first.",
      ]);
    } finally {
      await db("output_set").where("id", "like", "filler-%").del();
    }
  });

  test("there are so many saved moves", async () => {
    const db = database();
    const { moves } = (await as("tomas", "GET", "/api/moves")).data as { moves: { document: { name: string } }[] };
    const [{ document }] = moves as [(typeof moves)[number]];
    const rows = Array.from({ length: 500 }, (_, i) => ({
      ...{ id: `filler-${i}`, name: `Filler ${i}`, document: JSON.stringify(document), changed_by: null },
    }));
    try {
      await db("saved_move").insert(rows);
      expect(said(await as("tomas", "POST", "/api/moves", { document: { ...document, name: "More" } }))).toEqual([
        422,
        "too_many",
        "There are 500 saved moves already. Remove some first.",
      ]);
    } finally {
      await db("saved_move").where("id", "like", "filler-%").del();
    }
  });
});

test("a design whose check has failed just now says why", async () => {
  const { data: draft } = await as("tomas", "POST", "/api/designs", { name: `Heavy ${stamp}`, copyOf: "name-strap" });
  const { revision } = (await as("tomas", "GET", `/api/designs/${draft.id}`)).data;
  const { revision: houseRevision } = (await as("odile", "GET", "/api/house")).data;
  const payload = { designId: draft.id, revision, houseRevision };
  const subject = `${draft.id} ${revision} ${houseRevision}`;
  const owner = await database()("member").where({ email: "tomas@quillmere.example" }).first();
  const [job] = await addJobs(database(), owner.id, [{ kind: "check", payload, subject, costS: 1 }]);
  const message = `This design can’t be checked: it is too heavy (${newId()}).`;
  await database()("job").where({ id: job }).update({ state: "failed", error: message, ended_at: new Date() });
  expect(said(await as("tomas", "POST", `/api/designs/${draft.id}/publish`, { revision }))).toEqual([
    422,
    "too_heavy",
    message,
  ]);
});

test("a link takes so many comments and replies, and says that an e-mail is the way then", async () => {
  const id = await startExport();
  const { requestId } = await until(
    () => database()("export").where({ id }).first({ state: "state", requestId: "request_id" }),
    ({ state }) => state === "done",
  );
  const { data: link } = await as("ines", "POST", "/api/made-links", {
    ...{ kind: "proof", of: { exports: [id] }, name: `Talkative ${stamp}`, days: 3 },
  });
  const comments = `/api/links/${link.path.split("/").at(-1)}/comments`;
  const comment = { export: id, who: "Wren", text: "Slower, please." };
  const first = await send("POST", comments, { body: comment });
  expect(first.status).toBe(200);
  const filler = (replyTo: string | null) =>
    Array.from({ length: mostComments }, () => ({
      ...{ id: newId(), link_id: link.id, export_id: id, who: "Wren", words: "More", reply_to: replyTo },
    }));
  await database()("link_word").insert([...filler(null), ...filler(first.data.id)]);
  const full = (what: string) => [
    429,
    "many_comments",
    `This link has too many ${what} already. Write an e-mail instead.`,
  ];
  expect(said(await send("POST", comments, { body: comment }))).toEqual(full("comments"));
  const reply = { to: first.data.id, text: "Done." };
  expect(said(await as("ines", "POST", `/api/requests/${requestId}/comments`, reply))).toEqual(full("replies"));
  await database()("link_word").where({ link_id: link.id }).del();
});
