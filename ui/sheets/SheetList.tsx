"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { Button, Table } from "react-bootstrap";
import { SheetList as ListShape, type SheetCard } from "@/contract/sheets";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { Notice } from "@/ui/parts/Notice";
import { Pager } from "@/ui/parts/Pager";
import { Segments } from "@/ui/parts/Segments";
import { NewSheetDialog } from "./NewSheetDialog";

type Which = "sheets" | "mine" | "clips";
const which: readonly { id: Which; label: string }[] = [
  { id: "sheets", label: "Sheets" },
  { id: "mine", label: "Made by me" },
  { id: "clips", label: "All single clips" },
];
const asked: Readonly<Record<Which, string>> = {
  sheets: "kind=sheets",
  mine: "kind=clips&mine=yes",
  clips: "kind=clips",
};
const about: Readonly<Record<Which, string>> = {
  sheets: "A sheet makes many clips of one design: one row is one clip, typed, pasted or imported from a table.",
  mine: "Single clips that you filled in. They are saved as you type; open one to continue or to export it again.",
  clips: "Single clips that anybody has filled in.",
};

/** Sheets, or single clips that were filled in, those changed last first. */
export function SheetList() {
  const [shown, setShown] = useState<Which>("sheets");
  const [passed, setPassed] = useState<readonly string[]>([]);
  const [starting, setStarting] = useState(false);
  const before = passed.at(-1);
  const list = useQuery({
    queryKey: ["sheets", shown, before ?? null],
    queryFn: () => call(`/api/sheets?${asked[shown]}${before === undefined ? "" : `&before=${before}`}`, ListShape),
  });
  const sheets = list.data?.sheets ?? [];
  const next = list.data?.next ?? null;
  return (
    <main className="page">
      <div className="page__head">
        <h1>Sheets and clips</h1>
        <p>{about[shown]}</p>
        <div className="align-items-center d-flex flex-wrap gap-12">
          <Segments
            label="What is listed"
            value={shown}
            options={which}
            onChange={(now) => {
              setShown(now);
              setPassed([]);
            }}
          />
          <Button className="ms-auto" onClick={() => setStarting(true)}>
            New sheet
          </Button>
        </div>
        {starting && <NewSheetDialog onClose={() => setStarting(false)} />}
      </div>
      {list.error && <Notice weight="stop">{list.error.message}</Notice>}
      {list.isPending && <p className="quiet">Loading …</p>}
      {list.data && sheets.length === 0 && (
        <Notice weight="note">
          {shown === "sheets" ? (
            <>
              There is no sheet yet. Choose a design on the <Link href="/">shelf</Link> and press <i>Many in a sheet</i>
              .
            </>
          ) : (
            <>
              Nothing here yet. Choose a design on the <Link href="/">shelf</Link> and fill it in. It is saved as you
              type.
            </>
          )}
        </Notice>
      )}
      {sheets.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th scope="col">{shown === "sheets" ? "Sheet" : "Clip"}</th>
              <th scope="col">Design</th>
              {shown === "sheets" && (
                <th scope="col" className="text-end">
                  Rows
                </th>
              )}
              <th scope="col">State</th>
              <th scope="col">Created by</th>
              <th scope="col">Changed</th>
            </tr>
          </thead>
          <tbody>
            {sheets.map((sheet) => (
              <SheetLine key={sheet.id} sheet={sheet} />
            ))}
          </tbody>
        </Table>
      )}
      <Pager
        onNewer={before === undefined ? undefined : () => setPassed(passed.slice(0, -1))}
        onOlder={next === null ? undefined : () => setPassed([...passed, next])}
      />
    </main>
  );
}

function SheetLine({ sheet }: { sheet: SheetCard }) {
  const { id, name, single, title, design, releaseId, release, rows, by, changedAt } = sheet;
  return (
    <tr>
      <td>
        <Link href={single ? `/fill/${releaseId}?clip=${id}` : `/sheets/${id}`} className="fw-semibold">
          <bdi>{single ? title || "Empty" : name}</bdi>
        </Link>
      </td>
      <td>
        {design} <small>release {release}</small>
      </td>
      {!single && <td className="figures text-end">{rows}</td>}
      <td>{stateWords(sheet)}</td>
      <td>{by}</td>
      <td className="figures">{writeDate(changedAt)}</td>
    </tr>
  );
}

/** How many rows are in which state; of a single clip its own. */
function stateWords({ states, single }: SheetCard): string {
  const order = ["draft", "ready", "approved"].filter((state) => (states[state] ?? 0) > 0);
  if (single) return order[0] ?? "draft";
  return order.map((state) => `${states[state]} ${state}`).join(", ") || "empty";
}
