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
      <header className="paper-dialog__head align-items-baseline border-bottom d-flex gap-24 justify-content-between my-0 mx-20 pt-16 px-0 pb-10">
        <h2 id={id}>{title}</h2>
        {onClose && (
          <button type="button" className="paper-dialog__close bg-none border-0 text-body py-2 px-0" onClick={onClose}>
            Close
          </button>
        )}
      </header>
      {children}
    </Modal>
  );
}
