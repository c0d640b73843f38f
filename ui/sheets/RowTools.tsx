"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import type { RowState } from "@/contract/sheets";
import { ShareDialog } from "@/ui/links/ShareDialog";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { EveryAccount } from "./EveryAccount";
import { newRowId, useSheet, useSheetStore } from "./store";

/** What is done with whole rows: added, copied, moved, taken away, said to be ready. */
export function RowTools(props: {
  chosen: readonly string[];
  onAdd: (count: number) => void;
  frozen: boolean;
  onFreeze: () => void;
}) {
  const { chosen, onAdd, frozen, onFreeze } = props;
  const store = useSheetStore();
  const rows = useSheet((state) => state.rows);
  const picked = rows.filter(({ id }) => chosen.includes(id));
  const { edit, view } = store.getState();
  const ids = picked.map(({ id }) => id);
  const copy = () => {
    let after = ids.at(-1);
    const add = picked.map(({ cells }) => {
      const one = { id: newRowId(), cells: { ...cells }, ...(after !== undefined && { after }) };
      after = one.id;
      return one;
    });
    edit("Copy rows", { add });
  };
  const move = (by: -1 | 1) => {
    const first = rows.findIndex(({ id }) => id === ids[0]);
    const last = rows.findIndex(({ id }) => id === ids.at(-1));
    const after = by === -1 ? rows[first - 2]?.id : rows[last + 1]?.id;
    if (by === 1 && after === undefined) return;
    edit("Move rows", { move: { rows: ids, ...(after !== undefined && { after }) } });
  };
  const [fault, setFault] = useState<string>();
  const say = async (state: RowState) => {
    setFault(undefined);
    try {
      await store.getState().flush();
      await call(`/api/sheets/${view.id}/states`, z.null(), { rows: ids, state });
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const none = picked.length === 0;
  const many = picked.length > 1 ? `${picked.length} rows` : "the row";
  return (
    <div className="sheet__tools align-items-center d-flex flex-wrap gap-2">
      <button type="button" className="tool" onClick={() => onAdd(1)}>
        New row
      </button>
      <button type="button" className="tool" onClick={() => onAdd(10)}>
        Ten more
      </button>
      <EveryAccount />
      <button type="button" className="tool" disabled={none} onClick={copy}>
        Copy {many}
      </button>
      <button type="button" className="tool" disabled={none} onClick={() => move(-1)}>
        Up
      </button>
      <button type="button" className="tool" disabled={none} onClick={() => move(1)}>
        Down
      </button>
      <button type="button" className="tool" disabled={none} onClick={() => edit("Remove rows", { remove: ids })}>
        Remove {many}
      </button>
      <button
        type="button"
        className="tool"
        aria-pressed={frozen}
        onClick={onFreeze}
        title="Names stay in view while the other columns scroll"
      >
        Freeze names
      </button>
      <ShareRow sheet={view.id} row={picked.length === 1 ? ids[0] : undefined} />
      <span className="ms-auto" />
      <button type="button" className="tool" disabled={none} onClick={() => void say("ready")}>
        Ready
      </button>
      <button type="button" className="tool" disabled={none} onClick={() => void say("approved")}>
        Approve
      </button>
      <button
        type="button"
        className="tool"
        disabled={none || picked.every(({ state }) => state === "draft")}
        onClick={() => void say("draft")}
      >
        Draft
      </button>
      {fault && (
        <Notice weight="stop">
          {fault}{" "}
          <Button variant="link" size="sm" className="p-0 align-baseline" onClick={() => setFault(undefined)}>
            Good
          </Button>
        </Notice>
      )}
    </div>
  );
}

/** Somebody without an account fills one row in, by a link. */
function ShareRow({ sheet, row }: { sheet: string; row: string | undefined }) {
  const [sharing, setSharing] = useState<string>();
  return (
    <>
      <button
        type="button"
        className="tool"
        disabled={row === undefined}
        onClick={() => setSharing(row)}
        title="Create a link with which someone without an account fills in this row"
      >
        Share …
      </button>
      {sharing !== undefined && (
        <ShareDialog
          shared={{ kind: "fill", sheet, row: sharing }}
          about="the row"
          onClose={() => setSharing(undefined)}
        />
      )}
    </>
  );
}
