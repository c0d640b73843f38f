import { afterAll, expect, test } from "@jest/globals";
import { as, until } from "../support/api";
import { beginWithPanel } from "../support/panel-design";
const started: string[] = [];
afterAll(async () => {
  for (const id of started) await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
});
const house = async () => (await as("tomas", "GET", "/api/house")).data;
const draft = async (id: string) => (await as("tomas", "GET", `/api/designs/${id}`)).data;

/** A colour of its own in the house style, and a draft whose first layer wears it. */
async function worn(name: string) {
  const { revision, document } = await house();
  const role = `tint-${Date.now()}`;
  const value = { role, name, hex: "#aa5500ff", on: [] };
  const path = ["colours", document.colours.length];
  expect(
    (await as("tomas", "POST", "/api/house/patches", { revision, patches: [{ op: "add", path, value }] })).status,
  ).toBe(200);
  const { id } = (await beginWithPanel(`Wears ${name}`)).data;
  started.push(id);
  const patches = [{ op: "replace", path: ["layers", 0, "fill", "colour"], value: `house:${role}` }];
  expect((await as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 1, patches })).status).toBe(200);
  return { role, id };
}

test("a colour in use says who uses it, goes only when something takes its place, and comes back with one press", async () => {
  const { role, id } = await worn("Rust");
  const uses = await as("tomas", "GET", `/api/house/uses?kind=colour&id=${role}`);
  expect(uses.data).toEqual({ designs: [{ id, name: "Wears Rust" }], house: [] });
  const now = await house();
  const at = now.document.colours.findIndex((colour: { role: string }) => colour.role === role);
  const silently = await as("tomas", "POST", "/api/house/patches", {
    revision: now.revision,
    patches: [{ op: "remove", path: ["colours", at] }],
  });
  expect(silently).toMatchObject({
    status: 409,
    error: { code: "in_use", message: expect.stringContaining("Wears Rust") },
  });
  const ask = (more: object) =>
    as("tomas", "POST", "/api/house/remove", { kind: "colour", id: role, revision: now.revision, ...more });
  expect((await ask({})).error!.code).toBe("instead");
  expect((await ask({ instead: "no-such" })).error!.code).toBe("instead");
  expect((await ask({ revision: 1, instead: "fern" })).status).toBe(409);
  const removed = await ask({ instead: "fern" });
  expect(removed.data.designs).toEqual(["Wears Rust"]);
  expect((await draft(id)).document.layers[0].fill.colour).toBe("house:fern");
  const { removal } = removed.data;
  expect((await as("tomas", "POST", "/api/house/undo", { removal })).data).toEqual({ left: [] });
  expect((await draft(id)).document.layers[0].fill.colour).toBe(`house:${role}`);
  expect((await house()).document.colours[at].role).toBe(role);
  expect((await as("tomas", "POST", "/api/house/undo", { removal })).status).toBe(404);
});

test("what somebody has changed since stays as it is when a part comes back, and is named", async () => {
  const { role, id } = await worn("Slate");
  const { revision } = await house();
  const removed = await as("tomas", "POST", "/api/house/remove", {
    kind: "colour",
    id: role,
    revision,
    instead: "moss",
  });
  const patches = [{ op: "replace", path: ["layers", 0, "name"], value: "Changed since" }];
  await as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 3, patches });
  const undone = await as("tomas", "POST", "/api/house/undo", { removal: removed.data.removal });
  expect(undone.data).toEqual({ left: ["Wears Slate"] });
  expect((await draft(id)).document.layers[0].name).toBe("Changed since");
});

test("a filled-in row that the checks stop is not made, says why, and is made with a reason", async () => {
  const shelf = await as("ines", "GET", "/api/releases");
  const release = shelf.data.releases.find((entry: { designId: string }) => entry.designId === "name-strap");
  const request = {
    releaseId: release.id,
    values: { fields: { name: "Ngozi 漢", role: "Gardener" }, lengthS: 3 },
    formats: ["square"],
    outputs: ["see-through-clip"],
  };
  const ended = async (more: object) => {
    const made = await as("ines", "POST", "/api/exports", { ...request, ...more });
    const [id] = made.data.ids;
    return until(
      async () => (await as("ines", "GET", `/api/exports/${id}`)).data,
      ({ state }) => state === "done" || state === "failed",
    );
  };
  const refused = await ended({});
  expect(refused).toMatchObject({ state: "failed", attempts: 1, error: expect.stringMatching(/漢|cut/) });
  const reasons = ["glyph_missing:name:", "text_cut:name:", "contrast_low:name:"].map((check) => ({
    check,
    reason: "A test asks for it",
  }));
  expect((await ended({ accepted: reasons })).state).toBe("done");
});

test("files that nothing uses are found, taken away together, and come back with one press", async () => {
  const { revision, document } = await house();
  const id = `spare-${Date.now()}`;
  const spare = { ...document.pictures[0], id, name: "Spare", licence: "Drawn by us" };
  const path = ["pictures", document.pictures.length];
  const added = await as("tomas", "POST", "/api/house/patches", {
    revision,
    patches: [{ op: "add", path, value: spare }],
  });
  expect(added.status).toBe(200);
  const unused = async () =>
    (await as("tomas", "GET", "/api/house/unused")).data.parts as { kind: string; id: string }[];
  expect(await unused()).toContainEqual({ kind: "picture", id, name: "Spare" });
  // The split frame shows it, as one of those its slot offers.
  expect((await unused()).map((part) => part.id)).not.toContain("fern-house");
  const ask = (parts: object[], at: number) => as("tomas", "POST", "/api/house/unused", { revision: at, parts });
  const now = (await house()).revision;
  expect(
    await ask(
      [
        { kind: "picture", id },
        { kind: "picture", id: "fern-house" },
      ],
      now,
    ),
  ).toMatchObject({
    status: 409,
    error: { code: "in_use" },
  });
  expect((await ask([{ kind: "picture", id }], now - 1)).status).toBe(409);
  // Only files go so: the rest of a house style is looked after one by one.
  expect((await ask([{ kind: "colour", id: "fern" }], now)).status).toBe(422);
  const removed = await ask([{ kind: "picture", id }], now);
  const ids = async () => (await house()).document.pictures.map((picture: { id: string }) => picture.id);
  expect(await ids()).not.toContain(id);
  expect((await as("tomas", "POST", "/api/house/undo", { removal: removed.data.removal })).data).toEqual({ left: [] });
  expect((await house()).document.pictures.find((picture: { id: string }) => picture.id === id)).toEqual(spare);
  await ask([{ kind: "picture", id }], (await house()).revision);
});
