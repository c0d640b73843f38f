"use client";
import { useEffect, useId, useState } from "react";
import { Overlay } from "react-bootstrap";

/** Milliseconds that something is pointed at before its help is shown. */
const restMs = 600;

interface Shown {
  readonly target: HTMLElement;
  readonly help: string;
}

const helped = (event: Event, also = ""): Shown | undefined => {
  const target = (event.target as Element | null)?.closest?.<HTMLElement>(`[data-help]${also}`);
  const help = target?.dataset.help ?? target?.title;
  return target && help ? { target, help } : undefined;
};

/** Beside the control where there is room, or else below or above it; never over the edge of the page. */
const placing = { modifiers: [{ name: "flip", options: { fallbackPlacements: ["right", "bottom", "top"] } }] };

/** Browsers show a title to whoever points at it, and to nobody who comes by the keyboard. */
const titled = ", button[title], a[title]";

/**
 * The help of whatever is pointed at, or has come into focus by the keyboard: one for the whole page. Controls carry it as
 * `data-help`. Escape, a press and typing hide it.
 */
export function HelpTip() {
  const id = useId();
  const [shown, setShown] = useState<Shown>();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let byKeys = false;
    let described: Element | undefined;
    const away = () => {
      clearTimeout(timer);
      if (described?.getAttribute("aria-describedby") === id) described.removeAttribute("aria-describedby");
      described = undefined;
      setShown(undefined);
    };
    const later = (next: Shown, ms: number, control?: Element) => {
      clearTimeout(timer);
      timer = setTimeout(() => {
        if (control && !control.hasAttribute("aria-describedby")) {
          control.setAttribute("aria-describedby", id);
          described = control;
        }
        setShown(next);
      }, ms);
    };
    const over = (event: PointerEvent) => {
      if (event.pointerType !== "mouse" || event.buttons !== 0) return;
      const next = helped(event);
      if (next) later(next, restMs);
      else away();
    };
    const focus = (event: FocusEvent) => {
      away();
      const next = byKeys ? helped(event, titled) : undefined;
      if (next) later(next, 0, event.target as Element);
    };
    const press = () => {
      byKeys = false;
      away();
    };
    const key = ({ key: pressed }: KeyboardEvent) => {
      byKeys = pressed === "Tab";
      if (!byKeys) away();
    };
    const gone = new AbortController();
    const all = { capture: true, passive: true, signal: gone.signal };
    addEventListener("pointerover", over, all);
    addEventListener("focusin", focus, all);
    addEventListener("focusout", away, all);
    addEventListener("pointerdown", press, all);
    addEventListener("keydown", key, all);
    // What the keyboard comes to is scrolled into view by that; the tip goes along.
    addEventListener("scroll", () => byKeys || away(), all);
    return () => {
      away();
      gone.abort();
    };
  }, [id]);
  if (!shown?.target.isConnected) return null;
  return (
    <Overlay show flip target={shown.target} placement="left" offset={[0, 8]} popperConfig={placing} transition={false}>
      {({ ref, style }) => (
        <p ref={ref} id={id} role="tooltip" className="help-tip m-0 py-6 px-10 fs-13 lh-sm pe-none" style={style}>
          {shown.help}
        </p>
      )}
    </Overlay>
  );
}
