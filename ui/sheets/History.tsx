"use client";
import { StepsBack } from "@/ui/parts/StepsBack";
import type { SheetSave } from "./sender";
import { useSheet } from "./store";

/** Whether all that was typed is kept. */
export const Saved = () => <SavedWords save={useSheet((state) => state.save)} />;

export function SavedWords({ save }: { save: SheetSave }) {
  const words = { saved: "saved", saving: "saving …", waiting: "not saved yet; trying again" } as const;
  if (save.kind !== "refused") return <span data-save={save.kind}>{words[save.kind]}</span>;
  return (
    <span data-save="refused" role="alert" className="text-primary fw-semibold">
      not saved: {save.message}
    </span>
  );
}

/** Undo and redo, with what they would take back and do again. */
export function History() {
  const past = useSheet((state) => state.past.at(-1));
  const future = useSheet((state) => state.future.at(-1));
  const undo = useSheet((state) => state.undo);
  const redo = useSheet((state) => state.redo);
  return <StepsBack past={past} future={future} onUndo={undo} onRedo={redo} />;
}
