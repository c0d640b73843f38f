import type { Key, KeyTime } from "@/core/document/keys";
import type { Layer } from "@/core/document/layer";
import type { Ease } from "@/core/document/ease";
import type { Move } from "@/core/document/move";
import { pause } from "./api";
import { BenchHand } from "./bench";
import { press } from "./browser";

/** Gives layers motion as a designer does: by the words of the sentences, the ticks, and the menus. */
export class MotionHand extends BenchHand {
  /** Chooses a layer by its row; `more` keeps those chosen before. */
  async take(layer: string, more = false): Promise<void> {
    if (more) await this.page.keyboard.down("Control");
    await this.page.click(`[data-row="${layer}"] .strip__choose`);
    if (more) await this.page.keyboard.up("Control");
    await pause(30);
  }

  /** Puts a move on the chosen layer by its phase and kind. */
  async addMove(phase: Move["phase"], kind: Move["kind"]): Promise<void> {
    const start = `[data-add-move=${phase}]`;
    await this.page.$eval(start, (e) => e.scrollIntoView({ block: "center" }));
    await this.page.click(start);
    await this.page.waitForSelector(`.move-picker__kinds [data-kind=${kind}]`);
    await this.page.$eval(`[data-kind=${kind}]`, (e) => e.scrollIntoView({ block: "center" }));
    await this.page.click(`[data-kind=${kind}]`);
    await this.page.waitForFunction(() => !document.querySelector(".move-picker__kinds"));
  }

  /** Makes the sentence of a move say what another move does. `idOf` gives the ids that moves have here. */
  async say(id: string, move: Move, idOf: (move: string) => string): Promise<void> {
    const sentence = `[data-move-sentence="${id}"]`;
    await this.page.waitForSelector(sentence);
    const { to, edge, gap } = move.start;
    const starts = to === "phase" || to.startsWith("cue:") ? to : `${edge} ${idOf(to)}`;
    await this.set({ "Starts by": starts, "Seconds later": String(gap) }, sentence);
    if (move.length !== undefined) await this.set({ "Length of the move": String(move.length) }, sentence);
    if (typeof move.from === "string") await this.set({ Direction: move.from }, sentence);
    if (!move.split && (await this.page.$(`${sentence} [aria-label="In which parts"]`))) {
      await this.set({ "In which parts": "" }, sentence);
    }
    const more: Record<string, string> = {};
    if (move.strength !== undefined) more.Strength = String(move.strength);
    if (move.turn !== undefined) more["Turns by"] = String(move.turn);
    if (move.behind !== undefined) more["From behind the edge of"] = move.behind;
    if (move.distance) {
      more["Distance of"] = { own: "its side", format: "the format", u: "u" }[move.distance.of];
      more.Distance = String(move.distance.value);
    }
    if (Object.keys(more).length === 0) return;
    await press(this.page, `${sentence} .say__tools button`, /More about this move/);
    for (const [label, value] of Object.entries(more)) {
      if (label === "Distance of") await press(this.page, `${sentence} [aria-label="Distance of"] label`, value);
      else await this.set({ [label]: value }, sentence);
    }
  }

  /** Hand-set keys of one property of the chosen layer; `name` and `scale` are what the page calls and shows it by. */
  async keys(property: string, name: string, scale: number, keys: readonly Key[]): Promise<void> {
    const track = `.key-rows [aria-label="Keys of ${name}"]`;
    for (const [i, key] of keys.entries()) {
      await this.set({ "New key at the needle, of": property });
      const row = `${track} li:nth-child(${i + 1})`;
      await this.page.waitForSelector(row);
      await this.set({ [`${name}: value of key ${i + 1}`]: String(Number(key.value) * scale) }, row);
      await this.instant(row, `When key ${i + 1} is`, key.at);
      if (key.hold) await this.page.click(`${row} input[type=checkbox]`);
      if (key.ease) await this.ease(row, key.ease);
    }
  }

  async instant(within: string, label: string, at: KeyTime): Promise<void> {
    await this.set({ [label]: at.anchor, [`${label}: seconds later`]: String(at.gap) }, within);
    if (at.anchor === "stay") await this.set({ [`${label}: share of the stay`]: String(at.share * 100) }, within);
  }

  /** Pastes a curve into the editor that opens from a sentence or a key. */
  async ease(within: string, ease: Ease): Promise<void> {
    const css =
      typeof ease === "string"
        ? ease
        : ease.kind === "cubic-bezier"
          ? `cubic-bezier(${ease.x1}, ${ease.y1}, ${ease.x2}, ${ease.y2})`
          : "linear";
    const button = `${within} [aria-label^="How it runs"]`;
    await this.page.$eval(button, (e) => e.scrollIntoView({ block: "center" }));
    await this.page.focus(button);
    await this.page.keyboard.press("Enter");
    await this.page.waitForSelector(".ease-pop [aria-label='Paste a CSS easing']");
    await this.page.type(".ease-pop [aria-label='Paste a CSS easing']", css);
    await this.page.keyboard.press("Escape");
    await this.page.waitForFunction(() => !document.querySelector(".ease-pop"));
  }

  /** Puts on chosen layers what was copied, or copies it. */
  async motion(what: "Copy the motion" | "Put the copied motion here"): Promise<void> {
    await press(this.page, ".rubric__tools button", new RegExp(what));
  }
}

/** A design at rest: everything that moves it is taken off. */
export function stilled<D extends { layers: Layer[] }>(design: D): D {
  const layers = design.layers.map(({ meter: _, overrides, ...layer }) => {
    const still = Object.entries(overrides).map(
      ([format, values]) =>
        [format, Object.fromEntries(Object.entries(values).filter(([path]) => !path.startsWith("meter")))] as const,
    );
    return { ...layer, overrides: Object.fromEntries(still), moves: [], keys: [] };
  });
  return { ...design, layers: layers as unknown as Layer[] };
}
