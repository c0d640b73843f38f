import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { box, designWith, smallHouse, words } from "@/core/testing/scene";
import { commandIn } from "@/tests/support/command";

const design = designWith(
  [
    box("panel", { place: { on: "title-safe" }, width: { kind: "fixed", u: 40 } }),
    words("name", "", { place: { on: "panel", dx: 2, dy: 2 }, setting: { type: "body", maxWidth: 30 } }),
  ],
  {
    fields: [
      {
        ...{ id: "name", kind: "line", label: "Name", sample: "Ada", required: true },
        drives: [{ layer: "name", property: "text" }],
      },
    ],
    length: { default: 0.4, min: 0.2, max: 9 },
  },
);

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "rubrick-cli-packages-"));
  writeFileSync(join(folder, "design.json"), JSON.stringify(design));
  writeFileSync(join(folder, "house.json"), JSON.stringify(smallHouse));
  writeFileSync(join(folder, "people.csv"), "Name\nBram\nIda\n");
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const run = commandIn(() => folder);
const bytes = (name: string) => readFileSync(join(folder, name));
const source = ["--design", "design.json", "--house", "house.json"];

test("a package stands for its design: frames are the same bytes, and its rows are made", () => {
  expect(run("pack", ...source, "--values", "people.csv", "--out", "hand.zip")).toMatchObject({ status: 0 });
  const frame = ["--format", "square", "--values", "bram.json", "--at", "0.2"];
  writeFileSync(join(folder, "bram.json"), JSON.stringify({ name: "Bram" }));
  expect(run("frame", ...source, ...frame, "--out", "was.png").status).toBe(0);
  expect(run("frame", "--design", "hand.zip", ...frame, "--out", "is.png").status).toBe(0);
  expect(bytes("is.png").equals(bytes("was.png"))).toBe(true);
  const clips = ["--format", "square", "--output", "see-through-clip", "--out", "clips"];
  expect(run("render", "--design", "hand.zip", ...clips)).toMatchObject({ status: 0 });
  const made = readdirSync(join(folder, "clips")).filter((name) => !name.startsWith("."));
  expect(made.sort()).toEqual(["Test_Bram_square.webm", "Test_Ida_square.webm"]);
});

test("what was unpacked is what was packed, and can be packed again into the same bytes", () => {
  expect(run("unpack", "hand.zip", "--out", "open")).toMatchObject({ status: 0 });
  expect(JSON.parse(bytes("open/designs/test.json").toString())).toEqual(JSON.parse(JSON.stringify(design)));
  expect(bytes("open/designs/test.csv").toString()).toContain("Bram");
  const again = [
    "--design",
    "open/designs/test.json",
    "--house",
    "open/house.json",
    "--values",
    "open/designs/test.csv",
  ];
  expect(run("pack", ...again, "--out", "again.zip").status).toBe(0);
  expect(bytes("again.zip").equals(bytes("hand.zip"))).toBe(true);
  expect(run("unpack", "hand.zip", "--out", "open")).toMatchObject({
    status: 2,
    said: expect.stringContaining("is there already"),
  });
});

test("a package is looked at without a database, and one that is cut off is refused with status 1", () => {
  expect(run("check", "hand.zip")).toMatchObject({ status: 0, said: expect.stringContaining("can be imported") });
  writeFileSync(join(folder, "cut.zip"), bytes("hand.zip").subarray(0, 4000));
  for (const args of [
    ["check", "cut.zip"],
    ["check", "--design", "cut.zip"],
  ]) {
    const { status, said } = run(...args);
    expect([status, said]).toEqual([1, expect.stringMatching(/This package can’t be imported\. cut\.zip: .*cut off/)]);
  }
  expect(run("unpack", "cut.zip", "--out", "half")).toMatchObject({ status: 1 });
  expect(existsSync(join(folder, "half"))).toBe(false);
  expect(readdirSync(folder).filter((name) => name.includes(".part"))).toEqual([]);
  expect(run("frame", "--design", "hand.zip#other", "--format", "square", "--out", "x.png")).toMatchObject({
    status: 2,
    said: expect.stringContaining("no design “other”"),
  });
});

test("a layered drawing and a folder of panels become stills whose layers have their names", () => {
  const svg = (inner: string) => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1920 1080">${inner}</svg>`;
  const rect = `<rect x="90" y="800" width="600" height="160" fill="#14342b"/>`;
  writeFileSync(
    join(folder, "strap.svg"),
    svg(`<g id="Panel">${rect}</g><g id="Line"><path d="M90 960h600v9h-600z"/></g>`),
  );
  mkdirSync(join(folder, "panels"));
  writeFileSync(join(folder, "panels", "1 Back.svg"), svg(rect));
  writeFileSync(join(folder, "panels", "2 Front.svg"), svg(`<circle cx="90" cy="800" r="40"/>`));
  for (const [drawing, names] of [
    ["strap.svg", ["Drawing", "Panel", "Line"]],
    ["panels", ["Drawing", "1 Back", "2 Front"]],
  ] as const) {
    expect(run("pack", "--drawing", drawing, "--out", `${drawing}.zip`)).toMatchObject({ status: 0 });
    expect(run("unpack", `${drawing}.zip`, "--out", `${drawing}-open`).status).toBe(0);
    const [file] = readdirSync(join(folder, `${drawing}-open/designs`));
    const read = JSON.parse(bytes(`${drawing}-open/designs/${file}`).toString()) as { layers: { name: string }[] };
    expect(read.layers.map(({ name }) => name)).toEqual(names);
  }
  writeFileSync(join(folder, "bad.svg"), svg("<script>alert(1)</script>"));
  const bad = run("pack", "--drawing", "bad.svg", "--out", "bad.zip");
  expect([bad.status, bad.said]).toEqual([2, expect.stringMatching(/bad\.svg: .*“script”/)]);
});

test("an unpacked package is a source of its own: its house style and files lie beside the design", () => {
  expect(run("pack", ...source, "--values", "people.csv", "--out", "round.zip")).toMatchObject({ status: 0 });
  expect(run("unpack", "round.zip", "--out", "round").status).toBe(0);
  expect(run("pack", "--design", "round/designs/test.json", "--out", "again.zip")).toMatchObject({ status: 0 });
  expect(run("check", "again.zip").said).toContain("This package can be imported.");
});
test("packing a package keeps its rows", () => {
  expect(run("pack", ...source, "--values", "people.csv", "--out", "rows.zip").status).toBe(0);
  expect(run("pack", "--design", "rows.zip", "--out", "rows-again.zip").status).toBe(0);
  expect(run("check", "rows-again.zip").said).toContain("2 rows");
});
test("a house style beside a package is refused, since the package brings its own", () => {
  const refused = run("pack", "--design", "rows.zip", "--house", "house.json", "--out", "x.zip");
  expect(refused.status).not.toBe(0);
  expect(refused.said).toContain("brings its own house style");
});
test("outputs go by their names, however they are written, and a wrong one is answered with what there is", () => {
  const clip = ["render", ...source, "--values", "bram.json", "--format", "square", "--out", "named"];
  expect(run(...clip, "--output", "“transparent CLIP (webm)”")).toMatchObject({ status: 0 });
  const refused = run(...clip, "--output", "film");
  expect(refused.status).not.toBe(0);
  expect(refused.said).toMatch(/see-through-clip \(“Transparent clip \(WebM\)”\)[^]*see-through-master/);
});
test("a frame tells what the checks find, and a clip what its proof notes", () => {
  writeFileSync(join(folder, "odd.json"), JSON.stringify({ name: "Ada \u{12000}" }));
  const frame = run("frame", ...source, "--format", "square", "--values", "odd.json", "--out", "odd.png");
  expect(frame.status).toBe(0);
  expect(frame.said).toMatch(/glyph_missing/);
  writeFileSync(
    join(folder, "keyed.json"),
    JSON.stringify({ id: "keyed", name: "Keyed", kind: "key-colour", key: "#112030" }),
  );
  const clip = run(
    "render",
    ...source,
    "--values",
    "bram.json",
    "--format",
    "square",
    "--output",
    "keyed.json",
    "--out",
    "keyed",
  );
  expect(clip.said).toMatch(/note: .*too close/);
});
