"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { FillDesk, Shelf } from "@/contract/releases";
import { SheetList, SheetView } from "@/contract/sheets";
import type { Fps } from "@/core/document/fps";
import type { OrderEntry } from "@/core/document/order";
import { orderDeeds } from "@/core/facts/order";
import { addEntries, entriesForAccounts, freshEntry } from "@/core/order/edit";
import { entriesFromCaptions, entriesFromTable } from "@/core/order/take-in";
import { rowValues } from "@/core/sheets/row";
import { readCaptionFile } from "@/core/sound/caption-file";
import { isWritten } from "@/core/fields/field";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { Segments } from "@/ui/parts/Segments";
import { readTableApart } from "@/ui/sheets/read-apart";
import { newRowId } from "@/ui/sheets/store";
import { useOrderStore, type OrderStore } from "./store";

type From = "one" | "accounts" | "sheet" | "file";
const froms: readonly { id: From; label: string }[] = [
  { id: "one", label: "One graphic" },
  { id: "accounts", label: "All accounts" },
  { id: "sheet", label: "Rows of a sheet" },
  { id: "file", label: "A file of times" },
];

/** Timecodes in tables are read at this rate; one that counts otherwise says so in seconds. */
const tableFps: Fps = { num: 25, den: 1 };
const mostEntries = 2000;

/** Adds entries behind the one that is chosen; in an order by times, one after the other behind the last. */
function put(store: OrderStore, label: string, entries: readonly OrderEntry[], timed = false): void {
  const { document, releases, chosen } = store.getState();
  let at = Math.max(0, ...document.entries.map((entry) => entry.at + (entry.values.lengthS ?? 5)));
  const placed = entries.map((entry) => {
    if (document.by !== "times" || timed) return entry;
    const one = { ...entry, at: Math.round(at * 10) / 10 };
    at += (entry.values.lengthS ?? releases[entry.release]?.document.length.default ?? 5) + 0.5;
    return one;
  });
  store.getState().edit(label, (draft) => {
    addEntries(draft, placed, chosen);
    if (timed) draft.by = "times";
  });
  if (placed[0]) store.getState().choose(placed[0].id);
}

/** Graphics for the order: one, one for every account, the rows of a sheet, or what a file says comes when. */
export function AddDialog({ onClose }: { onClose: () => void }) {
  const [from, setFrom] = useState<From>("one");
  return (
    <PaperDialog title="Add graphics" onClose={onClose} size="lg">
      <Modal.Body>
        <Segments label="Where they come from" value={from} options={froms} onChange={setFrom} />
        {from === "sheet" ? <FromSheet onClose={onClose} /> : <FromDesign key={from} from={from} onClose={onClose} />}
      </Modal.Body>
    </PaperDialog>
  );
}

function FromDesign({ from, onClose }: { from: Exclude<From, "sheet">; onClose: () => void }) {
  const store = useOrderStore();
  const [search, setSearch] = useState("");
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const [desk, setDesk] = useState<FillDesk>();
  const shelf = useQuery({
    queryKey: ["order-shelf", search],
    queryFn: () => call(`/api/releases?${new URLSearchParams({ search })}`, Shelf),
    placeholderData: (before) => before,
  });
  const add = async (releaseId: string) => {
    setFault(undefined);
    setBusy(true);
    try {
      const found = await call(`/api/releases/${releaseId}`, FillDesk);
      const { id, designId, number, newer, document: design, house } = found;
      store.getState().know({ id, designId, number, newer, document: design, house, away: false });
      if (from === "file") return setDesk(found);
      if (from === "one") put(store, `Add ${design.name}`, [freshEntry(newRowId(), id, design)]);
      else {
        const entries = entriesForAccounts(id, design, house, newRowId);
        if (entries.length === 0) return setFault(`${design.name} has no field for an account.`);
        put(store, "Add all accounts", entries);
      }
      onClose();
    } catch (error) {
      setFault((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  if (desk) return <FromFile desk={desk} onClose={onClose} />;
  const about = {
    one: "Which design? It is added after the open graphic.",
    accounts: "Which design? Each account that it offers becomes one graphic.",
    file: "In which design? Then choose the file.",
  } as const;
  return (
    <>
      <div className="align-items-center d-flex gap-12 mt-12">
        <p className="quiet m-0">{about[from]}</p>
        <Form.Control
          data-help={orderDeeds.findDesign.help}
          type="search"
          size="sm"
          className="sheet__find ms-auto"
          placeholder="Find by name"
          aria-label="Find a design"
          value={search}
          onChange={(event) => setSearch(event.target.value.slice(0, 80))}
        />
      </div>
      {(fault ?? shelf.error?.message) && <Notice weight="stop">{fault ?? shelf.error?.message}</Notice>}
      <ul className="order-add">
        {shelf.data?.releases.map(({ id, name, about: what, poster }) => (
          <li key={id}>
            <button data-help={orderDeeds.addDesign.help} type="button" disabled={busy} onClick={() => void add(id)}>
              {poster && (
                // eslint-disable-next-line @next/next/no-img-element -- served by release as it is
                <img src={`/api/releases/${id}/poster`} alt="" width={112} height={63} loading="lazy" />
              )}
              <b className="font-serif">{name}</b>
              <small className="quiet">{what}</small>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** A CSV or XLSX table with timecodes, WebVTT or SRT: shown how many come of it before anything is added. */
function FromFile({ desk, onClose }: { desk: FillDesk; onClose: () => void }) {
  const store = useOrderStore();
  const { id: release, document: design, house } = desk;
  const lines = design.fields.filter(isWritten);
  const [field, setField] = useState(lines[0]?.id ?? "");
  const [read, setRead] = useState<{ name: string; entries: readonly OrderEntry[]; says: readonly string[] }>();
  const [fault, setFault] = useState<string>();
  const filled = { release, design, house, newId: newRowId };
  const take = async (file: File | undefined, into: string) => {
    if (!file) return;
    setFault(undefined);
    setRead(undefined);
    try {
      if (/\.(vtt|srt)$/i.test(file.name)) {
        if (file.size > 5e6) throw new Error(`${file.name} is larger than 5 MB.`);
        const { captions, faults } = readCaptionFile(await file.text());
        const says = faults.map(({ line, message }) => `Line ${line}: ${message}`);
        setRead({ name: file.name, entries: entriesFromCaptions(captions, filled, into), says });
      } else {
        const { table, notes } = await readTableApart(file, mostEntries);
        const { entries, faults } = entriesFromTable(table, filled, tableFps);
        setRead({
          name: file.name,
          entries,
          says: [...notes, ...faults.map((one) => `Row ${one.line}: ${one.message}`)],
        });
      }
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const count = read?.entries.length ?? 0;
  return (
    <div className="mt-12">
      <p className="quiet">
        A table (CSV, XLSX) with a column that says when, as timecode, minutes or seconds; its other columns fill fields
        of {design.name} by their names. Or captions (WebVTT, SRT): each becomes a graphic.
      </p>
      {lines.length > 1 && (
        <label className="align-items-center d-flex gap-8 mb-8">
          Captions go into
          <Form.Select
            data-help={orderDeeds.timesField.help}
            size="sm"
            className="w-auto"
            value={field}
            onChange={(event) => setField(event.target.value)}
          >
            {lines.map(({ id, label }) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </Form.Select>
        </label>
      )}
      <input
        data-help={orderDeeds.timesFile.help}
        type="file"
        aria-label={orderDeeds.timesFile.label}
        accept=".csv,.tsv,.txt,.xlsx,.vtt,.srt"
        onChange={(event) => void take(event.target.files?.[0], field)}
      />
      {fault && <Notice weight="stop">{fault}</Notice>}
      {read?.says.slice(0, 5).map((text) => (
        <Notice key={text} weight="warn">
          {text}
        </Notice>
      ))}
      {read && read.says.length > 5 && <p className="quiet m-0">and {read.says.length - 5} more.</p>}
      {read && (
        <p className="mt-12 mb-0 text-end">
          <span className="quiet">
            {count === 0 ? "The file has no times. " : "Each graphic then starts at its own time. "}
          </span>
          <Button
            data-help={orderDeeds.addLines.help}
            disabled={count === 0}
            onClick={() => {
              put(store, `Import ${read.name}`, read.entries, true);
              onClose();
            }}
          >
            Add {count} {count === 1 ? "graphic" : "graphics"}
          </Button>
        </p>
      )}
    </div>
  );
}

/** Every row of a sheet as a graphic, as it is filled in now. */
function FromSheet({ onClose }: { onClose: () => void }) {
  const store = useOrderStore();
  const [fault, setFault] = useState<string>();
  const sheets = useQuery({
    queryKey: ["sheets", "sheets", null],
    queryFn: () => call("/api/sheets?kind=sheets", SheetList),
  });
  const add = async (id: string) => {
    try {
      const { desk, others, rows, name } = await call(`/api/sheets/${id}`, SheetView);
      for (const { id, designId, number, newer, document, house } of [desk, ...others])
        store.getState().know({ id, designId, number, newer, document, house, away: false });
      const entries = rows.flatMap((row): OrderEntry[] => {
        const own = row.release === null ? desk : others.find((other) => other.id === row.release);
        if (!own) return [];
        const { footage: _, ...values } = rowValues(own.document, row.cells);
        return [{ id: newRowId(), on: true, release: own.id, at: 0, values }];
      });
      if (entries.length === 0) return setFault(`${name} has no rows.`);
      put(store, `Add the rows of ${name}`, entries);
      onClose();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <>
      <p className="quiet mt-12">Every row becomes a graphic, as it is filled in now.</p>
      {(fault ?? sheets.error?.message) && <Notice weight="stop">{fault ?? sheets.error?.message}</Notice>}
      {sheets.data?.sheets.length === 0 && <p className="quiet">There is no sheet yet.</p>}
      <ul className="order-add order-add--lines">
        {sheets.data?.sheets.map(({ id, name, rows }) => (
          <li key={id}>
            <button data-help={orderDeeds.addRows.help} type="button" onClick={() => void add(id)}>
              <b className="font-serif">{name}</b>
              <small className="quiet figures">
                {rows} {rows === 1 ? "row" : "rows"}
              </small>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
