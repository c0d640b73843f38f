import { expect } from "@jest/globals";
import { act, fireEvent } from "@testing-library/react";
import type { Ease } from "@/core/document/ease";
import type { Key, KeyTime } from "@/core/document/keys";
import type { Move } from "@/core/document/move";
import type { showAtBench } from "./bench";

/* A designer's hands at the inspector: by what its controls are called. */

type Bench = ReturnType<typeof showAtBench>;
const one = (selector: string): HTMLElement => {
  const found = document.querySelector<HTMLElement>(selector);
  if (!found) throw new Error(`nothing is ${selector}`);
  return found;
};

export class BenchHands {
  constructor(private readonly bench: Bench) {}

  /** Selects layers. */
  take(...layers: string[]): void {
    act(() => this.bench.store.getState().choose(layers));
  }

  /** Shows a format; `only` lets edits change it alone. */
  show(format: string, only: boolean): void {
    act(() => this.bench.store.getState().show({ format, onlyHere: only }));
  }

  press(selector: string, words: string | RegExp): void {
    const buttons = [...document.querySelectorAll<HTMLElement>(selector)];
    const wanted = buttons.find(({ textContent }) => {
      const text = textContent.trim();
      return typeof words === "string" ? text === words : words.test(text);
    });
    if (!wanted) throw new Error(`no ${selector} says ${String(words)}`);
    fireEvent.click(wanted);
  }

  /** Sets controls by their names: numbers and words are typed, lists chosen from, boxes ticked. */
  set(values: Readonly<Record<string, string | boolean>>, within = "main"): void {
    for (const [label, value] of Object.entries(values)) {
      const control = one(`${within} [aria-label="${label}"]:not(section)`);
      if (control instanceof HTMLSelectElement) {
        const option = [...control.options].find((other) => other.text === value || other.value === value);
        if (!option) throw new Error(`“${String(value)}” is not on the list ${label}`);
        fireEvent.change(control, { target: { value: option.value } });
      } else if (control instanceof HTMLInputElement && control.type === "checkbox") {
        if (control.checked !== value) fireEvent.click(control);
      } else {
        fireEvent.focus(control);
        fireEvent.change(control, { target: { value } });
        fireEvent.blur(control);
        expect([label, control.getAttribute("aria-invalid")]).toEqual([label, "false"]);
      }
    }
  }

  /** Puts a move on the selected layers by its phase and kind. */
  addMove(phase: Move["phase"], kind: Move["kind"]): void {
    fireEvent.click(one(`[data-add-move=${phase}]`));
    fireEvent.click(one(`.move-picker__kinds [data-kind=${kind}]`));
  }

  /** Makes the sentence of a move say what another move does. `idOf` gives the ids that moves have here. */
  say(id: string, move: Move, idOf: (move: string) => string): void {
    const sentence = `[data-move-sentence="${id}"]`;
    const { to, edge, gap } = move.start;
    const starts = to === "phase" || to.startsWith("cue:") ? to : `${edge} ${idOf(to)}`;
    this.set({ "Starts by": starts, "Seconds later": String(gap) }, sentence);
    if (move.length !== undefined) this.set({ "Length of the move": String(move.length) }, sentence);
    if (typeof move.from === "string") this.set({ Direction: move.from }, sentence);
    if (!move.split && document.querySelector(`${sentence} [aria-label="In which parts"]`))
      this.set({ "In which parts": "" }, sentence);
    const more: Record<string, string> = {};
    if (move.strength !== undefined) more.Strength = String(move.strength);
    if (move.turn !== undefined) more["Turns by"] = String(move.turn);
    if (move.behind !== undefined) more["From behind the edge of"] = move.behind;
    if (move.distance) more.Distance = String(move.distance.value);
    if (Object.keys(more).length === 0) return;
    this.press(`${sentence} .say__tools button`, /More about this move/);
    if (move.distance) {
      const of = { own: "its side", format: "the format", u: "u" }[move.distance.of];
      this.press(`${sentence} [aria-label="Distance of"] label`, of);
    }
    this.set(more, sentence);
  }

  /** Sets keyframes of one property of the selected layer; `name` and `scale` are what the inspector calls and shows it by. */
  keys(property: string, name: string, scale: number, keys: readonly Key[]): void {
    for (const [i, key] of keys.entries()) {
      this.set({ "Property of the new keyframe": property });
      const row = `.key-rows [aria-label="Keyframes of ${name}"] li:nth-child(${i + 1})`;
      this.set({ [`${name}: value of keyframe ${i + 1}`]: String(Number(key.value) * scale) }, row);
      this.instant(row, `Time of keyframe ${i + 1}`, key.at);
      if (key.hold) fireEvent.click(one(`${row} input[type=checkbox]`));
      if (key.ease) this.ease(row, key.ease);
    }
  }

  private instant(within: string, label: string, at: KeyTime): void {
    this.set({ [label]: at.anchor, [`${label}: seconds later`]: String(at.gap) }, within);
    if (at.anchor === "stay") this.set({ [`${label}: share of the stay`]: String(at.share * 100) }, within);
  }

  /** Pastes a curve into the editor that opens from a sentence or a keyframe. */
  private ease(within: string, ease: Ease): void {
    const isCurve = typeof ease !== "string" && ease.kind === "cubic-bezier";
    const css = isCurve
      ? `cubic-bezier(${ease.x1}, ${ease.y1}, ${ease.x2}, ${ease.y2})`
      : typeof ease === "string"
        ? ease
        : "linear";
    const button = one(`${within} [aria-label^="Easing"]`);
    fireEvent.click(button);
    // One that is closing may still be there: the one that has just opened is the last.
    const box = [...document.querySelectorAll(".ease-pop [aria-label='Paste a CSS easing']")].at(-1)!;
    fireEvent.change(box, { target: { value: css } });
    fireEvent.click(button);
  }
}
