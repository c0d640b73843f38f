"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { RowView } from "@/contract/sheets";
import type { Problem } from "@/core/sheets/problems";
import { sampledLabels } from "@/core/document/values";
import { rowValues } from "@/core/sheets/row";
import { titleOf, writtenLength } from "@/core/sheets/title";
import { remember } from "@/ui/parts/remember";
import { useVirtualLines } from "@/ui/parts/virtual";
import { CompareDialog, type ComparedSide } from "@/ui/stage/CompareDialog";
import { deskOf, useSheet } from "../store";
import { ContactBar, type Layout } from "./ContactBar";
import { ContactBlock, type ContactRow } from "./ContactBlock";
import { arrange, gaps } from "./lines";
import { Needle } from "./Needle";
import { useNeedle, usePainter } from "./use-painting";

const captionPx = 24;
const titlePx = 34;

/** Every row in every format, as on a printer’s contact print; one needle below moves all. */
export function ContactSheet({
  rows,
  problems,
}: {
  rows: readonly RowView[];
  problems: (row: RowView) => readonly Problem[];
}) {
  const view = useSheet((state) => state.view);
  const [layout, setLayout] = useState<Layout>({
    by: "row",
    order: "sheet",
    plate: "dark",
    heightPx: 136,
    close: false,
  });
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [comparing, setComparing] = useState(false);
  const { by, order, heightPx, plate, close } = layout;
  const shownOf = useContactRows(problems);
  const ordered = useOrdered(rows, order);
  const longestS = useMemo(
    () => Math.max(1, ...rows.map((row) => shownOf(row).values.lengthS ?? shownOf(row).desk.document.length.default)),
    [rows, shownOf],
  );
  const desks = useMemo(() => [view.desk, ...view.others], [view.desk, view.others]);
  const painter = usePainter(desks);
  const clock = useNeedle(painter, longestS);
  const [box, widthPx] = useWidth();
  const formats = useMemo(
    () => view.desk.house.formats.filter(({ id }) => view.desk.document.formats.includes(id)),
    [view.desk],
  );
  const byId = useMemo(() => new Map(rows.map((row) => [row.id, row])), [rows]);
  const lines = useMemo(
    () => arrange(ordered, formats, { widthPx, heightPx, by }),
    [ordered, formats, widthPx, heightPx, by],
  );
  const sizeOf = useCallback(
    (i: number) => (lines[i]?.kind === "title" ? titlePx : heightPx + captionPx + gaps.block),
    [lines, heightPx],
  );
  const virtual = useVirtualLines(box, lines.length, sizeOf);
  const pick = useCallback((place: string) => {
    setPicked((before) => (before.includes(place) ? before.filter((p) => p !== place) : [...before, place].slice(-2)));
  }, []);
  const sides = useMemo(() => {
    const all = picked.map((place) => sideOf(place, byId, shownOf)).filter((side) => side !== undefined);
    return all.length === 2 ? ([all[0]!, all[1]!] as const) : undefined;
  }, [picked, byId, shownOf]);
  return (
    <section className="contact" aria-label="Contact sheet">
      <ContactBar
        layout={layout}
        onLayout={setLayout}
        picked={sides ? 2 : Math.min(1, picked.length)}
        onCompare={() => setComparing(true)}
      />
      <div ref={box} className="contact__paper" tabIndex={0} role="group" aria-label="Pictures">
        {rows.length === 0 && <p className="quiet">There are no rows here.</p>}
        <div style={{ height: virtual.height, position: "relative" }}>
          {virtual.lines.map(({ index, start }) => {
            const line = lines[index];
            return (
              <div
                key={index}
                className="contact-line"
                style={{ transform: `translateY(${start}px)`, gap: gaps.block }}
              >
                {line?.kind === "title" && (
                  <h2 className="rubric">{formats.find(({ id }) => id === line.format)?.name}</h2>
                )}
                {line?.kind === "blocks" &&
                  line.blocks.map((block) => {
                    const row = shownOf(byId.get(block.rowId)!);
                    const key = `${block.rowId} ${block.prints[0]!.format}`;
                    return (
                      <ContactBlock
                        key={key}
                        {...{ block, row, painter, picked, heightPx, plate, close }}
                        onPick={pick}
                      />
                    );
                  })}
              </div>
            );
          })}
        </div>
      </div>
      <Needle clock={clock} lengthS={longestS} />
      {comparing && sides && <CompareDialog sides={sides} onClose={() => setComparing(false)} />}
    </section>
  );
}

/** What is shown of rows, found once for each state of a row. */
function useContactRows(problems: (row: RowView) => readonly Problem[]): (row: RowView) => ContactRow {
  const view = useSheet((state) => state.view);
  const all = useSheet((state) => state.rows);
  const { desk: own, others } = view;
  const filled = useMemo(
    () =>
      remember((row: RowView) => {
        const desk = deskOf({ desk: own, others }, row);
        const values = rowValues(desk.document, row.cells);
        const version = `${row.id} ${JSON.stringify(row.cells)}`;
        const samples = sampledLabels(desk.document, values);
        return { desk, values, version, samples, title: titleOf(desk.document, values) };
      }),
    [own, others],
  );
  return useMemo(() => {
    const numbers = new Map(all.map(({ id }, i) => [id, i + 1]));
    return (row) => ({ ...filled(row), number: numbers.get(row.id) ?? 0, worst: problems(row)[0] });
  }, [all, filled, problems]);
}

/** The ids of rows in the order that is wanted. */
function useOrdered(rows: readonly RowView[], order: Layout["order"]): readonly string[] {
  const desk = useSheet((state) => state.view.desk);
  return useMemo(() => {
    if (order === "sheet") return rows.map(({ id }) => id);
    const length = remember(({ cells }: RowView) => writtenLength(desk.document, rowValues(desk.document, cells)));
    const sign = order === "longest" ? -1 : 1;
    return [...rows].sort((a, b) => sign * (length(a) - length(b))).map(({ id }) => id);
  }, [rows, order, desk]);
}

function sideOf(
  place: string,
  byId: ReadonlyMap<string, RowView>,
  shownOf: (row: RowView) => ContactRow,
): ComparedSide | undefined {
  const [rowId, format] = place.split(" ") as [string, string];
  const row = byId.get(rowId);
  if (!row) return undefined;
  const { number, title, desk, values } = shownOf(row);
  const { document: design, house } = desk;
  const name = house.formats.find(({ id }) => id === format)?.name ?? format;
  return { label: `Row ${number} ${title}, ${name}`, request: { design, house, values, samples: true }, format };
}

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
