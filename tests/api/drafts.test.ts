import { afterAll, describe, expect, test } from "@jest/globals";
import type { Design } from "@/core/document/design";
import { as, pause, through } from "../support/api";
import { beginWithPanel } from "../support/panel-design";

const started: string[] = [];
async function start(name: string, copyOf?: string): Promise<string> {
  const reply = copyOf ? await as("tomas", "POST", "/api/designs", { name, copyOf }) : await beginWithPanel(name);
  expect(reply.status).toBe(200);
  started.push(reply.data.id);
  return reply.data.id;
}
// Put away, so that the shelf of other tests stays as it was.
afterAll(async () => {
  for (const id of started) await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
});

const read = async (id: string) => (await as("tomas", "GET", `/api/designs/${id}`)).data;
const rename = (value: string) => [{ op: "replace", path: ["layers", 0, "name"], value }];

describe("a draft", () => {
  test("starts blank in the house style, under an id that reads like its name", async () => {
    const blank = () => as("tomas", "POST", "/api/designs", { name: "Frühling, 2 Töpfe" });
    const { id } = (await blank()).data;
    expect(id).toMatch(/^fru-?hling-2-to-?pfe/);
    const { document, revision, release } = await read(id);
    expect([revision, release, document.layers.length]).toEqual([1, null, 0]);
    expect((await blank()).data.id).toMatch(/-2$/);
  });
  test("is saved change by change, and tells the one who comes too late what it is now", async () => {
    const id = await start("Two hands");
    const first = await as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 1, patches: rename("Mine") });
    expect(first).toMatchObject({ status: 200, data: { revision: 2 } });
    const late = await as("odile", "POST", `/api/designs/${id}/patches`, { revision: 1, patches: rename("Theirs") });
    expect(late).toMatchObject({ status: 409, error: { code: "moved_on" } });
    expect(late.error!.detail).toMatchObject({ revision: 2, by: "Tomás Fennimore" });
    expect((late.error!.detail as { document: Design }).document.layers[0]!.name).toBe("Mine");
    expect((await read(id)).document.layers[0].name).toBe("Mine");
  });
  test("tells whose answers were lost which of their changes had arrived", async () => {
    const id = await start("Lost answers");
    const [arrived, missing] = ["a", "b"].map((digit) => digit.repeat(20));
    const save = (more: Record<string, unknown>) =>
      as("tomas", "POST", `/api/designs/${id}/patches`, { patches: rename("Mine"), ...more });
    expect((await save({ revision: 1, nonce: arrived })).status).toBe(200);
    expect((await save({ revision: 2 })).status).toBe(200);
    const told = async (lost: (string | undefined)[]) =>
      ((await save({ revision: 1, lost })).error!.detail as { arrived?: string }).arrived;
    expect(await told([missing, arrived])).toBe(arrived);
    expect(await told([missing])).toBeUndefined();
    expect((await save({ revision: 1, lost: ["no nonce"] })).status).toBe(422);
  });
  test("of two who save at once, one is told", async () => {
    const id = await start("At once");
    const save = (name: string) =>
      as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 1, patches: rename(name) });
    const replies = await Promise.all(["a", "b", "c", "d"].map(save));
    expect(replies.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409]);
  });
  test("keeps what stood in its place when another version is put there", async () => {
    const id = await start("Replaced");
    const { document } = await read(id);
    const other = { ...document, name: "Replaced by mine" };
    const reply = await as("odile", "POST", `/api/designs/${id}/replace`, { revision: 1, document: other });
    expect(reply.data).toEqual({ revision: 2 });
    const { versions } = (await as("tomas", "GET", `/api/designs/${id}/versions`)).data;
    expect(versions).toHaveLength(1);
    const kept = await as("tomas", "GET", `/api/designs/${id}/versions/${versions[0].id}`);
    expect(kept.data.document.name).toBe("Replaced");
  });
  test.each([
    ["a place that is not there", [{ op: "replace", path: ["layers", 7, "name"], value: "x" }]],
    ["a value that does not fit", [{ op: "replace", path: ["layers", 0, "opacity"], value: 7 }]],
    ["the prototype", [{ op: "add", path: ["__proto__", "polluted"], value: true }]],
    ["another id", [{ op: "replace", path: ["id"], value: "another" }]],
    ["an unknown key", [{ op: "add", path: ["surprise"], value: 1 }]],
    ["a layer that is none", [{ op: "replace", path: ["layers"], value: [{}] }]],
  ])("refuses %s and stays as it was", async (_, patches) => {
    const id = await start("Refusals");
    const reply = await as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 1, patches });
    expect(reply.status).toBe(422);
    expect((await read(id)).revision).toBe(1);
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });
  test("can be copied, tagged, found, and put away", async () => {
    const id = await start("Strap for tea", "name-strap");
    expect((await read(id)).document.layers.length).toBe(5);
    await as("tomas", "POST", `/api/designs/${id}/about`, { tags: ["tea", "kitchen"] });
    const find = async (query: string) =>
      (await as("tomas", "GET", `/api/designs?${query}`)).data.drafts.map((draft: { id: string }) => draft.id);
    expect(await find("tag=tea")).toEqual([id]);
    expect(await find("search=for%20tea")).toEqual([id]);
    expect(await find("search=100%25")).toEqual([]);
    await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
    expect(await find("tag=tea")).toEqual([]);
    expect(await find("tag=tea&archived=yes")).toEqual([id]);
  });
});

test("the last words of a page that goes away wait for those they have overtaken", async () => {
  const id = await start("Overtaken");
  const last = as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 2, patches: rename("Last") });
  await pause(300);
  const first = await as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 1, patches: rename("First") });
  expect([first.status, (await last).status]).toEqual([200, 200]);
  expect((await read(id)).document.layers[0].name).toBe("Last");
});

describe("publishing", () => {
  test("is stopped while nothing is drawn", async () => {
    const id = await start("Nothing yet");
    await as("tomas", "POST", `/api/designs/${id}/patches`, {
      revision: 1,
      patches: [{ op: "replace", path: ["layers"], value: [] }],
    });
    const refused = await through("tomas", `/api/designs/${id}/publish`, { revision: 2 });
    expect(refused).toMatchObject({ status: 422, error: { code: "checks" } });
    expect(JSON.stringify(refused.error)).toContain("nothing_drawn");
  });
  test("is stopped by what can't be read, unless it is accepted with a reason", async () => {
    const id = await start("Hard to read");
    const { house } = await read(id);
    const words = {
      ...{ id: "words", name: "Words", kind: "text", text: "Hard to read", setting: { type: house.types[0].id } },
      ...{ fill: { kind: "plain", colour: "house:moss" }, place: { on: "panel", from: { x: 0.1, y: 0.2 } } },
    };
    const patches = [{ op: "add", path: ["layers", 1], value: words }];
    await as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 1, patches });
    // Both ask at once; whoever comes second waits for what the first has asked for.
    const asked = await as("odile", "POST", `/api/designs/${id}/publish`, { revision: 2 });
    const refused = await through("tomas", `/api/designs/${id}/publish`, { revision: 2 });
    expect(refused).toMatchObject({ status: 422, error: { code: "checks" } });
    expect((await as("ines", "GET", `/api/jobs/${asked.data.job}`)).status).toBe(404);
    const checks = refused.error!.detail as { id: string; message: string }[];
    expect(checks[0]!.message).toContain("hard to read");
    const stale = await through("tomas", `/api/designs/${id}/publish`, { revision: 1 });
    expect(stale.status).toBe(409);
    const accepted = checks.map((check) => ({ check: check.id, reason: "A riddle for the moth night." }));
    const made = await through("tomas", `/api/designs/${id}/publish`, { revision: 2, accepted });
    expect(made).toMatchObject({ status: 200, data: { number: 1 } });
    const release = (await as("ines", "GET", `/api/releases/${made.data.id}`)).data;
    await as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 2, patches: rename("Later") });
    expect((await as("ines", "GET", `/api/releases/${made.data.id}`)).data).toEqual(release);
  });
});

test("a design that can't be shown is not published, whatever the reason", async () => {
  const id = await start("Tied in a circle");
  const around = { kind: "around", layers: ["panel"], before: 0, after: 0 };
  const patches = [{ op: "replace", path: ["layers", 0, "width"], value: around }];
  await as("tomas", "POST", `/api/designs/${id}/patches`, { revision: 1, patches });
  const refused = await through("tomas", `/api/designs/${id}/publish`, { revision: 2 });
  const checks = refused.error!.detail as { id: string }[];
  const accepted = checks.map((check) => ({ check: check.id, reason: "It is only for trying out." }));
  const again = await through("tomas", `/api/designs/${id}/publish`, { revision: 2, accepted });
  expect([refused.status, checks.length > 0, again.status]).toEqual([422, true, 422]);
  expect((await read(id)).release).toBeNull();
});

describe("the house style", () => {
  test("is changed by the owner on a revision, and names the releases that show other values", async () => {
    const { revision, document } = (await as("odile", "GET", "/api/house")).data;
    const at = document.colours.findIndex(({ role }: { role: string }) => role === "coral");
    const put = (value: string) => [{ op: "replace", path: ["colours", at, "hex"], value }];
    const change = (rev: number, value: string) =>
      as("odile", "POST", "/api/house/patches", { revision: rev, patches: put(value) });
    try {
      expect(await change(revision, "#f07059ff")).toMatchObject({ status: 200, data: { revision: revision + 1 } });
      expect((await change(revision, "#000000ff")).status).toBe(409);
      expect((await change(revision + 1, "red")).status).toBe(422);
      const { drifts } = (await through("tomas", "/api/house/drifts")).data;
      const strap = drifts.find((drift: { designId: string }) => drift.designId === "name-strap");
      expect(strap.values).toEqual(["the colour Coral"]);
    } finally {
      await change(revision + 1, document.colours[at].hex);
    }
    expect((await through("tomas", "/api/house/drifts")).data.drifts).toEqual([]);
  });
});
