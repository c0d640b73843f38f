"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import { Button } from "react-bootstrap";
import type { RowView } from "@/contract/sheets";
import { Notice } from "@/ui/parts/Notice";
import { Segments } from "@/ui/parts/Segments";
import { CheckRows } from "./CheckRows";
import { Conflicts } from "./Conflicts";
import { ContactSheet } from "./contact/ContactSheet";
import { Grid } from "./Grid";
import { History, Saved } from "./History";
import { MakePanel } from "./MakePanel";
import { MediaDialog } from "./MediaDialog";
import type { BroughtFile } from "./media-files";
import { MissingMedia } from "./MissingMedia";
import { MoveOn } from "./MoveOn";
import { type Show } from "./problems";
import { RowPreview } from "./RowPreview";
import { ShowChoice } from "./ShowChoice";
import { useSheet } from "./store";
import { TableOut } from "./TableOut";
import { TakeInDialog } from "./TakeInDialog";
import { useShown } from "./use-shown";
import { useSheetKeys } from "./use-sheet-keys";

type Face = "rows" | "contact";
const faces: readonly { id: Face; label: string }[] = [
  { id: "rows", label: "Rows" },
  { id: "contact", label: "Contact sheet" },
];

/** A ruled ledger: one row a clip, the worst finding as a mark in the margin; or every row in every format on paper. */
export function Sheet() {
  const view = useSheet((state) => state.view);
  const rows = useSheet((state) => state.rows);
  const [face, setFace] = useState<Face>("rows");
  const [find, setFind] = useState("");
  const [show, setShow] = useState<Show>("all");
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [taking, setTaking] = useState(false);
  const [bringing, setBringing] = useState<readonly BroughtFile[]>();
  useSheetKeys();
  const { shown, problems } = useShown(find, show);
  const among = useMemo(() => new Set(shown.map(({ id }) => id)), [shown]);
  const lead = rows.find(({ id }) => id === chosen[0]) ?? shown[0];
  return (
    <main className="sheet">
      <header className="sheet__bar align-items-baseline d-flex gap-8">
        <p className="trail m-0">
          <Link href="/sheets">Sheets</Link>
        </p>
        <h1 className="text-nowrap overflow-hidden text-ellipsis">{view.name}</h1>
        <p className="text-secondary m-0 me-auto figures min-w-0 overflow-hidden text-ellipsis text-nowrap">
          <Saved /> · {rows.length} {rows.length === 1 ? "row" : "rows"} · {view.desk.document.name}, release{" "}
          {view.desk.number}
        </p>
        <History />
        <Button variant="segment" size="sm" className="text-nowrap" onClick={() => setTaking(true)}>
          Import table …
        </Button>
        <TableOut />
      </header>
      <div className="sheet__bar sheet__bar--second align-items-center d-flex gap-8">
        <Segments label="How the rows are shown" value={face} options={faces} onChange={setFace} small />
        <ShowChoice show={show} problems={problems} onChange={setShow} />
        <input
          type="search"
          className="form-control form-control-sm sheet__find"
          placeholder="Find in the rows"
          aria-label="Find in the rows"
          value={find}
          onChange={(event) => setFind(event.target.value)}
        />
        {shown.length < rows.length && (
          <small className="figures">
            {shown.length} of {rows.length} rows
          </small>
        )}
        <span className="ms-auto" />
        <CheckRows />
      </div>
      <div className="sheet__says">
        <MoveOn />
        <Conflicts />
        <MissingMedia onBring={() => setBringing([])} />
      </div>
      {face === "contact" ? (
        <ContactSheet rows={shown} problems={problems} />
      ) : (
        <div className="sheet__body">
          <Grid among={among} problems={problems} chosen={chosen} onChoose={setChosen} />
          <Side lead={lead} number={lead ? rows.indexOf(lead) + 1 : 0} />
        </div>
      )}
      <MakePanel chosen={chosen} />
      {taking && (
        <TakeInDialog
          onClose={(brought) => {
            setTaking(false);
            if (brought.length > 0) setBringing(brought);
          }}
        />
      )}
      {bringing && <MediaDialog dropped={bringing} onClose={() => setBringing(undefined)} />}
    </main>
  );
}

function Side({ lead, number }: { lead: RowView | undefined; number: number }) {
  return (
    <aside className="sheet__side" aria-label="The chosen row">
      {lead ? (
        <RowPreview row={lead} number={number} />
      ) : (
        <Notice weight="note">
          Add a row and type, paste rows from any spreadsheet, or import a table. Each row becomes a clip.
        </Notice>
      )}
    </aside>
  );
}
