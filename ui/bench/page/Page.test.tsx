import { describe, expect, test } from "@jest/globals";
import { act, screen, within } from "@testing-library/react";
import type { Design } from "@/core/document/design";
import { designIds, readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { showAtBench } from "@/ui/testing/bench";
import { barriers } from "@/ui/testing/screen";
import { Page } from "./Page";

/* The page of what is chosen on the bench, for everything that the demo designs hold: what it shows and what it changes. */

const designs = designIds.map(readDesign);
/** A design with a layer of each kind and shape, told by what the page of it has to show. */
const samples = new Map<string, { design: Design; id: string }>();
for (const design of designs)
  for (const layer of design.layers) {
    const { id, kind, meter } = layer;
    const what = [kind, "shape" in layer && layer.shape, meter && "meter", "timer" in layer && layer.timer && "timer"];
    const name = what.filter(Boolean).join(" ");
    if (!samples.has(name)) samples.set(name, { design, id });
  }

function chosen(design: Design, ...ids: string[]) {
  const shown = showAtBench(design, house, <Page />);
  act(() => shown.store.getState().choose(ids));
  return shown;
}

test.each([...samples.keys()])("the page of a layer (%s) names it and all its controls", async (kind) => {
  const { design, id } = samples.get(kind)!;
  const { layer } = chosen(design, id);
  expect(screen.getByLabelText<HTMLInputElement>("Name of the layer").value).toBe(layer(id).name);
  for (const control of document.querySelectorAll("input, select, button, textarea"))
    if (!control.closest("[hidden], [aria-hidden=true]")) expect(nameOf(control)).not.toBe("");
  expect(withoutHelp()).toEqual([]);
  expect(await barriers()).toEqual([]);
});

/** Rows whose control has no sentence that says what it does. */
const withoutHelp = () =>
  [...document.querySelectorAll(".row-of:not([data-help])")].map((row) => row.textContent || row.innerHTML);

/** What a screen reader calls a control, as far as this page names them. */
function nameOf(control: Element): string {
  const labelled = control.getAttribute("aria-labelledby");
  const by = labelled?.split(" ").map((id) => document.getElementById(id)?.textContent ?? "");
  const labels = "labels" in control ? [...((control as HTMLInputElement).labels ?? [])] : [];
  return [control.getAttribute("aria-label"), ...(by ?? []), ...labels.map((e) => e.textContent), control.textContent]
    .filter(Boolean)
    .join(" ")
    .trim();
}

test("with nothing chosen it is the page of the design", async () => {
  showAtBench(readDesign("name-strap"), house, <Page />);
  expect(screen.getByLabelText<HTMLInputElement>("Name of the design").value).toBe("Name strap");
  expect(withoutHelp()).toEqual([]);
  expect(await barriers()).toEqual([]);
});

describe("what is changed", () => {
  const strap = readDesign("name-strap");
  const rectangles = strap.layers.filter(({ kind }) => kind === "rectangle").map(({ id }) => id);
  const opacityOf = (within?: HTMLElement) => (within ? undefined : screen.getByLabelText<HTMLInputElement>("Opacity"));

  test("as a name is taken with Enter, an empty one is not", async () => {
    const id = rectangles[0]!;
    const { hands, layer, store } = chosen(strap, id);
    const box = screen.getByLabelText<HTMLInputElement>("Name of the layer");
    await hands.clear(box);
    await hands.type(box, "لوحة{Enter}");
    expect(layer(id).name).toBe("لوحة");
    await hands.clear(box);
    await hands.keyboard("{Enter}");
    expect([layer(id).name, box.value]).toEqual(["لوحة", "لوحة"]);
    act(() => store.getState().undo());
    expect(layer(id).name).toBe(strap.layers.find((one) => one.id === id)!.name);
  });

  test("as a number is taken, put right at its limit, and undone in one step", async () => {
    const id = rectangles[0]!;
    const { hands, layer, store } = chosen(strap, id);
    const before = layer(id);
    await hands.clear(opacityOf()!);
    await hands.type(opacityOf()!, "40{Enter}");
    expect(layer(id).opacity).toBeCloseTo(0.4);
    await hands.clear(opacityOf()!);
    await hands.type(opacityOf()!, "250{Enter}");
    expect(layer(id).opacity ?? 1).toBe(1);
    act(() => {
      store.getState().undo();
      store.getState().undo();
    });
    expect(layer(id)).toEqual(before);
  });

  test("is changed on all chosen layers that have it", async () => {
    const { hands, layer } = chosen(strap, ...rectangles);
    expect(rectangles.length).toBeGreaterThan(1);
    expect(screen.getByText(new RegExp(`^${rectangles.length} layers are selected`))).toBeTruthy();
    await hands.clear(opacityOf()!);
    await hands.type(opacityOf()!, "25{Enter}");
    expect(rectangles.map((id) => layer(id).opacity)).toEqual(rectangles.map(() => 0.25));
  });

  test("for one format only is that format’s own, says so, and follows the design again", async () => {
    const id = rectangles[0]!;
    const { hands, store, layer } = chosen(strap, id);
    const whole = layer(id).opacity;
    await hands.click(screen.getByRole("checkbox", { name: /^Change Wide only/ }));
    await hands.clear(opacityOf()!);
    await hands.type(opacityOf()!, "30{Enter}");
    expect(layer(id).opacity).toBe(whole);
    expect(JSON.stringify(store.getState().document.layers.find((one) => one.id === id))).toContain("0.3");
    const own = screen.getByRole("button", { name: /^Opacity ?: this format’s own/ });
    await hands.click(own);
    expect(store.getState().document.layers.find((one) => one.id === id)).toEqual(
      strap.layers.find((one) => one.id === id),
    );
  });

  test("as a fill that is removed can be put back where it stood", async () => {
    const id = rectangles[0]!;
    const { hands, layer } = chosen({ ...strap, fields: [] }, id);
    const look = screen.getByRole("region", { name: "Style" });
    const off = within(look)
      .getAllByRole("button")
      .find((e) => /fill/i.test(nameOf(e)) && /off|remove|away/i.test(nameOf(e)));
    await hands.click(off!);
    expect("fill" in layer(id)).toBe(false);
    await hands.click(within(look).getByRole("button", { name: /^Fill/ }));
    expect("fill" in layer(id)).toBe(true);
  });
});
