"use client";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { createTextColumn, keyColumn, type CellProps, type Column as GridColumn } from "react-datasheet-grid";
import type { Design } from "@/core/document/design";
import { askedFields } from "@/core/document/values";
import type { House } from "@/core/document/house";
import type { Offer } from "@/core/fields/define";
import { kindOf, type Field } from "@/core/fields/field";
import type { Column } from "@/core/sheets/row";
import { MarkPicture } from "@/ui/parts/MarkPicture";
import type { GridRow } from "./grid-rows";

/** What a column is called. */
export function columnLabel(design: Design, column: Column): string {
  if (column === "@length") return "Length";
  if (column === "@note") return "Note";
  return design.fields.find(({ id }) => id === column)?.label ?? column;
}

const written = createTextColumn<string | undefined>({
  deletedValue: "",
  parseUserInput: (text) => text,
  parsePastedValue: (text) => text,
  formatBlurredInput: (text) => text ?? "",
  formatInputOnFocus: (text) => text ?? "",
  formatForCopy: (text) => text ?? "",
  continuousUpdates: false,
});

/** What a text is typed in, with all that the grid needs of it. */
const TypedCell = written.component!;

/** A written text: plain until one stands in its cell, since a box to type in costs ten times what a text does. */
function WrittenCell(props: CellProps<string | undefined, unknown>) {
  const { active, focus, rowData } = props;
  const wanted = active || focus;
  const [open, setOpen] = useState(wanted);
  // Left, it stays: it hands over what was typed only then.
  if (wanted && !open) setOpen(true);
  if (!open) return <bdi className="sheet-text">{rowData}</bdi>;
  // The column's own data are those of the text that it was made of.
  return <TypedCell {...(props as Parameters<typeof TypedCell>[0])} />;
}

const writtenColumn = { ...written, component: WrittenCell } as typeof written;

interface Chosen {
  readonly offers: readonly Offer[];
  readonly empty: string;
  readonly picture: (id: string) => React.ReactNode;
}

/** One of several: as what it looks like and is called; a list while it is chosen. What is not on offer stays to be seen. */
function ChosenCell({ rowData, focus, setRowData, stopEditing, columnData }: CellProps<string | undefined, Chosen>) {
  const { offers, empty, picture } = columnData;
  const list = useRef<HTMLSelectElement>(null);
  useEffect(() => {
    if (focus) list.current?.focus();
  }, [focus]);
  const text = rowData ?? "";
  const known = offers.find(({ label }) => label === text);
  if (!focus) {
    return (
      <bdi className={text ? "sheet-text" : "sheet-text quiet"}>
        {known && picture(known.id)}
        {text || empty}
      </bdi>
    );
  }
  const keys = (event: KeyboardEvent) => {
    if (event.key !== "Enter" && event.key !== "Escape") return;
    event.stopPropagation();
    stopEditing({ nextRow: event.key === "Enter" });
  };
  return (
    <select
      ref={list}
      className="form-select form-select-sm"
      value={text}
      onKeyDown={keys}
      onChange={(event) => {
        setRowData(event.target.value);
        // Told after it is written, so that the cell closes over what was chosen.
        setTimeout(() => stopEditing({ nextRow: false }));
      }}
    >
      <option value="">{empty}</option>
      {text !== "" && !known && <option value={text}>{text}</option>}
      {offers.map(({ id, label }) => (
        <option key={id} value={label}>
          {label}
        </option>
      ))}
    </select>
  );
}

/** What a thing on offer looks like. */
function pictureOf(field: Field, house: House, id: string): React.ReactNode {
  if (field.kind === "colour") {
    return (
      <i className="swatch" style={{ background: house.colours.find(({ role }) => role === id)?.hex }} aria-hidden />
    );
  }
  if (field.kind === "picture") {
    const picture = house.pictures.find((one) => one.id === id);
    // eslint-disable-next-line @next/next/no-img-element -- served by hash as it is
    return picture && <img src={`/api/media/${picture.hash}`} alt="" loading="lazy" />;
  }
  const wanted = field.kind === "mark" ? id : field.kind === "account" ? accountMark(house, id) : undefined;
  const mark = house.marks.find((one) => one.id === wanted);
  return mark && <MarkPicture mark={mark} house={house} />;
}

const accountMark = (house: House, id: string): string | undefined =>
  house.accounts.find((account) => account.id === id)?.mark;

const onOff: readonly Offer[] = [
  { id: "on", label: "on" },
  { id: "off", label: "off" },
];

/** What may be chosen for a field, where something is. */
const offersOf = (field: Field, house: House): readonly Offer[] | undefined =>
  field.kind === "toggle" ? onOff : kindOf(field).offered?.(field, house);

/** The columns of the grid: fields in their order, the clip's length, a note. */
export function gridColumns(design: Design, house: House): Partial<GridColumn<GridRow, unknown, string>>[] {
  const fields = askedFields(design).map((field) => {
    const offers = offersOf(field, house);
    const base = { title: field.label, id: field.id, minWidth: field.kind === "text" ? 220 : 150 };
    if (!offers) return { ...keyColumn<Record<string, string | undefined>, string>(field.id, writtenColumn), ...base };
    const first = offers.find(({ id }) => id === ("default" in field ? String(field.default) : ""));
    const empty = first ? `as usual: ${first.label}` : "none";
    const chosen: Partial<GridColumn<string | undefined, Chosen, string>> = {
      component: ChosenCell,
      columnData: { offers, empty, picture: (id) => pictureOf(field, house, id) },
      disableKeys: true,
      keepFocus: true,
      deleteValue: () => "",
      copyValue: ({ rowData }) => rowData ?? "",
      pasteValue: ({ value }) => value,
      isCellEmpty: ({ rowData }) => !rowData,
    };
    return { ...keyColumn<Record<string, string | undefined>, string>(field.id, chosen), ...base };
  });
  const own = (["@length", "@note"] as const).map((column) => ({
    ...keyColumn<Record<string, string | undefined>, string>(column, writtenColumn),
    title: columnLabel(design, column),
    id: column,
    minWidth: column === "@length" ? 80 : 160,
  }));
  return [...fields, ...own] as Partial<GridColumn<GridRow, unknown, string>>[];
}
