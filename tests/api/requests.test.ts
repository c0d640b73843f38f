import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { Uint8ArrayReader, ZipReader, Uint8ArrayWriter } from "@zip.js/zip.js";
import { as, base, cookieOf, newRow, releaseId, resultOf, until } from "../support/api";
import { videoFile } from "../support/files";

/* What is asked for together: by sets, under names by a pattern, as one line of the outbox, as one zip. */
const made: string[] = [];
let release: string;
beforeAll(async () => {
  release = await releaseId();
});
afterAll(async () => {
  for (const id of made) await as("tomas", "POST", `/api/outputs/${id}/remove`);
});

const output = async (more: object): Promise<string> => {
  const name = `For a test ${Math.random().toString(36).slice(2, 8)}`;
  const { data } = await as("tomas", "POST", "/api/outputs", { output: { id: "new", name, kind: "still", ...more } });
  made.push(data.id);
  return data.id as string;
};
const ask = (outputs: readonly string[], more: object = {}) =>
  as("ines", "POST", "/api/exports", {
    releaseId: release,
    values: { fields: { name: "Ada Fernsby" }, lengthS: 3 },
    formats: ["wide"],
    outputs,
    ...more,
  });
const readRequest = async (text: string) =>
  (await as("ines", "GET", `/api/requests?text=${encodeURIComponent(text)}`)).data.requests[0];
const settled = (text: string) =>
  until(
    () => readRequest(text),
    (request) => !request?.counts.waiting && !request?.counts.leased,
  );

/** What is in the zip that a job makes, and what its list says. */
async function zipOf(job: string): Promise<{ names: string[]; text: string }> {
  await until(
    () => as("ines", "GET", `/api/jobs/${job}`),
    ({ data: { state } }) => state === "done",
  );
  const answer = await fetch(`${base}/api/jobs/${job}/file`, { headers: { cookie: await cookieOf("ines") } });
  expect(answer.headers.get("content-disposition")).toContain(".zip");
  const entries = await new ZipReader(new Uint8ArrayReader(new Uint8Array(await answer.arrayBuffer()))).getEntries();
  const list = entries.find(({ filename }) => filename === "manifest.csv")!;
  const text = new TextDecoder().decode(
    await (list as { getData: (to: Uint8ArrayWriter) => Promise<Uint8Array> }).getData(new Uint8ArrayWriter()),
  );
  return { names: entries.map(({ filename }) => filename), text };
}

describe("a set of outputs", () => {
  const set = (name: string, outputs: readonly string[]) => ({ set: { id: "new", name, outputs } });
  test("is made, changed, taken away, and loses outputs that go", async () => {
    const [first, second] = [await output({}), await output({ words: false })];
    const { data } = await as("tomas", "POST", "/api/outputs/sets", set("Both stills", [first, second]));
    const read = async () =>
      (await as("ines", "GET", "/api/outputs")).data.sets.find(({ id }: { id: string }) => id === data.id);
    expect(await read()).toMatchObject({ name: "Both stills", outputs: [first, second] });
    expect((await as("tomas", "POST", "/api/outputs/sets", set("both STILLS", [first]))).error?.code).toBe(
      "name_taken",
    );
    expect((await as("tomas", "POST", "/api/outputs/sets", set("X", ["none"]))).error?.code).toBe("output_unknown");
    await as("tomas", "POST", `/api/outputs/${second}/remove`);
    expect((await read()).outputs).toEqual([first]);
    expect((await as("tomas", "POST", `/api/outputs/sets/${data.id}/remove`)).status).toBe(200);
    expect(await read()).toBeUndefined();
  });
});

describe("names", () => {
  test("follow the pattern; a pattern that means nothing is refused by its words", async () => {
    const wrong = await as("tomas", "POST", "/api/outputs", {
      output: { id: "new", name: "Wrong", kind: "still", pattern: "{titel}" },
    });
    expect([wrong.status, wrong.error?.message]).toEqual([422, expect.stringContaining("There is no “{titel}”")]);
    const id = await output({ pattern: "{counter}_{field:name}_{format}_{output}" });
    const { data } = await ask([id]);
    const { fileName } = (await as("ines", "GET", `/api/exports/${data.ids[0]}`)).data;
    expect(fileName).toMatch(/^001_Ada-Fernsby_wide_For-a-test-\w+(_\d+)?\.png$/);
  });
  test("that are taken get a number, are left, or are replaced, as the output says; none of it is silent", async () => {
    const pattern = `taken-${Date.now()}`;
    const [number, skip, replace] = [
      await output({ pattern }),
      await output({ pattern, taken: "skip" }),
      await output({ pattern, taken: "replace" }),
    ];
    const nameOf = async (id: string) => (await as("ines", "GET", `/api/exports/${id}`)).data.fileName;
    const first = (await ask([number])).data;
    expect(await nameOf(first.ids[0])).toBe(`${pattern}.png`);
    expect(await nameOf((await ask([number])).data.ids[0])).toBe(`${pattern}_2.png`);
    expect((await ask([skip])).data).toMatchObject({ ids: [], skipped: [`${pattern}.png`] });
    await settled(pattern);
    const third = (await ask([replace])).data;
    expect(third).toMatchObject({ replaced: 1, skipped: [] });
    await until(
      () => as("ines", "GET", `/api/exports/${third.ids[0]}`),
      ({ data }) => data.state === "done",
    );
    const names = (await as("ines", "GET", `/api/requests?text=${pattern}`)).data.requests.flatMap(
      ({ exports }: { exports: { id: string; fileName: string }[] }) => exports,
    );
    expect(names.filter(({ fileName }: { fileName: string }) => fileName === `${pattern}.png`)).toEqual([
      expect.objectContaining({ id: third.ids[0] }),
    ]);
  });
});

test("the zip of a sheet has what shows its rows as they are now, and nothing that is out of date", async () => {
  const still = await output({});
  const sheet = (await as("ines", "POST", "/api/sheets", { releaseId: release, name: "For one zip" })).data.id;
  const post = async (path: string, body: object) =>
    (await as("ines", "POST", `/api/sheets/${sheet}/${path}`, body)).data;
  const zipped = async () => zipOf((await post("zip", { folders: "{format}" })).job);
  await post("about", { formats: ["wide", "square"], outputs: [still] });
  const rows = [await newRow(sheet, { name: "Ada Fernsby" }), await newRow(sheet, { name: "ليلى حداد" })];
  expect((await as("ines", "POST", `/api/sheets/${sheet}/zip`, {})).error?.code).toBe("nothing_done");
  expect(await post("clips", { rows })).toMatchObject({ clips: 4, left: [] });
  const all = async () => (await as("ines", "GET", `/api/sheets/${sheet}`)).data.rows;
  await until(all, (now: { clips: { state: string }[] }[]) =>
    now.every(({ clips }) => clips.length === 2 && clips.every(({ state }) => state === "current")),
  );
  const whole = await zipped();
  expect(whole.names.length).toBe(5);
  expect(whole.text).toContain("ليلى حداد");
  await post("changes", { cells: [{ row: rows[1], column: "name", was: "ليلى حداد", to: "Leila" }] });
  const { names, text } = await zipped();
  expect(names.filter((name) => /^(wide|square)\//.test(name)).length).toBe(2);
  expect([text.includes("Ada Fernsby"), text.includes("ليلى")]).toEqual([true, false]);
  await post("about", { removed: true });
});

describe("a request", () => {
  test("is one line with one bar, and one zip with a list of what is in it", async () => {
    const title = `Zed ${Date.now()}`;
    const outputs = [await output({}), await output({ words: false }), await output({ kind: "srt" })];
    const { data } = await ask(outputs, { values: { fields: { name: title }, lengthS: 3 }, formats: ["wide", "tall"] });
    expect(data.ids.length).toBe(6);
    const request = await settled(title);
    expect(request).toMatchObject({
      files: 6,
      counts: { done: 6 },
      progress: 1,
      title: expect.stringContaining(title),
    });
    const files = (await as("ines", "GET", `/api/requests/${request.id}/files`)).data;
    expect(files.exports.map(({ state }: { state: string }) => state)).toEqual(Array(6).fill("done"));
    const { job } = (await as("ines", "POST", `/api/requests/${request.id}/zip`, { folders: "{format}/{output}" }))
      .data;
    const { names, text } = await zipOf(job);
    expect(names.length).toBe(7);
    expect(names.filter((name) => /^(wide|tall)\/For-a-test-\w+\/Name-strap_/.test(name)).length).toBe(6);
    expect(text.split("\r\n").filter((line) => line !== "").length).toBe(7);
    expect(text).toContain(title);
    expect(text).toMatch(/[0-9a-f]{64}/);
    // Another contributor's job is not theirs to fetch; nobody's request is nobody's.
    expect((await as("ines", "POST", `/api/requests/${"0".repeat(20)}/zip`, {})).status).toBe(404);
    expect((await as("ines", "POST", `/api/requests/${request.id}/zip`, { folders: "{x}" })).error?.code).toBe(
      "pattern",
    );
    expect((await as("ines", "POST", `/api/requests/${request.id}/retry`, {})).error?.code).toBe("nothing_to_repeat");
  });
  test("is cancelled and tried again as a whole", async () => {
    const title = `Yew ${Date.now()}`;
    const outputs = [
      await output({ kind: "prores-4444" }),
      await output({ kind: "png-mov", fps: { num: 60, den: 1 } }),
    ];
    await ask(outputs, { values: { fields: { name: title }, lengthS: 20 }, formats: ["wide", "tall"] });
    const { id } = await readRequest(title);
    expect((await as("ines", "POST", `/api/requests/${id}/cancel`, {})).status).toBe(200);
    expect((await settled(title)).counts).toEqual({ cancelled: 4 });
    expect((await as("ines", "GET", `/api/requests?state=failed&text=${title}`)).data.requests.length).toBe(1);
    expect((await as("ines", "GET", `/api/requests?state=done&text=${title}`)).data.requests.length).toBe(0);
    await as("ines", "POST", `/api/requests/${id}/retry`, {});
    expect((await readRequest(title)).counts.cancelled).toBeUndefined();
    await as("ines", "POST", `/api/requests/${id}/cancel`, {});
  });
  test("over footage of its own is laid over the film that was brought along, as it was sent", async () => {
    const id = await output({ kind: "h264", backing: { kind: "own" }, fps: { num: 25, den: 1 } });
    const film = videoFile("own.mp4", "-c:v", "libx264", "-pix_fmt", "yuv420p", "-t", "1");
    const cookie = await cookieOf("ines");
    const send = async (body: Buffer, as_: string) => {
      const answer = await fetch(`${base}/api/media?name=own.mp4&as=${as_}`, {
        ...{ method: "POST", body: new Uint8Array(body), headers: { cookie, origin: base } },
      });
      return resultOf(cookie, ((await answer.json()) as { data?: unknown }).data);
    };
    const brought = (await send(film, "footage")).data as { kind: string; footage: { hash: string } };
    expect(brought.kind).toBe("footage");
    const kept = await fetch(`${base}/api/media/${brought.footage.hash}`, { headers: { cookie } });
    expect(Buffer.from(await kept.arrayBuffer()).equals(film)).toBe(true);
    const values = { fields: { name: "Ada" }, lengthS: 3, footage: `media:${brought.footage.hash}` };
    const { data } = await ask([id], { values });
    const made = await until(
      () => as("ines", "GET", `/api/exports/${data.ids[0]}`),
      ({ data: { state } }) => state === "done" || state === "failed",
    );
    expect(made.data).toMatchObject({ state: "done", proof: { passed: true, faults: [], frames: 75 } });
  });
  test("over footage of its own needs that footage", async () => {
    const id = await output({ kind: "h264", backing: { kind: "own" } });
    expect((await ask([id])).error?.code).toBe("footage_missing");
    const values = { fields: { name: "Ada" }, lengthS: 3, footage: `media:${"0".repeat(64)}` };
    expect((await ask([id], { values })).error?.code).toBe("media_unknown");
  });
});

test("a file that browsers can’t show has a copy that they can, the same one on the same day", async () => {
  const [see, film] = [await output({ kind: "prores-4444" }), await output({ kind: "still" })];
  const { data } = await ask([see, film], { values: { fields: { name: "Ada" }, lengthS: 3 } });
  const [id, still] = data.ids as string[];
  expect((await as("ines", "POST", `/api/exports/${id}/look`, {})).error?.code).toBe("export_unfinished");
  const read = () => as("ines", "GET", `/api/exports/${id}`);
  await until(read, ({ data: { state } }) => state === "done");
  const { job } = (await as("ines", "POST", `/api/exports/${id}/look`, {})).data;
  await resultOf(await cookieOf("ines"), { job });
  const copy = await fetch(`${base}/api/jobs/${job}/file`, { headers: { cookie: await cookieOf("ines") } });
  expect(copy.headers.get("content-type")).toBe("video/webm");
  // The head of every Matroska file, and so of every WebM.
  expect(Buffer.from(await copy.arrayBuffer()).readUInt32BE(0)).toBe(0x1a45dfa3);
  expect((await as("ines", "POST", `/api/exports/${id}/look`, {})).data.job).toBe(job);
  await until(
    () => as("ines", "GET", `/api/exports/${still}`),
    ({ data: { state } }) => state === "done",
  );
  expect((await as("ines", "POST", `/api/exports/${still}/look`, {})).error?.code).toBe("seen");
});

test("an estimate says what a clip will weigh and take, and what it goes by", async () => {
  const { data: all } = await as("ines", "GET", "/api/outputs");
  const outputs = all.outputs.map(({ output: { id } }: { output: { id: string } }) => id);
  const { data } = await as("ines", "POST", "/api/exports/estimate", {
    releaseId: release,
    lengthS: 6,
    formats: ["wide"],
    outputs,
  });
  expect(data.estimates.length).toBe(outputs.length);
  for (const { bytes, seconds, basis } of data.estimates) {
    expect(bytes).toBeGreaterThan(0);
    expect(seconds).toBeGreaterThan(0);
    expect(["design", "kind", "plain"]).toContain(basis);
  }
});
