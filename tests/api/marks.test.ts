import sharp from "sharp";
import { describe, expect, test } from "@jest/globals";
import { as, base, cookieOf, resultOf } from "../support/api";

/* Pictures made into marks, by whoever may, and what is wrong told where it came from. */

async function brought(svg: string): Promise<string> {
  const body = await sharp(Buffer.from(svg)).png().toBuffer();
  const answer = await fetch(`${base}/api/media?name=flat.png`, {
    ...{ method: "POST", body: new Uint8Array(body), headers: { cookie: await cookieOf("tomas"), origin: base } },
  });
  return ((await answer.json()) as { data: { picture: { hash: string } } }).data.picture.hash;
}
const flat = (ink: string) => `<svg xmlns="http://www.w3.org/2000/svg" width="120" height="100">
  <rect width="120" height="100" fill="#fff"/><circle cx="60" cy="50" r="30" fill="${ink}"/></svg>`;
const prepare = async (hash: string, recipe: object) => {
  const asked = await as("tomas", "POST", "/api/marks/prepare", { hash, recipe });
  if (asked.error) return asked;
  const result = await resultOf(await cookieOf("tomas"), asked.data);
  return { ...result, job: asked.data.job as string };
};

describe("a picture made into a mark", () => {
  test("is another file, cut to its ink, and says where it lies on the one that was brought", async () => {
    const hash = await brought(flat("#204060"));
    const { data } = await prepare(hash, { clear: {} });
    expect(data).toMatchObject({ width: 60, height: 60, x: 30, y: 20 });
    expect(data.hash).not.toBe(hash);
    expect(data.halo.after.light).toBeLessThan(6);
    const answer = await fetch(`${base}/api/media/${data.hash}`, { headers: { cookie: await cookieOf("tomas") } });
    const { channels, width } = await sharp(Buffer.from(await answer.arrayBuffer())).metadata();
    expect([channels, width]).toEqual([4, 60]);
  });
  test("is the same job and the same bytes when it is asked for again", async () => {
    const hash = await brought(flat("#602040"));
    const [one, other] = [await prepare(hash, { clear: {} }), await prepare(hash, { clear: {} })];
    expect("job" in one && "job" in other && one.job === other.job).toBe(true);
    expect(other.data.hash).toBe(one.data.hash);
    expect((await prepare(hash, { clear: {}, size: {} })).data.hash).not.toBe(one.data.hash);
  });
  test("that is all ground is told so, and comes back as it was", async () => {
    const { data } = await prepare(await brought(flat("#ffffff")), { clear: {} });
    expect(data).toMatchObject({ fault: "all_ground", width: 120, height: 100 });
  });
  test.each([
    ["a picture that is not here", "0".repeat(64), {}, "media_unknown"],
    ["what is no hash", "../../etc/passwd", {}, "invalid"],
    ["an edge that is too wide", "0".repeat(64), { clear: { edge: 99 } }, "invalid"],
    ["a tolerance that is none", "0".repeat(64), { clear: { tolerance: "NaN" } }, "invalid"],
    ["too many places", "0".repeat(64), { clear: { points: Array(65).fill({ x: 0, y: 0 }) } }, "invalid"],
    ["a step that nobody knows", "0".repeat(64), { vanish: true }, "invalid"],
  ])("refuses %s", async (_, hash, recipe, code) => {
    expect((await prepare(hash, recipe)).error?.code).toBe(code);
  });
});
