import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, test } from "@jest/globals";
import { takeMark } from "../marks";
import { differenceFrom } from "./compare-svg";
import { readSvg } from "./read-svg";
const folder = mkdtempSync(join(tmpdir(), "rubrick-svg-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const svg = (inner: string, box = "0 0 100 100") =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="${box}">${inner}</svg>`;
const ring = "M10 10H90V90H10ZM30 30H70V70H30Z";

describe("an SVG mark looks as its file does:", () => {
  test.each<[string, string]>([
    [
      "filled by a class",
      `<style>.a{fill:#2f6b4f}.b{fill:none;stroke:#f0705a;stroke-width:6}</style><circle class="a" cx="40" cy="50" r="30"/><path class="b" d="M10 90H90"/>`,
    ],
    [
      "filled by a style",
      `<g style="fill:#f0705a;opacity:.5"><rect x="10" y="10" width="40" height="60" style="fill:#0e1822"/></g>`,
    ],
    ["with an even-odd hole", `<path fill-rule="evenodd" fill="#14342b" d="${ring}"/>`],
    [
      "with a stroke beside its fill",
      `<path d="M20 20H80V80H20Z" fill="#f4c64e" stroke="#14342b" stroke-width="8" stroke-linejoin="round"/>`,
    ],
    [
      "of lines alone",
      `<polyline points="10,80 50,20 90,80" fill="none" stroke="#2f6b4f" stroke-width="10" stroke-linecap="round"/><line x1="10" y1="95" x2="90" y2="95" stroke="#000" stroke-dasharray="8 4" stroke-width="3"/>`,
    ],
    [
      "inside a clip path",
      `<defs><clipPath id="c"><circle cx="50" cy="50" r="30"/></clipPath></defs><g clip-path="url(#c)"><path d="M0 0H100V60H0Z" fill="#f0705a"/></g>`,
    ],
    [
      "inside a clip path of its own box",
      `<clipPath id="c" clipPathUnits="objectBoundingBox"><rect x="0" y="0" width=".5" height="1"/></clipPath><rect x="20" y="20" width="60" height="60" clip-path="url(#c)" fill="#2f6b4f"/>`,
    ],
    [
      "through a mask with a dark part",
      `<mask id="m"><path d="M0 0H100V100H0Z" fill="#fff"/><circle cx="50" cy="50" r="20" fill="#000"/></mask><rect x="5" y="5" width="90" height="90" mask="url(#m)" fill="#0e1822"/>`,
    ],
    [
      "through a grey mask",
      `<mask id="m"><rect width="100" height="100" fill="#808080"/></mask><rect x="5" y="5" width="90" height="90" mask="url(#m)" fill="#0e1822"/>`,
    ],
    [
      "turned, leaned and mirrored",
      `<g transform="translate(50 50) rotate(30) scale(-1 .6) skewX(20)"><rect x="-30" y="-30" width="60" height="40" rx="8" fill="#2f6b4f"/></g>`,
    ],
  ])("%s", async (_, inner) => {
    const text = svg(inner);
    const { drawing, lost } = readSvg(text);
    expect(lost).toEqual([]);
    expect(await differenceFrom(text, drawing)).toBeLessThan(0.03);
  });
  test("and where it can't, that is told with the reason", async () => {
    const gradient = `<linearGradient id="g"><stop stop-color="#fff"/><stop offset="1" stop-color="#000"/></linearGradient>`;
    const file = join(folder, "gradient.svg");
    writeFileSync(file, svg(`${gradient}<rect width="100" height="100" fill="url(#g)"/>`));
    const { note, drawing } = await takeMark(file);
    expect(note).toMatch(/looks different.*gradients and patterns became one colour/);
    expect(drawing.shapes[0]!.colour).toBe("#ffffffff");
    writeFileSync(file, svg(`<rect width="100" height="100" fill="#2f6b4f"/>`));
    expect((await takeMark(file)).note).toBeUndefined();
  });
});

describe("an SVG that would hang or swell the server is refused in time:", () => {
  test.each<[string, string, RegExp]>([
    ["a colour of a million digits", svg(`<path d="M0 0h9v9z" fill="#${"1".repeat(1e6)}"/>`), /“fill” is too long/],
    ["gradients that never end", svg("<linearGradient id='a'>".repeat(2000)), /deep|unclosed/],
    [
      "gradients that go in a circle",
      svg(
        `<linearGradient id="a" href="#b"/><linearGradient id="b" href="#a"/><rect width="9" height="9" fill="url(#a)"/>`,
      ),
      /^$/,
    ],
    ["a quarter of a million points", svg(`<polygon points="${"1,2 ".repeat(250_000)}"/>`), /outlines is too long/],
    ["outlines that are long together", svg(`<path d="M0 0${"h1".repeat(9000)}"/>`.repeat(40)), /long together/],
    [
      "transforms in transforms",
      svg(`${`<g transform="${"scale(1.1) ".repeat(300)}">`.repeat(30)}<path d="M0 0h9v9z"/>${"</g>".repeat(30)}`),
      /beyond all bounds/,
    ],
    ["coordinates beyond all numbers", svg(`<path d="M0 0L1e308 1e308 9 9Z"/>`), /beyond all bounds/],
    ["groups thousands deep", svg("<g>".repeat(2900)), /deep/],
    [
      "a style sheet that grows",
      svg(`<style>${".a{fill:red}".repeat(9000)}</style><path class="a" d="M0 0h9v9z"/>`),
      /style sheet is too long/,
    ],
    [
      "a style sheet from elsewhere",
      svg(`<style>@import "http://elsewhere.example/a.css";</style><path d="M0 0h9v9z"/>`),
      /outside the file/,
    ],
  ])("%s", (_, text, words) => {
    if (words.source === "^$") expect(readSvg(text).drawing.shapes.length).toBe(1);
    else expect(() => readSvg(text)).toThrow(words);
  });
});
