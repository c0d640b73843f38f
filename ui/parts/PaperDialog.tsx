"use client";
import { useId, type ComponentProps, type ReactNode } from "react";
import { Modal } from "react-bootstrap";

/** A sheet of paper laid over the screen, with a rubric and a written way out. Without `onClose` it must be answered. */
export function PaperDialog({
  title,
  onClose,
  children,
  ...modal
}: {
  title: ReactNode;
  onClose?: (() => void) | undefined;
  children: ReactNode;
} & Omit<ComponentProps<typeof Modal>, "title" | "show" | "onHide" | "centered">) {
  const id = useId();
  const must = onClose === undefined ? ({ backdrop: "static", keyboard: false } as const) : {};
  return (
    <Modal show centered scrollable className="paper-dialog" aria-labelledby={id} onHide={onClose} {...must} {...modal}>
      <header className="paper-dialog__head">
        <h2 id={id}>{title}</h2>
        {onClose && (
          <button type="button" className="paper-dialog__close" onClick={onClose}>
            Close
          </button>
        )}
      </header>
      {children}
    </Modal>
  );
}
