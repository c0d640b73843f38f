import { afterAll, expect, test } from "@jest/globals";
import { as, pause, releaseId, until } from "../support/api";

const made: string[] = [];
afterAll(async () => {
  for (const id of made) await as("tomas", "POST", `/api/outputs/${id}/remove`);
});

const recipe = (more: object = {}) => ({
  output: {
    id: "new",
    name: "Ready to post",
    kind: "h264",
    fps: { num: 25, den: 1 },
    backing: { kind: "colour", colour: "#000000" },
    ...more,
  },
});
const start = (more: object = {}) => as("tomas", "POST", "/api/outputs", recipe(more));
const list = async () =>
  (await as("ines", "GET", "/api/outputs")).data.outputs as {
    output: { id: string; name: string };
    files: number;
    sheets: number;
  }[];

test("an output is made, changed and taken away; no two have one name", async () => {
  const { data } = await start();
  made.push(data.id);
  expect((await list()).map(({ output }) => output.name)).toContain("Ready to post");
  expect((await start({ name: "ready to POST" })).error?.code).toBe("name_taken");
  const faster = recipe({ fps: { num: 60000, den: 1001 } });
  expect((await as("tomas", "POST", `/api/outputs/${data.id}`, faster)).status).toBe(200);
  expect((await list()).find(({ output }) => output.id === data.id)!.output).toMatchObject({
    fps: { num: 60000, den: 1001 },
  });
  const other = { output: { id: "x", name: "Ready to post", kind: "png-mov", fps: { num: 25, den: 1 } } };
  expect((await as("tomas", "POST", `/api/outputs/${data.id}`, other)).error?.code).toBe("another_kind");
  expect((await as("tomas", "POST", `/api/outputs/${data.id}/remove`)).status).toBe(200);
  expect((await as("tomas", "POST", `/api/outputs/${data.id}/remove`)).status).toBe(404);
  expect((await list()).some(({ output }) => output.id === data.id)).toBe(false);
});

test.each([
  ["footage that is not here", { backing: { kind: "footage", media: `media:${"0".repeat(64)}` } }, "footage_unknown"],
  ["a colour that is none", { backing: { kind: "colour", colour: "red" } }, "invalid"],
  ["a rate of nothing", { fps: { num: 0, den: 1 } }, "invalid"],
  ["no name", { name: "  " }, "invalid"],
  ["something beside", { more: 1 }, "invalid"],
])("%s is refused", async (_, more, code) => {
  expect((await start(more)).error?.code).toBe(code);
});

test("changing an output puts files of sheets out of date, changing it back makes them right again", async () => {
  const { id: output } = (await start({ id: "x", name: "For the lobby" })).data;
  made.push(output);
  const { id } = (await as("ines", "POST", "/api/sheets", { releaseId: await releaseId(), name: "Outputs" })).data;
  const row = "b".repeat(20).replace(/./g, () => Math.floor(Math.random() * 16).toString(16));
  await as("ines", "POST", `/api/sheets/${id}/changes`, {
    add: [{ id: row, cells: { name: "Ada Fern", "@length": 3 } }],
  });
  await as("ines", "POST", `/api/sheets/${id}/about`, { formats: ["square"], outputs: [output] });
  await as("ines", "POST", `/api/sheets/${id}/clips`, { rows: [row] });
  const clip = async () => (await as("ines", "GET", `/api/sheets/${id}`)).data.rows[0].clips[0];
  await until(clip, (seen) => seen?.state === "current");
  expect((await list()).find((one) => one.output.id === output)).toMatchObject({ files: 1, sheets: 1 });
  await as("tomas", "POST", `/api/outputs/${output}`, recipe({ name: "For the lobby", fps: { num: 30, den: 1 } }));
  expect(await clip()).toMatchObject({ state: "out of date", reasons: ["other settings of the output"] });
  await as("tomas", "POST", `/api/outputs/${output}`, recipe({ name: "For the lobby" }));
  expect(await clip()).toMatchObject({ state: "current" });
  // Taken away it is made no more; the file stays.
  await as("tomas", "POST", `/api/outputs/${output}/remove`);
  await pause(100);
  const again = await as("ines", "POST", `/api/sheets/${id}/clips`, { rows: [row], only: "all" });
  expect(again.data).toMatchObject({ clips: 0 });
  await as("ines", "POST", `/api/sheets/${id}/about`, { removed: true });
});
