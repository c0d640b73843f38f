"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import type { FillDesk } from "@/contract/releases";
import { enteredIn, startOf } from "@/core/document/values";
import { NewSheetButton } from "@/ui/parts/NewSheetButton";
import { Notice } from "@/ui/parts/Notice";
import { FieldControl } from "./FieldControl";
import { LengthField } from "./LengthField";
import type { Filling } from "./use-filling";

/** The fields of a release, in their groups, with what is wrong under each. */
export function FillForm({ desk, filling }: { desk: FillDesk; filling: Filling }) {
  const { document: design, house } = desk;
  const { values, faults, notes, setField, setLength, visit, startOver } = filling;
  const groups = [...new Set(design.fields.map((field) => field.group))];
  const formats = house.formats.filter((format) => design.formats.includes(format.id));
  return (
    <section className="fill__form" aria-label="Fields">
      <div className="fill__head">
        <p className="trail">
          <Link href="/">Shelf</Link>
        </p>
        <h1>{design.name}</h1>
        <p className="figures quiet">
          Release {desk.number} · <NewSheetButton releaseId={desk.id} name={design.name} />
        </p>
      </div>
      {desk.newer && (
        <Notice weight="warn">
          This release was replaced. <Link href={`/fill/${desk.newer.id}`}>Open release {desk.newer.number}</Link>
        </Notice>
      )}
      {design.notes && <p className="fill__notes font-serif fs-15 fst-italic mt-12 mx-0 mb-0 ps-10">{design.notes}</p>}
      {groups.map((group) => (
        <section key={group} className="fill__group">
          <h2 className="rubric">{group || "Fields"}</h2>
          {design.fields
            .filter((field) => field.group === group)
            .map((field) => (
              <FieldControl
                key={field.id}
                field={field}
                value={enteredIn(values, field.id) ?? startOf(field)}
                house={house}
                formats={formats}
                notes={notes.fields.get(field.id) ?? []}
                onChange={(value) => setField(field.id, value)}
                onLeave={() => visit([field.id])}
              />
            ))}
        </section>
      ))}
      <LengthField
        limits={design.length}
        lengthS={values.lengthS ?? design.length.default}
        fault={faults.find((fault) => fault.field === "length")?.message}
        notes={notes.fields.get("length") ?? []}
        onChange={setLength}
      />
      <Button variant="link" size="sm" className="fill__over mt-12 p-0" onClick={startOver}>
        Empty the form
      </Button>
    </section>
  );
}
