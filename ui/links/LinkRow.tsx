"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { LinkFill } from "@/contract/links";
import { askedFields, sampledLabels, startOf } from "@/core/document/values";
import { cellOf } from "@/core/sheets/row";
import { FieldControl } from "@/ui/fill/FieldControl";
import { LengthField } from "@/ui/fill/LengthField";
import { call } from "@/ui/parts/api";
import { readFilesAt } from "@/ui/parts/files-at";
import { Notice } from "@/ui/parts/Notice";
import { FormatWall } from "@/ui/stage/FormatWall";
import { LinkOver } from "./LinkOver";
import { useLinkRow } from "./use-link-row";

/** One row, filled in by whoever holds a link: on a phone as well as on a desk. */
export function LinkRow({ token }: { token: string }) {
  const [address] = useState(() => {
    // Before anything is fetched, the painting worker's fonts among it.
    readFilesAt(`/api/links/${token}/row/media`);
    return `/api/links/${token}/row`;
  });
  const row = useQuery({
    queryKey: ["link-row", token],
    queryFn: () => call(address, LinkFill),
    retry: false,
    staleTime: Infinity,
  });
  if (row.data) return <Filled token={token} row={row.data} />;
  if (row.error) return <LinkOver words={row.error.message} />;
  return (
    <main className="page">
      <p className="quiet">Loading the form …</p>
    </main>
  );
}

const says = {
  kept: "All changes are saved.",
  sending: "Saving …",
  offline: "Not saved yet: there is no connection. It is sent again automatically; keep this page open.",
  refused: "The last change is not saved. Fix what is marked above.",
  over: "Changes are no longer saved: this link has ended.",
} as const;

function Filled({ token, row }: { token: string; row: LinkFill }) {
  const filling = useLinkRow(token, row);
  const { document: design, house } = row;
  const formats = house.formats.filter(({ id }) => row.formats.includes(id));
  const fields = askedFields(design);
  const groups = [...new Set(fields.map(({ group }) => group))];
  const [thanked, setThanked] = useState(false);
  const labelOf = (id: string) => design.fields.find((field) => field.id === id)?.label ?? id;
  return (
    <main className="link-row">
      <section className="link-row__form" aria-label="Fields">
        <p className="link-row__house font-serif text-secondary m-0">{house.name}</p>
        <h1>{row.name || design.name}</h1>
        <p className="fs-13 text-secondary">
          {row.by ? `${row.by} asks you to fill this in.` : "Please fill this in."} It is saved as you type, and shown
          in every format.
        </p>
        {design.notes && <p className="fst-italic font-serif">{design.notes}</p>}
        {groups.map((group) => (
          <section key={group} className="fill__group">
            <h2 className="rubric">{group || "Fields"}</h2>
            {fields
              .filter((field) => field.group === group)
              .map((field) => (
                <FieldControl
                  key={field.id}
                  field={field}
                  value={cellOf(filling.cells, field.id) ?? startOf(field)}
                  house={house}
                  formats={formats}
                  notes={filling.notes.fields.get(field.id) ?? []}
                  onChange={(value) => filling.write(field.id, value)}
                  onLeave={() => filling.visit(field.id)}
                />
              ))}
          </section>
        ))}
        <LengthField
          limits={design.length}
          lengthS={filling.values.lengthS ?? design.length.default}
          fault={filling.lengthFault}
          notes={filling.notes.fields.get("length") ?? []}
          onChange={(lengthS) => filling.write("@length", lengthS)}
        />
        {filling.theirs.length > 0 && (
          <Notice weight="warn">
            Someone else entered {filling.theirs.map(labelOf).join(", ")} meanwhile. Theirs was kept.
          </Notice>
        )}
        {filling.fault && <Notice weight="stop">{filling.fault}</Notice>}
        <div className="align-items-center d-flex flex-wrap gap-12 mt-16">
          <Button
            disabled={filling.keeping === "over"}
            onClick={() => void filling.sayReady().then((good) => good && setThanked(true))}
          >
            Mark as ready
          </Button>
          <span className="fs-13 text-secondary" role="status" data-keeping={filling.keeping}>
            {thanked && filling.state === "ready"
              ? "Thank you. It is marked as ready. You can still change it."
              : says[filling.keeping]}
          </span>
        </div>
      </section>
      <section className="link-row__stage" aria-label="Preview">
        <FormatWall
          formats={formats}
          player={filling.player}
          plate="dark"
          loading={filling.view.stage.kind === "loading"}
          samples={sampledLabels(design, filling.values)}
        />
        <Button variant="outline-secondary" size="sm" className="mt-8" onClick={() => filling.player.toggle()}>
          {filling.view.playing ? "Pause" : "Play"}
        </Button>
      </section>
    </main>
  );
}
