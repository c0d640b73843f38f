"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, useRef, useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { RowView } from "@/contract/sheets";
import type { Problem } from "@/core/sheets/problems";
import { rowValues } from "@/core/sheets/row";
import { titleOf, writtenLength } from "@/core/sheets/title";
import { remember } from "@/ui/parts/remember";
import { Segments } from "@/ui/parts/Segments";
import { CompareDialog } from "@/ui/stage/CompareDialog";
import type { Plate } from "@/ui/stage/FormatStage";
import { deskOf, useSheet } from "../store";
import { ContactClock } from "./clock";
import { ContactPrint } from "./ContactPrint";
import { arrange, gaps, type Block, type Grouping } from "./lines";
import { Needle } from "./Needle";
import { ThumbPainter } from "./painter";

type Order = "sheet" | "longest" | "shortest";
const orders: readonly { id: Order; label: string }[] = [
  { id: "sheet", label: "As in the sheet" },
  { id: "longest", label: "Longest texts first" },
  { id: "shortest", label: "Shortest texts first" },
];
const groupings: readonly { id: Grouping; label: string }[] = [
  { id: "row", label: "By row" },
  { id: "format", label: "By format" },
];
const plates: readonly { id: Plate; label: string }[] = [
  { id: "dark", label: "Dark" },
  { id: "light", label: "Light" },
  { id: "checker", label: "Checker" },
];
const captionPx = 24;
const titlePx = 34;

/** Every row in every format, as on a printer’s contact print; one needle below moves all. */
export function ContactSheet(props: { rows: readonly RowView[]; problems: (row: RowView) => readonly Problem[] }) {
  const { rows, problems } = props;
  const view = useSheet((state) => state.view);
  const all = useSheet((state) => state.rows);
  const [by, setBy] = useState<Grouping>("row");
  const [order, setOrder] = useState<Order>("sheet");
  const [plate, setPlate] = useState<Plate>("dark");
  const [heightPx, setHeight] = useState(112);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [comparing, setComparing] = useState(false);
  const filled = useMemo(() => {
    const valuesOf = remember((row: RowView) => rowValues(deskOf(view, row).document, row.cells));
    const version = remember((row: RowView) => `${row.id} ${JSON.stringify(row.cells)}`);
    return { valuesOf, version };
  }, [view]);
  const ordered = useMemo(() => {
    if (order === "sheet") return rows;
    const sign = order === "longest" ? -1 : 1;
    const length = remember((row: RowView) => writtenLength(deskOf(view, row).document, filled.valuesOf(row)));
    return [...rows].sort((a, b) => sign * (length(a) - length(b)));
  }, [rows, order, view, filled]);
  const longestS = useMemo(
    () => Math.max(1, ...rows.map((row) => filled.valuesOf(row).lengthS ?? view.desk.document.length.default)),
    [rows, filled, view],
  );
  const { painter, clock } = usePainting(view, longestS);
  const [box, widthPx] = useWidth();
  const formats = view.desk.house.formats.filter(({ id }) => view.desk.document.formats.includes(id));
  const lines = useMemo(
    () => arrange(ordered.map(({ id }) => id), formats, { widthPx, heightPx, by }),
    // Formats are those of the release.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [ordered, view.desk, widthPx, heightPx, by],
  );
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => box.current,
    estimateSize: (i) => (lines[i]?.kind === "title" ? titlePx : heightPx + captionPx + gaps.block),
    overscan: 1,
  });
  useEffect(() => virtual.measure(), [virtual, lines, heightPx]);
  const byId = useMemo(() => new Map(all.map((row, i) => [row.id, { row, number: i + 1 }])), [all]);
  const [pick] = useState(() => (place: string) => {
    setPicked((before) => (before.includes(place) ? before.filter((p) => p !== place) : [...before, place].slice(-2)));
  });
  const sideOf = (place: string) => {
    const [rowId, format] = place.split(" ") as [string, string];
    const known = byId.get(rowId);
    if (!known) return undefined;
    const { document: design, house } = deskOf(view, known.row);
    const title = titleOf(design, filled.valuesOf(known.row));
    const name = house.formats.find(({ id }) => id === format)?.name ?? format;
    const request = { design, house, values: filled.valuesOf(known.row), samples: true };
    return { label: `Row ${known.number} ${title}, ${name}`, request, format };
  };
  const sides = picked.map(sideOf).filter((side) => side !== undefined);
  const block = ({ rowId, prints, widthPx: ownPx }: Block) => {
    const known = byId.get(rowId);
    if (!known) return null;
    const { row, number } = known;
    const desk = deskOf(view, row);
    const worst = problems(row)[0];
    const title = titleOf(desk.document, filled.valuesOf(row));
    return (
      <div key={`${rowId} ${prints[0]!.format}`} className="contact-block" style={{ width: ownPx }}>
        <p className={worst ? `has-${worst.severity}` : ""} title={worst?.message}>
          <span className="figures">{number}</span> <bdi>{title || "empty"}</bdi>
        </p>
        <div className="d-flex" style={{ gap: gaps.print }}>
          {prints.map(({ format, widthPx: printPx }) => {
            const place = `${rowId} ${format}`;
            return (
              <ContactPrint
                key={place}
                painter={painter}
                place={place}
                label={`Row ${number} ${title}, ${format}`}
                desk={desk.id}
                values={filled.valuesOf(row)}
                version={filled.version(row)}
                format={format}
                widthPx={printPx}
                heightPx={heightPx}
                picked={picked.includes(place)}
                plate={plate}
                onPick={pick}
              />
            );
          })}
        </div>
      </div>
    );
  };
  return (
    <section className="contact" aria-label="Contact sheet">
      <div className="contact__bar align-items-center d-flex flex-wrap gap-12">
        <Segments label="Put together" value={by} options={groupings} onChange={setBy} small />
        <Form.Select
          size="sm"
          className="w-auto"
          aria-label="Order"
          value={order}
          onChange={(event) => setOrder(event.target.value as Order)}
        >
          {orders.map(({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </Form.Select>
        <Segments label="Ground to judge against" value={plate} options={plates} onChange={setPlate} small />
        <label className="align-items-center d-flex gap-8">
          Size
          <input
            type="range"
            min={64}
            max={320}
            step={8}
            value={heightPx}
            onChange={(event) => setHeight(Number(event.target.value))}
          />
        </label>
        <span className="quiet ms-auto">
          {picked.length === 0 ? "Press two pictures to compare them." : `${picked.length} of 2 picked.`}
        </span>
        <Button variant="segment" size="sm" disabled={sides.length < 2} onClick={() => setComparing(true)}>
          Compare
        </Button>
      </div>
      <div ref={box} className="contact__paper" tabIndex={0} aria-label="Pictures">
        {rows.length === 0 && <p className="quiet">There is no row to be seen here.</p>}
        <div style={{ height: virtual.getTotalSize(), position: "relative" }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const line = lines[index]!;
            return (
              <div key={index} className="contact-line" style={{ transform: `translateY(${start}px)`, gap: gaps.block }}>
                {line.kind === "title" ? (
                  <h2 className="rubric">{formats.find(({ id }) => id === line.format)?.name}</h2>
                ) : (
                  line.blocks.map(block)
                )}
              </div>
            );
          })}
        </div>
      </div>
      <Needle clock={clock} lengthS={longestS} />
      {comparing && sides.length === 2 && (
        <CompareDialog sides={[sides[0]!, sides[1]!]} onClose={() => setComparing(false)} />
      )}
    </section>
  );
}

/** What paints, and the needle that says which instant; both end with the sheet. */
function usePainting(view: { desk: Desk; others: readonly Desk[] }, longestS: number) {
  const { desk, others } = view;
  const [clock] = useState(() => new ContactClock(longestS));
  const painter = useMemo(
    () =>
      new ThumbPainter(Object.fromEntries([desk, ...others].map(({ id, document, house }) => [id, { design: document, house }]))),
    [desk, others],
  );
  useEffect(() => clock.reach(longestS), [clock, longestS]);
  useEffect(() => {
    const seek = () => painter.seek(clock.snapshot().timeS);
    const leave = clock.subscribe(seek);
    seek();
    return () => {
      leave();
      painter.close();
    };
  }, [clock, painter]);
  useEffect(() => () => clock.stop(), [clock]);
  return { painter, clock };
}

type Desk = ReturnType<typeof deskOf>;

/** A box that is scrolled, and how wide its inside is. */
function useWidth(): readonly [React.RefObject<HTMLDivElement | null>, number] {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1100);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    if (box.current) observer.observe(box.current);
    return () => observer.disconnect();
  }, []);
  return [box, width];
}
