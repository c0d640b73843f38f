"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { Table } from "react-bootstrap";
import { SheetList as ListShape } from "@/contract/sheets";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { Notice } from "@/ui/parts/Notice";
import { Pager } from "@/ui/parts/Pager";

/** All sheets of the house, those changed last first. */
export function SheetList() {
  const [passed, setPassed] = useState<readonly string[]>([]);
  const before = passed.at(-1);
  const list = useQuery({
    queryKey: ["sheets", before ?? null],
    queryFn: () => call(`/api/sheets${before === undefined ? "" : `?before=${before}`}`, ListShape),
  });
  const sheets = list.data?.sheets ?? [];
  const next = list.data?.next ?? null;
  return (
    <main className="page">
      <div className="page__head">
        <h1>Sheets</h1>
        <p>A sheet makes many clips of one design: one row a clip, typed, pasted or taken in from a table.</p>
      </div>
      {list.error && <Notice weight="stop">{list.error.message}</Notice>}
      {list.isPending && <p className="quiet">Fetching the sheets …</p>}
      {list.data && sheets.length === 0 && (
        <Notice weight="note">
          There is no sheet yet. Choose a design on the <Link href="/">shelf</Link> and press <i>Many in a sheet</i>.
        </Notice>
      )}
      {sheets.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th scope="col">Sheet</th>
              <th scope="col">Design</th>
              <th scope="col" className="text-end">
                Rows
              </th>
              <th scope="col">Begun by</th>
              <th scope="col">Changed</th>
            </tr>
          </thead>
          <tbody>
            {sheets.map((sheet) => (
              <tr key={sheet.id}>
                <td>
                  <Link href={`/sheets/${sheet.id}`} className="fw-semibold">
                    {sheet.name}
                  </Link>
                </td>
                <td>
                  {sheet.design} <small>release {sheet.release}</small>
                </td>
                <td className="figures text-end">{sheet.rows}</td>
                <td>{sheet.by}</td>
                <td className="figures">{writeDate(sheet.changedAt)}</td>
              </tr>
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
