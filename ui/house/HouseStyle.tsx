"use client";
import { useState } from "react";
import type { HousePart } from "@/core/edit/house-remove";
import { PackDialog, packJob } from "@/ui/packages/PackDialog";
import { useReopened } from "@/ui/parts/kept-job";
import { Notice } from "@/ui/parts/Notice";
import { StepsBack } from "@/ui/parts/StepsBack";
import { useUndoKeys } from "@/ui/parts/use-undo-keys";
import { Accounts } from "./Accounts";
import { Colours } from "./Colours";
import { Drifts } from "./Drifts";
import { Formats } from "./Formats";
import { Rules } from "./Rules";
import { Marks } from "./Marks";
import { MediaFiles } from "./MediaFiles";
import { RemoveDialog, type Removed } from "./RemoveDialog";
import { RemovedLine } from "./RemovedLine";
import { TypeStyles } from "./TypeStyles";
import { useHouse } from "./use-house";

/** The brand on one printed sheet: colours, type, marks, accounts, pictures, formats. Designers change it in place. */
export function HouseStyle() {
  const editor = useHouse();
  const { house, fault, saving, edit, settled, history, undo, redo } = editor;
  useUndoKeys(undo, redo);
  const [leaving, setLeaving] = useState<{ part: HousePart; name: string }>();
  const [packing, setPacking] = useState(false);
  useReopened(packJob, () => setPacking(true));
  const [removed, setRemoved] = useState<Removed>();
  if (!house) {
    return (
      <main className="page">
        {fault ? <Notice weight="stop">{fault}</Notice> : <p className="quiet">Loading the house style …</p>}
      </main>
    );
  }
  const shared = { house, edit, settled, remove: (part: HousePart, name: string) => setLeaving({ part, name }) };
  return (
    <main className="page house">
      <div className="page__head">
        <h1>{house.name}</h1>
        <p>
          The brand’s colours, type, marks, accounts and formats. A change shows in every draft at once; releases keep
          what they were published with.{" "}
          <span data-save={saving ? "saving" : "saved"}>{saving ? "Saving …" : "Saved."}</span>{" "}
          <StepsBack
            past={history.past[history.past.length - 1]}
            future={history.future[history.future.length - 1]}
            onUndo={undo}
            onRedo={redo}
          />{" "}
          <button type="button" className="plain-link bg-none border-0 p-0" onClick={() => setPacking(true)}>
            Export package …
          </button>
        </p>
      </div>
      {fault && <Notice weight="stop">{fault}</Notice>}
      {removed && <RemovedLine removed={removed} onDone={() => setRemoved(undefined)} />}
      <Drifts />
      <div className="house__sheet bg-sheet border m-0 min-w-0">
        <Colours {...shared} />
        <TypeStyles {...shared} />
        <Marks {...shared} />
        <Accounts {...shared} />
        <MediaFiles {...shared} onRemoved={setRemoved} />
        <Formats {...shared} />
        <Rules />
      </div>
      {packing && <PackDialog whole onClose={() => setPacking(false)} />}
      {leaving && (
        <RemoveDialog {...leaving} house={house} onRemoved={setRemoved} onClose={() => setLeaving(undefined)} />
      )}
    </main>
  );
}
