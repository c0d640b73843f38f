import type { Layer } from "@/core/document/layer";
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
