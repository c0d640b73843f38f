import { describe, expect, test } from "@jest/globals";
import { addBadge, addBarBehind, addText } from "../edit/fresh-layer";
import { blankDesign, freshId } from "../edit/blank";
import { panelBehind } from "../edit/panels";
import { Design } from "../document/design";
import { testHouse as house } from "../testing/scene";
import { applySet, characters, motionSets, type Character } from "./sets";

const empty = (): Design => blankDesign("d", "D", house);
function wearing(design: Design, set: string, character?: Character, only?: ReadonlySet<string>): Design {
  const taken = new Set<string>();
  const fresh = (wanted: string) => {
    const id = freshId(wanted, taken);
    taken.add(id);
    return id;
  };
  applySet(design, set, fresh, { ...(character && { character }), only });
  return Design.parse(JSON.parse(JSON.stringify(design)));
}
const arrive = (design: Design, id: string) =>
  design.layers.find((layer) => layer.id === id)!.moves.find(({ phase }) => phase === "arrive")!;
function twoPanels() {
  const design = empty();
  const first = addText(design, house);
  const second = addText(design, house, first);
  const panels = panelBehind(design, house, [first, second]);
  return { design, lines: [first, second], panels };
}

describe("a set in three characters", () => {
  test.each(motionSets.map(({ id }) => id))("%s is longest when calm and shortest when crisp", (set) => {
    const lengths = characters.map(({ id }) => {
      const { design, lines } = twoPanels();
      return arrive(wearing(design, set, id), lines[0]!).length!;
    });
    expect([...lengths].sort((a, b) => b - a)).toEqual(lengths);
    expect(new Set(lengths).size).toBe(3);
  });
});

test("words come out from behind the edge of their own panel, after it", () => {
  const { design, lines, panels } = twoPanels();
  const worn = wearing(design, "unfold");
  lines.forEach((line, i) => {
    const move = arrive(worn, line);
    expect(move.behind).toBe(panels[i]);
    expect(move.start.to).toBe(arrive(worn, panels[i]!).id);
  });
});

test("a badge comes before its bar, also when the bar carries words beside the badge", () => {
  const design = empty();
  const [disc, mark] = addBadge(design, house);
  const bar = addBarBehind(design, house, disc);
  const text = addText(design, house, bar);
  const worn = wearing(design, "unfold");
  expect(arrive(worn, disc).kind).toBe(arrive(worn, mark).kind);
  expect(arrive(worn, disc).start.gap).toBeLessThan(arrive(worn, bar).start.gap);
  expect(arrive(worn, text).behind).toBe(bar);
});

test("lines of one style and no mark are a caption, which leaves all at once; others leave as they came", () => {
  const { design, lines } = twoPanels();
  for (const layer of design.layers) if (layer.kind === "text") layer.setting.type = "body";
  expect(wearing(design, "uncover").leave).toBe("together");
  const other = empty();
  addText(other, house);
  other.leave = "together";
  expect(wearing(other, "uncover").leave).toBe("mirror");
  expect(lines).toHaveLength(2);
});

test("given to some layers it leaves the others, and how all of it leaves, as they were", () => {
  const { design, lines } = twoPanels();
  const before = wearing(design, "hush");
  const after = wearing(JSON.parse(JSON.stringify(before)) as Design, "sweep", "lively", new Set([lines[0]!]));
  expect(arrive(after, lines[0]!).kind).toBe("slide");
  expect(arrive(after, lines[1]!).kind).toBe("fade");
  expect(after.leave).toBe(before.leave);
});
