import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { randomBytes } from "node:crypto";
import { database, disconnect } from "@/server/db/connection";
import { as, newRow, readExport, releaseId, through } from "../support/api";

const rowId = () => randomBytes(10).toString("hex");
let sheet: string;
const path = (more = "") => `/api/sheets/${sheet}${more}`;
const change = (body: unknown, who: "ines" | "tomas" = "ines") => as(who, "POST", path("/changes"), body);
const read = async () => (await as("ines", "GET", path())).data;

beforeAll(async () => {
  const made = await as("ines", "POST", "/api/sheets", { releaseId: await releaseId(), name: "Rows of a test" });
  sheet = made.data.id;
});
afterAll(async () => {
  await as("ines", "POST", path("/about"), { removed: true });
  await disconnect();
});

test("five thousand rows go in and out in their order; one more is refused, and nothing of it is there", async () => {
  let after: string | undefined;
  const add = Array.from({ length: 5000 }, (_, i) => {
    const row = { id: rowId(), cells: { name: `Speaker ${i}`, role: `Bed ${i}` }, ...(after && { after }) };
    after = row.id;
    return row;
  });
  expect((await change({ add })).status).toBe(200);
  const { rows } = await read();
  expect(rows.map(({ id }: { id: string }) => id)).toEqual(add.map(({ id }) => id));
  const more = await change({
    add: [{ id: rowId(), cells: {} }],
    cells: [{ row: add[0]!.id, column: "name", was: "Speaker 0", to: "Changed" }],
  });
  expect([more.status, more.error?.code]).toEqual([422, "many_rows"]);
  expect((await read()).rows[0].cells.name).toBe("Speaker 0");
  const move = await change({ move: { rows: [add[4999]!.id, add[1]!.id], after: add[2]!.id } });
  expect(move.status).toBe(200);
  const order = (await read()).rows.slice(0, 4).map(({ cells }: { cells: { name: string } }) => cells.name);
  expect(order).toEqual(["Speaker 0", "Speaker 2", "Speaker 4999", "Speaker 1"]);
  expect((await change({ remove: add.slice(3).map(({ id }) => id) })).status).toBe(200);
});

test("a change that is sent twice does no harm, and one of a row that has gone is told", async () => {
  const [first] = (await read()).rows;
  const body = { cells: [{ row: first.id, column: "role", was: "Bed 0", to: "Fernery" }] };
  expect((await change(body)).data.conflicts).toEqual([]);
  expect((await change(body)).data.conflicts).toEqual([]);
  const theirs = await change({ cells: [{ row: first.id, column: "role", was: "Bed 0", to: "Pond" }] }, "tomas");
  expect(theirs.data.conflicts).toEqual([{ row: first.id, column: "role", theirs: "Fernery", gone: false }]);
  const gone = await change({ cells: [{ row: rowId(), column: "role", to: "x" }] });
  expect(gone.data.conflicts).toMatchObject([{ gone: true }]);
});

test.each([
  ["a column that is none", { cells: [{ row: "0".repeat(20), column: "No Such", to: "x" }] }],
  ["a row's id that is none", { add: [{ id: "x", cells: {} }] }],
  ["a cell without end", { add: [{ id: rowId(), cells: { name: "x".repeat(5000) } }] }],
  ["something else beside", { add: [], more: 1 }],
  ["ten thousand and one", { cells: Array.from({ length: 10_001 }, () => ({ row: "0".repeat(20), column: "a" })) }],
])("%s is refused", async (_, body) => {
  expect((await change(body)).status).toBe(422);
});

test("names of objects' own are cells like any other", async () => {
  const [first] = (await read()).rows;
  const cells = [{ row: first.id, column: "constructor", to: "x" }];
  expect((await change({ cells })).status).toBe(200);
  expect((await read()).rows[0].cells.constructor).toBe("x");
});

test("rows are said to be ready and approved by whom; a change makes them drafts again", async () => {
  const [first] = (await read()).rows;
  await as("tomas", "POST", path("/states"), { rows: [first.id], state: "approved" });
  expect((await read()).rows[0]).toMatchObject({ state: "approved", stateBy: "Tomás Fennimore" });
  await change({ cells: [{ row: first.id, column: "@note", to: "said on the phone" }] });
  expect((await read()).rows[0]).toMatchObject({ state: "approved" });
  await change({ cells: [{ row: first.id, column: "role", was: "Fernery", to: "Orchard" }] });
  expect((await read()).rows[0]).toMatchObject({ state: "draft", stateBy: null });
});

test("a sheet goes on to a newer release of its design and back, with every cell it had, and to no other design", async () => {
  const before = await read();
  const copy = (await as("tomas", "POST", "/api/designs", { name: "Strap that goes on", copyOf: "name-strap" })).data
    .id;
  const publish = async (revision: number) =>
    (await through("tomas", `/api/designs/${copy}/publish`, { revision, accepted: [] })).data.id as string;
  const other = await publish(1);
  expect((await as("ines", "POST", path("/release"), { releaseId: other })).error?.code).toBe("another_design");
  const own = (await as("ines", "POST", "/api/sheets", { releaseId: other, name: "Goes on" })).data.id as string;
  const cells = { name: "Ada Fernsby", role: "Seeds" };
  await as("ines", "POST", `/api/sheets/${own}/changes`, { add: [{ id: rowId(), cells }] });
  const patches = [{ op: "replace", path: ["fields", 1, "label"], value: "What they do" }];
  await as("tomas", "POST", `/api/designs/${copy}/patches`, { revision: 1, patches });
  const newer = await publish(2);
  const seen = async () => (await as("ines", "GET", `/api/sheets/${own}`)).data;
  expect((await seen()).desk.newer).toEqual({ id: newer, number: 2 });
  expect((await as("ines", "POST", `/api/sheets/${own}/release`, { releaseId: newer })).status).toBe(200);
  expect(await seen()).toMatchObject({ desk: { number: 2, newer: null }, rows: [{ cells }] });
  await as("ines", "POST", `/api/sheets/${own}/release`, { releaseId: other });
  expect(await seen()).toMatchObject({ desk: { number: 1 }, rows: [{ cells }] });
  expect(before.desk.number).toBe((await read()).desk.number);
  await as("ines", "POST", `/api/sheets/${own}/about`, { removed: true });
  expect((await as("ines", "GET", `/api/sheets/${own}`)).status).toBe(404);
  await as("tomas", "POST", `/api/designs/${copy}/about`, { archived: true });
});

test("files that rows hold are kept by rows of their own", async () => {
  const stored = await database()("stored_file").first("hash");
  const [first] = (await read()).rows;
  const own = { kind: "media", source: { own: { name: "x", hash: stored!.hash, width: 4, height: 4 } } };
  await change({ cells: [{ row: first.id, column: "picture", to: own }] });
  const kept = () => database()("file_reference").where({ kind: "row", id: first.id }).pluck("hash");
  expect(await kept()).toEqual([stored!.hash]);
  await change({ remove: [first.id] });
  expect(await kept()).toEqual([]);
});

test("a file keeps its name when its row's values change, until somebody asks for the new one", async () => {
  const made = await as("ines", "POST", "/api/sheets", { releaseId: await releaseId(), name: "Names of files" });
  const own = made.data.id as string;
  await as("ines", "POST", `/api/sheets/${own}/about`, { formats: ["square"], outputs: ["see-through-clip"] });
  // Names of this run's own: files of another may have them.
  const [wren, hazel] = ["Wren", "Hazel"].map((name) => `${name} ${rowId().slice(0, 6)}`);
  const row = await newRow(own, { name: wren, role: "Mosses" });
  const make = () => as("ines", "POST", `/api/sheets/${own}/clips`, { rows: [row], only: "all" });
  const exports = async () => (await as("ines", "GET", `/api/sheets/${own}`)).data.rows[0].clips;
  const nameOf = async (id: string) => (await readExport(id)).fileName as string;
  expect((await make()).data.oldNames).toEqual([]);
  const old = await nameOf((await exports())[0].exportId);
  expect(old).toContain("Wren");
  const cells = [{ row, column: "name", was: wren, to: hazel }];
  await as("ines", "POST", `/api/sheets/${own}/changes`, { cells });
  const told = (await make()).data.oldNames;
  // A file made again is another export, which takes the place of the first when it is done.
  const id = (await exports())[0].exportId as string;
  expect(told).toEqual([{ export: id, from: old, to: expect.stringContaining("Hazel") }]);
  expect(await nameOf(id)).toBe(old);

  const rename = (body: unknown, sheetId = own) => as("ines", "POST", `/api/sheets/${sheetId}/names`, body);
  expect((await rename({ exports: [] })).status).toBe(422);
  expect((await rename({ exports: ["not an id"] })).status).toBe(422);
  expect((await rename({ exports: [id] }, "0".repeat(20))).status).toBe(404);
  // A file of another sheet isn't renamed through this one.
  expect((await rename({ exports: [id] }, sheet)).data).toEqual({ renamed: 0 });
  expect(await nameOf(id)).toBe(old);
  expect((await rename({ exports: [id] })).data).toEqual({ renamed: 1 });
  expect(await nameOf(id)).toBe(told[0].to);
  expect((await rename({ exports: [id] })).data).toEqual({ renamed: 0 });
  expect((await make()).data.oldNames).toEqual([]);
  await as("ines", "POST", `/api/sheets/${own}/about`, { removed: true });
});
