"use client";
import { useId, useRef, useState, type ReactNode } from "react";
import { Overlay, Popover } from "react-bootstrap";
import type { Ease } from "@/core/document/ease";
import type { Move } from "@/core/document/move";
import { motionDeeds } from "@/core/facts/inspector-deeds";
import { kinds } from "@/core/motion/kinds";
import { EaseEditor } from "./EaseEditor";
import { useChangeMove } from "./controls";

/** How a move runs, in words; pressed, its curve to change. */
export function EaseButton({ move, children }: { move: Move; children: ReactNode }) {
  const change = useChangeMove(move);
  return (
    <EasePop
      ease={move.ease ?? kinds[move.kind].ease}
      lengthS={move.length ?? kinds[move.kind].lengthS}
      onChange={(ease, merge) => change("Ease", (own) => void (own.ease = ease), merge)}
    >
      {children}
    </EasePop>
  );
}

export function EasePop({
  ease,
  lengthS,
  onChange,
  children,
}: {
  ease: Ease;
  lengthS: number;
  onChange: (ease: Ease, merge: boolean) => void;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const target = useRef<HTMLButtonElement>(null);
  const id = useId();
  return (
    <>
      <button
        data-help={motionDeeds.easing.help}
        ref={target}
        type="button"
        className="say__pick fw-semibold bg-none text-body fw-semibold p-0 text-start"
        aria-haspopup="dialog"
        aria-expanded={open}
        aria-label={`Easing: ${typeof children === "string" ? children : ""}`}
        onClick={() => setOpen(!open)}
      >
        {children}
      </button>
      <Overlay target={target} show={open} placement="left" rootClose onHide={() => setOpen(false)}>
        <Popover id={id} className="ease-pop" role="dialog" aria-label="Easing">
          <EaseEditor ease={ease} lengthS={lengthS} onChange={onChange} />
        </Popover>
      </Overlay>
    </>
  );
}
