"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { LinkFill } from "@/contract/links";
import { startOf } from "@/core/document/values";
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
      <p className="quiet">Fetching what is to be filled in …</p>
    </main>
  );
}

const says = {
  kept: "All is kept.",
  sending: "Keeping it …",
  offline: "Not kept yet: nothing answers. It is sent again by itself; leave this page open.",
  refused: "The last of it is not kept: put right what is said above.",
  over: "This is not kept any more.",
} as const;

function Filled({ token, row }: { token: string; row: LinkFill }) {
  const filling = useLinkRow(token, row);
  const { document: design, house } = row;
  const formats = house.formats.filter(({ id }) => row.formats.includes(id));
  const groups = [...new Set(design.fields.map(({ group }) => group))];
  const [thanked, setThanked] = useState(false);
  const labelOf = (id: string) => design.fields.find((field) => field.id === id)?.label ?? id;
  return (
    <main className="link-row">
      <section className="link-row__form" aria-label="Fields">
        <p className="link-row__house font-serif text-secondary m-0">{house.name}</p>
        <h1>{row.name || design.name}</h1>
        <p className="fs-13 text-secondary">
          {row.by ? `${row.by} asks you to fill this in.` : "Please fill this in."} It is kept as you type, and seen in
          all formats below or beside.
        </p>
        {design.notes && <p className="fst-italic font-serif">{design.notes}</p>}
        {groups.map((group) => (
          <section key={group} className="fill__group">
            <h2 className="rubric">{group || "Fields"}</h2>
            {design.fields
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
            Somebody else has written {filling.theirs.map(labelOf).join(", ")} meanwhile; theirs stands.
          </Notice>
        )}
        {filling.fault && <Notice weight="stop">{filling.fault}</Notice>}
        <div className="align-items-center d-flex flex-wrap gap-12 mt-16">
          <Button
            disabled={filling.keeping === "over"}
            onClick={() => void filling.sayReady().then((good) => good && setThanked(true))}
          >
            It is ready
          </Button>
          <span className="fs-13 text-secondary" role="status" data-keeping={filling.keeping}>
            {thanked && filling.state === "ready"
              ? "Thank you. It is said to be ready; you may still change it."
              : says[filling.keeping]}
          </span>
        </div>
      </section>
      <section className="link-row__stage" aria-label="How it looks">
        <FormatWall
          formats={formats}
          player={filling.player}
          plate="dark"
          loading={filling.view.stage.kind === "loading"}
        />
        <Button variant="outline-secondary" size="sm" className="mt-8" onClick={() => filling.player.toggle()}>
          {filling.view.playing ? "Pause" : "Play"}
        </Button>
      </section>
    </main>
  );
}
