"use client";
import { createContext, useContext, useEffect, type ReactNode } from "react";
import { Button } from "react-bootstrap";
import type { Fix } from "@/core/checks/define";
import { fillDeeds } from "@/core/facts/fill";
import { Notice } from "@/ui/parts/Notice";
import type { StagePlayer } from "@/ui/stage/player";
import type { FieldNote } from "./notes";

/** What may be done about what is said: its place shown on the picture, and what mends it written. */
interface NoteTools {
  readonly player: StagePlayer;
  readonly fixFor: (note: FieldNote) => Fix | undefined;
  readonly onFix: (fix: Fix) => void;
}

export const NoteContext = createContext<NoteTools | undefined>(undefined);

/** One thing that is to be said, its place drawn on the picture while it is pointed at, and what mends it. */
export function NoteLine({ note, children }: { note: FieldNote; children?: ReactNode }) {
  const tools = useContext(NoteContext);
  const { finding } = note;
  const fix = tools?.fixFor(note);
  const point = (on: boolean) => tools?.player.point(on && finding?.layer !== undefined ? finding : undefined);
  // What was pointed at may be mended, and gone, while the pointer is still there.
  const player = tools?.player;
  useEffect(() => () => player?.point(undefined), [player]);
  return (
    <div
      data-finding={finding?.id}
      onPointerEnter={() => point(true)}
      onPointerLeave={() => point(false)}
      onFocus={() => point(true)}
      onBlur={() => point(false)}
    >
      <Notice weight={note.weight}>
        {note.text}
        {fix && (
          <>
            {" "}
            <Button
              data-help={fillDeeds.applyFix.help}
              variant="link"
              size="sm"
              className="p-0 align-baseline"
              onClick={() => tools!.onFix(fix)}
            >
              {fix.label}
            </Button>
          </>
        )}
        {children}
      </Notice>
    </div>
  );
}
