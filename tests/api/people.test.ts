import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { generateSync } from "otplib";
import { database, disconnect } from "@/server/db/connection";
import { addLink } from "@/server/db/links";
import { as, base, cookieOf, newRow, send, sessionOf, startExport, until } from "../support/api";
afterAll(() => disconnect());

const stamp = Date.now().toString(36);
const password = "a long enough password";

/** The newest letter to somebody, and the path that stands in it. */
async function letterTo(email: string): Promise<{ subject: string; path: string }> {
  const { letters } = (await as("odile", "GET", "/api/letters")).data;
  const letter = letters.find(({ to }: { to: string }) => to === email);
  return { subject: letter.subject, path: new URL(/https?:\/\/\S+/.exec(letter.words)![0]).pathname };
}

/** Invites somebody and joins as them; answers their id, address and cookie. */
async function joined(name: string, role: "contributor" | "designer" | "owner") {
  const email = `${name.toLowerCase()}-${stamp}@quillmere.example`;
  const invited = await as("odile", "POST", "/api/members", { email, name, role });
  expect(invited.status).toBe(200);
  const { path } = await letterTo(email);
  expect(path).toBe(invited.data.path);
  const reply = await send("POST", `/api/links/${path.split("/").pop()}/invitation`, { body: { name, password } });
  expect(reply.status).toBe(200);
  return { id: reply.data.id as string, email, cookie: sessionOf(reply) };
}

/** From an address of this run's own, so that what failed elsewhere within the quarter of an hour doesn't count. */
const address = `198.51.100.${Date.now() % 254}`;
const signIn = (email: string, more: object = {}, withPassword = password) =>
  send("POST", "/api/sign-in", {
    body: { email, password: withPassword, ...more },
    headers: { "x-forwarded-for": address },
  });

const change = (id: string, body: object, who: "odile" | "tomas" = "odile") =>
  as(who, "POST", `/api/members/${id}`, body);

describe("members", () => {
  test("are invited by letter, get another role at once, and are told apart from who is only invited", async () => {
    const wren = await joined("Wren", "contributor");
    expect((await send("GET", "/api/designs", { cookie: wren.cookie })).status).toBe(403);
    expect((await change(wren.id, { role: "designer" })).status).toBe(200);
    expect((await send("GET", "/api/designs", { cookie: wren.cookie })).status).toBe(200);
    const again = await as("odile", "POST", "/api/members", { email: wren.email, name: "W", role: "owner" });
    expect([again.status, again.error!.code]).toEqual([409, "member_already"]);
    const other = `heron-${stamp}@quillmere.example`;
    await as("odile", "POST", "/api/members", { email: other, name: "Heron", role: "contributor" });
    const { members, invitations } = (await as("odile", "GET", "/api/members")).data;
    expect(members.some(({ email }: { email: string }) => email === other)).toBe(false);
    const invitation = invitations.find(({ email }: { email: string }) => email === other);
    const { path } = await letterTo(other);
    expect((await as("odile", "POST", `/api/made-links/${invitation.id}/revoke`, {})).status).toBe(200);
    const late = await send("POST", `/api/links/${path.split("/").pop()}/invitation`, {
      body: { name: "H", password },
    });
    expect(late.status).toBe(404);
  });

  test("who is deactivated is out at once, and what they held is somebody else’s", async () => {
    const finch = await joined("Finch", "contributor");
    const release = (await as("ines", "GET", "/api/releases")).data.releases[0];
    const sheet = await send("POST", "/api/sheets", {
      cookie: finch.cookie,
      body: { releaseId: release.id, name: "Finch’s sheet" },
    });
    const tomas = (await as("tomas", "GET", "/api/me")).data;
    expect((await change(finch.id, { active: false, handTo: finch.id })).status).toBe(422);
    expect((await change(finch.id, { active: false, handTo: tomas.id })).status).toBe(200);
    expect((await send("GET", "/api/releases", { cookie: finch.cookie })).status).toBe(401);
    expect((await signIn(finch.email)).status).toBe(401);
    const row = await database()("sheet").where({ id: sheet.data.id }).first("made_by");
    expect(row.made_by).toBe(tomas.id);
    expect((await change(finch.id, { active: true })).status).toBe(200);
    expect((await signIn(finch.email)).status).toBe(200);
    await change(finch.id, { active: false, handTo: tomas.id });
    const again = await as("odile", "POST", "/api/members", { email: finch.email, name: "F", role: "contributor" });
    expect([again.status, again.error!.code]).toEqual([409, "member_already"]);
    expect(again.error!.message).toContain("deactivated");
  });

  test("who asks for the dearest over and over is told when to go on, and nobody else is", async () => {
    const [swift, martin] = [await joined("Swift", "contributor"), await joined("Martin", "contributor")];
    const ask = ({ cookie }: { cookie: string }) => send("POST", "/api/me/password", { cookie, body: {} });
    let reply = await ask(swift);
    for (let i = 0; i < 300 && reply.status === 422; i++) reply = await ask(swift);
    expect([reply.status, reply.error!.code]).toEqual([429, "too_often"]);
    expect(reply.error!.message).toMatch(/Try again in \d+ minutes?\./);
    // What costs nothing goes on.
    expect((await send("GET", "/api/releases", { cookie: swift.cookie })).status).toBe(200);
    expect((await ask(martin)).status).toBe(422);
  });

  test("the last owner can’t leave, and nobody but an owner changes anybody", async () => {
    const odile = (await as("odile", "GET", "/api/me")).data;
    const before = (await as("odile", "GET", "/api/members")).data.members;
    const owners = before.filter(({ role, active }: { role: string; active: boolean }) => role === "owner" && active);
    expect(owners).toHaveLength(1);
    for (const body of [{ role: "designer" }, { active: false }]) {
      const refused = await change(odile.id, body);
      expect([refused.status, refused.error!.code]).toEqual([409, "last_owner"]);
    }
    expect((await change(odile.id, { role: "designer" }, "tomas")).status).toBe(403);
    expect((await change("0".repeat(20), { role: "designer" })).status).toBe(404);
    expect((await change(odile.id, {})).status).toBe(422);
  });
});

describe("what another contributor has made", () => {
  test("a sheet, a running order and a live page with its links are archived and ended by their maker or a designer", async () => {
    const siskin = await joined("Siskin", "contributor");
    const bySiskin = (path: string, body: unknown = {}) => send("POST", path, { cookie: siskin.cookie, body });
    const [first] = (await as("ines", "GET", "/api/releases")).data.releases;
    const sheet = (await as("ines", "POST", "/api/sheets", { releaseId: first.id, name: "Not Siskin’s" })).data.id;
    const order = (await as("ines", "POST", "/api/orders", { name: "Not Siskin’s" })).data.id;
    const { id: live } = (await as("ines", "POST", `/api/orders/${order}/live`, { name: "Hall", format: "wide" })).data;
    const { id: link } = (await as("ines", "POST", `/api/live/${live}/links`, { kind: "remote" })).data;
    const tries: [path: string, body?: object][] = [
      [`/api/sheets/${sheet}/about`, { removed: true }],
      [`/api/live/${live}/links/${link}/revoke`],
      [`/api/live/${live}/remove`],
      [`/api/orders/${order}/remove`],
    ];
    for (const [path, body] of tries) {
      const refused = await bySiskin(path, body);
      expect([path, refused.status, refused.error?.code]).toEqual([path, 403, "not_yours"]);
    }
    // Working in it is everybody's.
    expect((await bySiskin(`/api/sheets/${sheet}/about`, { name: "Shared" })).status).toBe(200);
    for (const [path, body] of tries)
      expect([path, (await as("ines", "POST", path, body)).status]).toEqual([path, 200]);
    const restore = [`/api/sheets/${sheet}/about`, { removed: false }] as const;
    expect((await bySiskin(...restore)).error?.code).toBe("not_yours");
    expect((await as("tomas", "POST", ...restore)).status).toBe(200);
    expect((await as("ines", "GET", `/api/sheets/${sheet}`)).data.name).toBe("Shared");
    expect((await bySiskin(`/api/orders/${order}/restore`)).error?.code).toBe("not_yours");
    expect((await bySiskin(`/api/orders/${"0".repeat(20)}/remove`)).status).toBe(404);
    await as("ines", "POST", `/api/sheets/${sheet}/about`, { removed: true });
  });
});

describe("one’s own account", () => {
  test("shows its devices; one is signed out, a new password signs out all others", async () => {
    const lark = await joined("Lark", "contributor");
    const [second, third] = [await signIn(lark.email), await signIn(lark.email)].map(sessionOf) as [string, string];
    const account = async (cookie: string) => send("GET", "/api/me/account", { cookie });
    const { devices } = (await account(lark.cookie)).data;
    expect(devices).toHaveLength(3);
    expect(devices.filter(({ here }: { here: boolean }) => here)).toHaveLength(1);
    const foreign = (await as("ines", "GET", "/api/me/account")).data.devices[0].id;
    const post = (path: string, body: object) => send("POST", path, { cookie: lark.cookie, body });
    expect((await post(`/api/me/devices/${foreign}/end`, {})).status).toBe(404);
    expect((await as("ines", "GET", "/api/me/account")).status).toBe(200);
    const wrong = await post("/api/me/password", { password: "not this one at all", next: "another long password" });
    expect([wrong.status, wrong.error!.where]).toEqual([422, "password"]);
    expect((await account(second)).status).toBe(200);
    expect((await post("/api/me/password", { password, next: "another long password" })).status).toBe(200);
    expect((await account(second)).status).toBe(401);
    expect((await account(third)).status).toBe(401);
    expect((await account(lark.cookie)).status).toBe(200);
    expect((await signIn(lark.email)).status).toBe(401);
    expect((await signIn(lark.email, {}, "another long password")).status).toBe(200);
    expect((await post("/api/me/name", { name: "  Lark Sedge " })).status).toBe(200);
    expect((await account(lark.cookie)).data.member.name).toBe("Lark Sedge");
  });

  test("a second factor is asked for, each of its codes is good once, and a spare one helps who has lost it", async () => {
    const rook = await joined("Rook", "contributor");
    const post = (path: string, body: object) => send("POST", path, { cookie: rook.cookie, body });
    const { secret, sealed, uri, picture } = (await post("/api/me/second-factor/start", {})).data;
    expect(uri).toContain("otpauth://totp/");
    expect(picture).toMatch(/^data:image\/svg/);
    expect((await signIn(rook.email)).status).toBe(200);
    const wrong = await post("/api/me/second-factor/confirm", { sealed, code: "000000" });
    expect([wrong.status, wrong.error!.code]).toEqual([422, "code"]);
    const code = generateSync({ secret });
    const confirmed = await post("/api/me/second-factor/confirm", { sealed, code });
    expect(confirmed.data.codes).toHaveLength(8);
    // Another device can't take its place without the password, also not one that was begun before.
    for (const [path, body] of [
      ["start", {}],
      ["confirm", { sealed, code }],
    ] as const)
      expect((await post(`/api/me/second-factor/${path}`, body)).error!.code).toBe("factor_on");
    const without = await signIn(rook.email);
    expect([without.status, without.error!.code]).toEqual([401, "code_needed"]);
    expect((await signIn(rook.email, { code })).error!.code).toBe("code_wrong");
    expect((await signIn(rook.email, { code: "123456" })).error!.code).toBe("code_wrong");
    // The next step of time has another one, which clocks that run ahead may show already.
    const next = generateSync({ secret, epoch: Math.floor(Date.now() / 1000) + 30 });
    expect((await signIn(rook.email, { code: next })).status).toBe(200);
    const spare = confirmed.data.codes[0].toLowerCase();
    expect((await signIn(rook.email, { code: spare })).status).toBe(200);
    expect((await signIn(rook.email, { code: spare })).status).toBe(401);
    expect((await send("GET", "/api/me/account", { cookie: rook.cookie })).data).toMatchObject({
      secondFactor: true,
      spareCodes: 7,
    });
    expect(JSON.stringify(await database()("member").where({ id: rook.id }).first())).not.toContain(secret);
    // Sealed with another SESSION_SECRET the device is of no use; spare codes are.
    await database()("member").where({ id: rook.id }).update({ second_factor: "sealed elsewhere" });
    expect((await signIn(rook.email, { code: generateSync({ secret }) })).error!.code).toBe("code_wrong");
    expect((await signIn(rook.email, { code: confirmed.data.codes[1] })).status).toBe(200);
    expect((await change(rook.id, { secondFactor: false })).status).toBe(200);
    expect((await signIn(rook.email)).status).toBe(200);
  });

  test("who has forgotten the password gets a letter, once good, and nobody learns who is a member", async () => {
    const teal = await joined("Teal", "contributor");
    const ask = (email: string) => send("POST", "/api/password/forgotten", { body: { email } });
    const [known, unknown] = [await ask(teal.email), await ask(`nobody-${stamp}@quillmere.example`)];
    expect([known.status, known.data]).toEqual([unknown.status, unknown.data]);
    const { path } = await letterTo(teal.email);
    const token = path.split("/").pop();
    const choose = () => send("POST", `/api/links/${token}/password`, { body: { password: "a third long password" } });
    expect((await choose()).status).toBe(200);
    expect((await choose()).status).toBe(404);
    expect((await send("GET", "/api/me/account", { cookie: teal.cookie })).status).toBe(401);
    expect((await signIn(teal.email, {}, "a third long password")).status).toBe(200);
  });

  test("a link to a new password ends with a newer one, and with any change of the password", async () => {
    const smew = await joined("Smew", "contributor");
    const newest = async () => {
      // Within minutes of the last no other is sent.
      await database()("link")
        .where({ kind: "password" })
        .update({ made_at: database().raw("date_sub(made_at, interval 10 minute)") });
      await send("POST", "/api/password/forgotten", { body: { email: smew.email } });
      return (await letterTo(smew.email)).path.split("/").pop()!;
    };
    const choose = (token: string, next: string) =>
      send("POST", `/api/links/${token}/password`, { body: { password: next } });
    const older = await newest();
    const newer = await newest();
    expect((await choose(older, "not by the older one")).status).toBe(404);
    expect((await choose(newer, "chosen by the newer one")).status).toBe(200);
    const left = await newest();
    const cookie = sessionOf(await signIn(smew.email, {}, "chosen by the newer one"));
    const change = { password: "chosen by the newer one", next: "changed while signed in" };
    expect((await send("POST", "/api/me/password", { cookie, body: change })).status).toBe(200);
    expect((await choose(left, "not by the one before")).status).toBe(404);
  });
});

describe("the audit", () => {
  test("is found by words and person, page by page, and saved as a table that no spreadsheet runs", async () => {
    const crake = await joined("Crake", "contributor");
    const name = `=1+${stamp}`;
    await send("POST", "/api/me/name", { cookie: crake.cookie, body: { name } });
    const search = `search=${encodeURIComponent(name)}`;
    const found = (await as("odile", "GET", `/api/audit?${search}`)).data.entries;
    expect(found[0]).toMatchObject({ action: "account.name", by: name, subject: crake.id, detail: { name } });
    const tomas = (await as("tomas", "GET", "/api/me")).data;
    const his = (await as("odile", "GET", `/api/audit?by=${tomas.id}`)).data.entries;
    expect(new Set(his.map(({ by }: { by: string }) => by)).size).toBeLessThanOrEqual(1);
    const first = (await as("odile", "GET", "/api/audit")).data;
    if (first.next !== null) {
      const second = (await as("odile", "GET", `/api/audit?before=${first.next}`)).data;
      expect(second.entries[0].seq).toBeLessThan(first.entries[first.entries.length - 1].seq);
    }
    const table = await fetch(`${base}/api/audit/table?${search}`, { headers: { cookie: await cookieOf("odile") } });
    const lines = (await table.text()).trim().split("\r\n");
    expect(lines[0]).toBe("When,Who,What,Object,Id,More");
    expect(lines.find((line) => line.includes("account.name"))).toContain(`,'${name},`);
    // Things are named as people know them, not by their ids.
    const order = (await as("ines", "POST", "/api/orders", { name: `Audited ${stamp}` })).data;
    const [made] = (await as("odile", "GET", `/api/audit?search=${order.id}`)).data.entries;
    expect(made).toMatchObject({ action: "order.create", subject: order.id, name: `Audited ${stamp}` });
    expect((await as("odile", "GET", "/api/audit?search=audit.export")).data.entries.length).toBeGreaterThan(0);
  });
});

describe("a fill-in link", () => {
  let sheet: string;
  let row: string;
  let token: string;
  beforeAll(async () => {
    const shelf = (await as("ines", "GET", "/api/releases")).data.releases;
    const release = shelf.find(({ designId }: { designId: string }) => designId === "name-strap");
    sheet = (await as("ines", "POST", "/api/sheets", { releaseId: release.id, name: "Guests" })).data.id;
    row = await newRow(sheet, {});
    const made = await as("ines", "POST", "/api/made-links", { kind: "fill", sheet, row, name: "For Bram", uses: 2 });
    token = made.data.path.split("/").pop();
    bram = visitorOf(await call("GET", "row", undefined, ""));
  });
  /** What the browser of the first who opened it shows from then on. */
  let bram: string;
  const visitorOf = (reply: { headers: Headers }) => reply.headers.getSetCookie()[0]!.split(";")[0]!;
  const call = (method: string, path = "row", body?: unknown, cookie = bram) =>
    send(method, `/api/links/${token}/${path}`, { body, ...(cookie ? { cookie } : {}) });
  const rowNow = async () =>
    (await as("ines", "GET", `/api/sheets/${sheet}`)).data.rows.find(({ id }: { id: string }) => id === row);

  test("shows its row and nothing else, and writes what is typed into the sheet", async () => {
    const seen = (await call("GET")).data;
    expect(seen).toMatchObject({ name: "For Bram", row, state: "draft", document: { id: "name-strap" } });
    const whole = (await as("ines", "GET", "/api/house")).data.document;
    expect(seen.house.pictures.length).toBeLessThan(whole.pictures.length);
    const cells = [{ column: "name", was: seen.cells.name, to: "Bram Oakhanger" }];
    expect((await call("POST", "row", { cells })).data).toEqual({ conflicts: [], state: "draft" });
    expect((await rowNow()).cells.name).toBe("Bram Oakhanger");
    const ready = await call("POST", "row", { cells: [], ready: true });
    expect(ready.data.state).toBe("ready");
    expect((await rowNow()).state).toBe("ready");
    const stray = await call("POST", "row", { cells: [{ column: "@note", to: "x" }] });
    expect(stray.status).toBe(422);
  });

  test("does not write over what somebody else has written meanwhile", async () => {
    const was = (await rowNow()).cells.name;
    await as("ines", "POST", `/api/sheets/${sheet}/changes`, { cells: [{ row, column: "name", was, to: "Ida Fern" }] });
    const late = await call("POST", "row", { cells: [{ column: "name", was, to: "Bram O." }] });
    expect(late.data.conflicts).toEqual([{ column: "name", theirs: "Ida Fern" }]);
    expect((await rowNow()).cells.name).toBe("Ida Fern");
  });

  test("takes a picture along, and shows no file that is not of its row", async () => {
    const leaf = (await as("ines", "GET", "/api/house")).data.document.pictures[0].hash;
    expect((await call("GET", `row/media/${leaf}`)).status).toBe(404);
    const svg = await fetch(`${base}/api/links/${token}/row/media?name=x`, {
      method: "POST",
      headers: { origin: base, "content-type": "application/octet-stream", cookie: bram },
      body: "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'><path d='M0 0h9v9z'/></svg>",
    });
    expect(svg.status).toBe(422);
  });

  test("lets in as many as it may, keeps who is in, and opens nothing once it has ended", async () => {
    const cells = { cells: [] };
    // A stranger can't write before opening it, and opening it is a visit.
    expect((await call("POST", "row", cells, "")).status).toBe(404);
    const second = visitorOf(await call("GET", "row", undefined, ""));
    expect(second).not.toBe(bram);
    for (const stranger of ["", `${second.slice(0, -6)}aaaaaa`, "rubrick-link-00000000=x"]) {
      expect((await call("GET", "row", undefined, stranger)).status).toBe(404);
      expect((await call("POST", "row", cells, stranger)).status).toBe(404);
      expect((await call("GET", `row/media/${"0".repeat(64)}`, undefined, stranger)).error?.code).toBe("link_over");
    }
    for (const held of [bram, second]) {
      expect((await call("GET", "row", undefined, held)).status).toBe(200);
      expect((await call("POST", "row", cells, held)).status).toBe(200);
    }
    const { links } = (await as("ines", "GET", "/api/made-links")).data;
    const mine = links.find(({ name }: { name: string }) => name === "For Bram");
    expect(mine).toMatchObject({ used: 2, usesLeft: 0, about: "fills in one row" });
    expect((await as("tomas", "POST", `/api/made-links/${mine.id}/revoke`, {})).status).toBe(404);
    expect((await as("ines", "POST", `/api/made-links/${mine.id}/revoke`, {})).status).toBe(200);
    expect((await call("GET")).status).toBe(404);
    expect((await call("POST", "row", { cells: [] })).status).toBe(404);
  });
});

describe("a link for watching", () => {
  const done = async () => {
    const id = await startExport();
    await until(
      () => as("ines", "GET", `/api/exports/${id}`),
      ({ data }) => data.state === "done",
    );
    return id;
  };
  test("shows its clips; whoever may judge comments at an instant or approves, whoever only watches does not", async () => {
    const id = await done();
    const make = async (kind: "proof" | "view") =>
      (
        await as("ines", "POST", "/api/made-links", {
          kind,
          of: { exports: [id] },
          email: `eve-${stamp}@quillmere.example`,
        })
      ).data.path
        .split("/")
        .pop() as string;
    const [proof, view] = [await make("proof"), await make("view")];
    expect((await letterTo(`eve-${stamp}@quillmere.example`)).path).toBe(`/watch/${view}`);
    const seen = (await send("GET", `/api/links/${view}/watch`)).data;
    expect(seen).toMatchObject({ mayJudge: false, clips: [{ id, format: "square", seen: "video", alpha: true }] });
    // It opens close up to what is drawn, at the poster's instant.
    const { posterS, drawn } = seen.clips[0].opening;
    expect([posterS > 0, drawn.width > 0.1, drawn.height < 0.5, drawn.y > 0.4]).toEqual([true, true, true, true]);
    expect((await send("GET", `/api/links/${proof}/watch`)).data.mayJudge).toBe(true);
    const file = await fetch(`${base}/api/links/${proof}/watch/${id}`, { headers: { range: "bytes=0-99" } });
    expect([file.status, file.headers.get("content-type")]).toEqual([206, "video/webm"]);
    expect((await send("GET", `/api/links/${proof}/watch/${"0".repeat(20)}`)).status).toBe(404);
    const comment = { export: id, who: "Eve", atS: 1.2, text: "The name a little lower, please.", verdict: "change" };
    expect((await send("POST", `/api/links/${view}/comments`, { body: comment })).status).toBe(404);
    expect((await send("POST", `/api/links/${proof}/comments`, { body: comment })).data).toMatchObject({
      who: "Eve",
      atS: 1.2,
    });
    const nothing = await send("POST", `/api/links/${proof}/comments`, { body: { export: id, who: "Eve" } });
    expect(nothing.status).toBe(422);
    await send("POST", `/api/links/${proof}/comments`, { body: { export: id, who: "Eve", verdict: "approve" } });
    const { data: page } = await as("ines", "GET", "/api/requests");
    const request = page.requests.find(({ exports }: { exports: { id: string }[] }) =>
      exports.some((one) => one.id === id),
    );
    expect(request.comments).toBe(2);
    const path = `/api/requests/${request.id}/comments`;
    const { comments } = (await as("ines", "GET", path)).data;
    expect(comments.map(({ verdict }: { verdict: string }) => verdict)).toEqual(["change", "approve"]);
    // A member replies: it stands at the link, is no comment itself, and has no reply of its own.
    const reply = (await as("tomas", "POST", path, { to: comments[0].id, text: "Lowered by 20 px." })).data;
    expect(reply).toMatchObject({ export: id, replyTo: comments[0].id, verdict: null });
    expect((await as("ines", "POST", path, { to: reply.id, text: "Thanks." })).status).toBe(404);
    expect((await as("ines", "POST", path, { to: comments[0].id, text: " " })).status).toBe(422);
    const elsewhere = `/api/requests/${"0".repeat(20)}/comments`;
    expect((await as("ines", "POST", elsewhere, { to: comments[0].id, text: "Here?" })).status).toBe(404);
    const read = (await send("GET", `/api/links/${proof}/watch`)).data.comments;
    expect(read.map(({ text }: { text: string }) => text)).toEqual([comment.text, "", "Lowered by 20 px."]);
    const { links } = (await as("ines", "GET", "/api/made-links")).data;
    expect(links.find(({ kind }: { kind: string }) => kind === "proof").comments).toBe(2);
  });

  test("of clips that are none, or not finished, is not made", async () => {
    const made = await as("ines", "POST", "/api/made-links", { kind: "view", of: { exports: ["0".repeat(20)] } });
    expect([made.status, made.error!.code]).toEqual([409, "nothing_done"]);
    const gone = await as("ines", "POST", "/api/made-links", { kind: "proof", of: { request: "0".repeat(20) } });
    expect(gone.status).toBe(404);
  });
});

describe("every kind of link", () => {
  const routes = [
    "GET row",
    "POST row",
    "GET row/media/0",
    "GET watch",
    "GET watch/0",
    "POST comments",
    "GET live",
    "POST press",
    "GET invitation",
    "POST password",
  ] as const;
  const opens: Readonly<Record<string, readonly string[]>> = {
    invitation: ["GET invitation"],
    password: ["POST password"],
    live: ["GET live"],
    remote: ["GET live", "POST press"],
    fill: ["GET row", "POST row", "GET row/media/0"],
    proof: ["GET watch", "GET watch/0", "POST comments"],
    view: ["GET watch", "GET watch/0"],
  };
  const over = async (kind: string, how: "open" | "revoked" | "expired" | "used") => {
    const db = database();
    const scope = {
      live: "0".repeat(20),
      sheet: "0".repeat(20),
      row: "0".repeat(20),
      exports: [],
      title: "",
      member: "",
    };
    const maker = await db("member").where({ role: "owner", active: true }).first("id");
    const uses = how === "used" ? { uses: 0 } : {};
    const made = { kind: kind as "view", scope, madeBy: maker.id, seconds: how === "expired" ? -1 : 600, ...uses };
    const { id, token } = await addLink(db, made);
    if (how === "revoked")
      await db("link")
        .where({ id })
        .update({ revoked_at: db.fn.now(3) });
    return token;
  };
  test.each(Object.keys(opens))(
    "%s opens what it is for and nothing else, and nothing at all once it is over",
    async (kind) => {
      const open = await over(kind, "open");
      for (const route of routes) {
        const [method, path] = route.split(" ") as [string, string];
        const body = method === "POST" ? {} : undefined;
        const { status, error } = await send(method, `/api/links/${open}/${path}`, { body });
        if (opens[kind]!.includes(route)) expect([route, error?.code]).not.toEqual([route, "link_over"]);
        else expect([route, status, error?.code]).toEqual([route, 404, "link_over"]);
      }
      for (const how of ["revoked", "expired", "used"] as const) {
        const token = await over(kind, how);
        for (const route of routes) {
          const [method, path] = route.split(" ") as [string, string];
          const { status, error } = await send(method, `/api/links/${token}/${path}`, {
            body: method === "POST" ? {} : undefined,
          });
          expect([route, how, status, error?.code]).toEqual([route, how, 404, "link_over"]);
        }
      }
    },
  );
});
