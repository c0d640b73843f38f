import { afterAll, describe, expect, test } from "@jest/globals";
import type { Design } from "@/core/document/design";
import { as } from "../support/api";
import { beginWithPanel } from "../support/panel-design";

const started: string[] = [];
const saved: string[] = [];
afterAll(async () => {
  for (const id of started) await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
  for (const id of saved) await as("tomas", "POST", `/api/moves/${id}/remove`, {});
});

const move = (more: object = {}) => ({ id: "m", kind: "slide", phase: "arrive", length: 0.6, ...more });
const document = (name: string, ...moves: object[]) => ({ version: 1, name, tags: ["test"], parts: [{ moves }] });

async function keep(name: string, ...moves: object[]): Promise<string> {
  const made = await as("tomas", "POST", "/api/moves", { document: document(name, ...moves) });
  expect(made.status).toBe(200);
  saved.push(made.data.id);
  return made.data.id;
}

/** A draft whose panel wears a saved move. */
async function wearing(id: string): Promise<string> {
  const { data } = await beginWithPanel("Wears one");
  started.push(data.id);
  const value = [{ ...move({ id: "p", saved: id }), start: { to: "phase", edge: "start", gap: 0.2 } }];
  const patches = [{ op: "replace", path: ["layers", 0, "moves"], value }];
  await as("tomas", "POST", `/api/designs/${data.id}/patches`, { revision: 1, patches });
  return data.id;
}
const read = async (id: string) =>
  (await as("tomas", "GET", `/api/designs/${id}`)).data as { revision: number; document: Design };

describe("saved moves", () => {
  test("are listed by name with the drafts that wear them", async () => {
    const id = await keep("Slide, kept", move());
    const design = await wearing(id);
    const { moves } = (await as("tomas", "GET", "/api/moves")).data;
    const own = moves.find((entry: { id: string }) => entry.id === id);
    expect(own).toMatchObject({ by: "Tomás Fennimore", uses: [{ designId: design, name: "Wears one", layers: 1 }] });
  });
  test("of the same name get ids of their own", async () => {
    expect(await keep("Twice", move())).not.toBe(await keep("Twice", move()));
  });
  test("changed everywhere change every draft that wears them, each by a revision, and keep when they start", async () => {
    const id = await keep("Everywhere", move());
    const [first, second] = [await wearing(id), await wearing(id)];
    const next = document("Everywhere", move({ length: 1.4, kind: "fade" }));
    const changed = await as("tomas", "POST", `/api/moves/${id}`, { document: next, everywhere: true, except: first });
    expect(changed.data).toEqual({ designs: 1, moves: 1 });
    expect((await read(first)).document.layers[0]!.moves[0]!.length).toBe(0.6);
    const { revision, document: worn } = await read(second);
    expect(revision).toBe(3);
    expect(worn.layers[0]!.moves[0]).toMatchObject({ kind: "fade", length: 1.4, saved: id, start: { gap: 0.2 } });
  });
  test("taken away leave designs as they are", async () => {
    const id = await keep("Gone", move());
    const design = await wearing(id);
    expect((await as("tomas", "POST", `/api/moves/${id}/remove`, {})).status).toBe(200);
    expect((await as("tomas", "POST", `/api/moves/${id}/remove`, {})).status).toBe(404);
    expect((await as("tomas", "POST", `/api/moves/${id}`, { document: document("Gone", move()) })).status).toBe(404);
    expect((await read(design)).document.layers[0]!.moves).toHaveLength(1);
  });
  test.each([
    ["no moves", document("None")],
    ["a kind that is not known", document("Odd", move({ kind: "teleport" }))],
    ["a move of the stay that does not come back", document("Odd", move({ phase: "stay" }))],
    ["another version", { ...document("Odd", move()), version: 9 }],
    ["a name without letters", document("   ", move())],
    ["something more", { ...document("Odd", move()), script: "alert(1)" }],
  ])("with %s are refused, with the place", async (_, wrong) => {
    const reply = await as("tomas", "POST", "/api/moves", { document: wrong });
    expect(reply.status).toBe(422);
    expect(reply.error!.where).toMatch(/^document/);
  });
});
