import { describe, expect, test } from "@jest/globals";
import { checkValues, type Values } from "@/core/document/values";
import { clipBounds, planClip } from "@/core/sample/clip";
import { prepareScene } from "@/core/scene";
import { createCanvas } from "@napi-rs/canvas";
import { paint } from "@/core/paint/paint";
import { readDesign } from "./designs";
import { house } from "./house";
import { fontBook, loadFace } from "@/render/fonts";
import { NodeHost } from "@/render/node-host";
import { handOvers, inTurns } from "@/core/bind/turns";

const design = readDesign("handle-pop-up");
const accounts = (ids: readonly string[], shares: readonly number[] = []): Values => ({
  fields: {
    account: {
      kind: "accounts",
      list: ids.map((account, i) => ({ account, ...(shares[i] !== undefined && { share: shares[i] }) })),
    },
  },
  lengthS: 12,
});
const sceneOf = (values: Values) => prepareScene({ design, values, house, format: "wide" }, fontBook(), loadFace);
const fps = { num: 25, den: 1 };

describe("accounts in turn", () => {
  test("hand over at equal shares of the stay, or at their own", () => {
    expect(handOvers(["a", "b", "c", "d"].map((account) => ({ account })))).toEqual([0.25, 0.5, 0.75]);
    expect(handOvers([{ account: "a", share: 3 }, { account: "b" }])).toEqual([0.75]);
  });
  test("one alone is the very picture of that account", async () => {
    const [listed, plain] = await Promise.all([
      sceneOf(accounts(["lantern"])),
      sceneOf({ fields: { account: "lantern" }, lengthS: 12 }),
    ]);
    for (const timeS of [0.3, 2, 6, 11.6]) expect(listed.sample(timeS).key).toBe(plain.sample(timeS).key);
  });
  test("each says its words in its turn, and nothing is said while they change hands", async () => {
    const scene = await sceneOf(accounts(["murmur", "lantern", "dewdrop"]));
    const { arriveS, leaveS, squeeze } = scene.table;
    const [from, to] = [arriveS * squeeze, 12 - leaveS * squeeze];
    const at = (share: number) => from + (to - from) * share;
    // In the middle of its turn it looks as it would alone, but for the width of its bar.
    for (const [turn, account] of ["murmur", "lantern", "dewdrop"].entries()) {
      const alone = await sceneOf({ fields: { account }, lengthS: 12 });
      const timeS = at((turn + 0.5) / 3);
      const ink = inkAt(scene, timeS);
      expect(ink).toBeGreaterThan(800);
      expect(Math.abs(ink - inkAt(alone, timeS)) / ink).toBeLessThan(0.01);
    }
    for (const share of [1 / 3, 2 / 3]) expect(inkAt(scene, at(share))).toBe(0);
  });
  test("its bar is as wide as the widest needs, and rests as long as nobody changes hands", async () => {
    const scene = await sceneOf(accounts(["murmur", "lantern", "dewdrop"]));
    const widest = await sceneOf({ fields: { account: "dewdrop" }, lengthS: 12 });
    const [own, wanted] = [clipBounds(scene, fps), clipBounds(widest, fps)];
    // What never rests is given a margin.
    expect(own.width - wanted.width).toBeGreaterThanOrEqual(0);
    expect(own.width - wanted.width).toBeLessThanOrEqual(24);
    expect(planClip(scene, fps).distinct.length).toBeLessThan(120);
  });
  test.each(design.formats)("are laid out in the format %s, five of them", async (format) => {
    const values = accounts(["murmur", "plotline", "dewdrop", "sapling", "lantern"]);
    const scene = await prepareScene({ design, values, house, format }, fontBook(), loadFace);
    const widthOf = (id: string) => scene.still.layers.find(({ layer }) => layer.id === id)!.box.width;
    const words = ["handle", "handle--2", "handle--3", "handle--4", "handle--5"].map(widthOf);
    const alone = await prepareScene(
      { design, values: { fields: { account: "sapling" } }, house, format },
      fontBook(),
      loadFace,
    );
    // The longest of the handles decides.
    expect(Math.max(...words)).toBe(words[3]);
    expect(widthOf("bar")).toBe(alone.still.layers.find(({ layer }) => layer.id === "bar")!.box.width);
  });
  test("more than the design shows, and accounts that are not on offer, are told", () => {
    expect(checkValues(design, accounts(["murmur", "lantern", "dewdrop"]))).toEqual([]);
    const many = Array.from({ length: 6 }, () => "murmur");
    expect(checkValues(design, accounts(many))[0]?.message).toContain("at most 5 accounts");
    expect(checkValues(design, accounts(["murmur", "nowhere"])).length).toBe(1);
  });
  test("leaves a design without such a list as it is", () => {
    const values: Values = { fields: { account: "murmur" } };
    expect(inTurns(design, values, house)).toEqual({ design, values });
  });
});

/** Pixels that are written on the bar: dark ones where it is paper. */
function inkAt(scene: Awaited<ReturnType<typeof sceneOf>>, timeS: number): number {
  const canvas = createCanvas(1920, 1080);
  const context = canvas.getContext("2d");
  paint(scene.sample(timeS), { x: 0, y: 0, width: 1920, height: 1080 }, context as never, new NodeHost());
  // Right of the disc, left of where the narrowest bar ends.
  const { data } = context.getImageData(255, 890, 190, 100);
  let ink = 0;
  for (let i = 0; i < data.length; i += 4) if (data[i + 3]! > 200 && data[i]! < 120) ink++;
  return ink;
}
