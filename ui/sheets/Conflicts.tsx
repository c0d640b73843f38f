"use client";
import { Button } from "react-bootstrap";
import { Notice } from "@/ui/parts/Notice";
import { columnText } from "@/core/sheets/take-in";
import { columnLabel } from "./columns";
import { useSheet } from "./store";

/** Cells that two people have changed at once: whoever came second is asked. */
export function Conflicts() {
  const conflicts = useSheet((state) => state.conflicts);
  const rows = useSheet((state) => state.rows);
  const settle = useSheet((state) => state.settle);
  const desk = useSheet((state) => state.view.desk);
  if (conflicts.length === 0) return null;
  return (
    <div className="sheet__conflicts">
      {conflicts.slice(0, 5).map((conflict) => {
        const number = rows.findIndex(({ id }) => id === conflict.row) + 1;
        const label = columnLabel(desk.document, conflict.column);
        const theirs = columnText(desk.document, conflict.column, conflict.theirs, desk.house);
        return (
          <Notice key={`${conflict.row} ${conflict.column}`} weight="warn">
            {conflict.gone || number === 0 ? (
              <>A row that you changed was removed by someone else. </>
            ) : (
              <>
                Row {number}, {label}: somebody else wrote “{theirs}” meanwhile.{" "}
                <Button variant="link" size="sm" onClick={() => settle(conflict, "mine")}>
                  Keep mine
                </Button>
              </>
            )}
            <Button variant="link" size="sm" onClick={() => settle(conflict, "theirs")}>
              {conflict.gone || number === 0 ? "Good" : "Keep theirs"}
            </Button>
          </Notice>
        );
      })}
    </div>
  );
}
