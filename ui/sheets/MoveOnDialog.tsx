"use client";
import { useMemo, useRef, useState } from "react";
import { Button, Modal } from "react-bootstrap";
import type { FillDesk } from "@/contract/releases";
import type { RowView } from "@/contract/sheets";
import { rowFaults, rowValues } from "@/core/sheets/row";
import { titleOf } from "@/core/sheets/title";
import { useVirtualLines } from "@/ui/parts/virtual";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { CompareDialog, type ComparedSide } from "@/ui/stage/CompareDialog";
import { ContactPrint } from "./contact/ContactPrint";
import type { ThumbPainter } from "./contact/painter";
import { usePainter } from "./contact/use-painting";
import { deskOf, useSheet } from "./store";
import { useRowShares, type RowShare } from "./use-row-shares";

const printPx = 96;
const lineSize = () => 118;

/** Every row as it is and as it would be on another release, the ones that differ most first; all go or some. */
export function MoveOnDialog(props: {
  next: FillDesk;
  onMove: (rows: readonly string[]) => void;
  onClose: () => void;
}) {
  const { next, onMove, onClose } = props;
  const view = useSheet((state) => state.view);
  const all = useSheet((state) => state.rows);
  const rows = useMemo(() => all.filter((row) => deskOf(view, row).id !== next.id), [all, view, next]);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [compared, setCompared] = useState<readonly [ComparedSide, ComparedSide]>();
  const shares = useRowShares(rows, view, next);
  const sorted = useMemo(
    () => [...rows].sort((a, b) => (shares.get(b.id)?.share ?? -1) - (shares.get(a.id)?.share ?? -1)),
    [rows, shares],
  );
  const desks = useMemo(() => [view.desk, ...view.others, next], [view.desk, view.others, next]);
  const painter = usePainter(desks);
  const box = useRef<HTMLDivElement>(null);
  const { lines, height } = useVirtualLines(box, sorted.length, lineSize);
  const going = rows.filter(({ id }) => !left.has(id)).map(({ id }) => id);
  const toggle = (id: string) => {
    const now = new Set(left);
    if (!now.delete(id)) now.add(id);
    setLeft(now);
  };
  const unlike = rows.filter(({ id }) => (shares.get(id)?.share ?? 0) > 0).length;
  return (
    <PaperDialog title={`What release ${next.number} changes`} size="xl" onClose={onClose}>
      <Modal.Body>
        <p className="quiet figures mt-0">
          {shares.size < rows.length
            ? `Comparing row ${shares.size + 1} of ${rows.length} …`
            : `${unlike} of ${rows.length} rows look different; those that differ most come first.`}
        </p>
        <div ref={box} className="move-on" tabIndex={0} aria-label="Rows, before and after">
          <div style={{ height, position: "relative" }}>
            {lines.map(({ index, start }) => {
              const row = sorted[index]!;
              return (
                <div key={row.id} className="move-on__line" style={{ transform: `translateY(${start}px)` }}>
                  <MovingRow
                    row={row}
                    number={all.indexOf(row) + 1}
                    before={deskOf(view, row)}
                    after={next}
                    share={shares.get(row.id)}
                    painter={painter}
                    goes={!left.has(row.id)}
                    onToggle={() => toggle(row.id)}
                    onCompare={setCompared}
                  />
                </div>
              );
            })}
          </div>
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="link" onClick={() => setLeft(left.size > 0 ? new Set() : new Set(rows.map(({ id }) => id)))}>
          {left.size > 0 ? "Choose all" : "Choose none"}
        </Button>
        <Button disabled={going.length === 0} onClick={() => onMove(going)}>
          Move {going.length === rows.length ? `all ${rows.length}` : going.length}{" "}
          {going.length === 1 ? "row" : "rows"} on
        </Button>
      </Modal.Footer>
      {compared && <CompareDialog sides={compared} onClose={() => setCompared(undefined)} />}
    </PaperDialog>
  );
}

/** One row before and after, in the format in which most of it differs. */
function MovingRow(props: {
  row: RowView;
  number: number;
  before: FillDesk;
  after: FillDesk;
  share: RowShare | undefined;
  painter: ThumbPainter;
  goes: boolean;
  onToggle: () => void;
  onCompare: (sides: readonly [ComparedSide, ComparedSide]) => void;
}) {
  const { row, number, before, after, share, painter, goes, onToggle, onCompare } = props;
  const format = share?.format ?? after.document.formats[0]!;
  const shape = after.house.formats.find(({ id }) => id === format);
  const title = titleOf(before.document, rowValues(before.document, row.cells));
  const faults = rowFaults(after.document, row.cells);
  const sideOf = (desk: FillDesk): ComparedSide => ({
    label: `Release ${desk.number}`,
    format,
    request: {
      design: desk.document,
      house: desk.house,
      values: rowValues(desk.document, row.cells),
      samples: true,
    },
  });
  const compare = () => onCompare([sideOf(before), sideOf(after)]);
  const print = (desk: FillDesk) => (
    <ContactPrint
      painter={painter}
      place={`${row.id} ${desk.id}`}
      label={`Row ${number} ${title} on release ${desk.number}`}
      desk={desk.id}
      values={rowValues(desk.document, row.cells)}
      version={`${row.id} ${JSON.stringify(row.cells)}`}
      format={format}
      widthPx={shape ? Math.round((printPx * shape.width) / shape.height) : printPx}
      heightPx={printPx}
      picked={false}
      plate="dark"
      onPick={compare}
    />
  );
  return (
    <>
      <label className="move-on__row tick m-0">
        <input type="checkbox" checked={goes} onChange={onToggle} /> <span className="figures">{number}</span>{" "}
        <bdi>{title || "empty"}</bdi>
        {faults[0] && <small className="text-primary"> {faults[0].message}</small>}
      </label>
      {before.document.formats.includes(format) && print(before)}
      {print(after)}
      <span className="figures move-on__share">
        {share === undefined
          ? "…"
          : share.share === 0
            ? "the same"
            : `${share.share < 0.001 ? "< 0.1" : (share.share * 100).toFixed(1)} % of ${shape?.name ?? format}`}
      </span>
    </>
  );
}
