"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import type { FillDesk } from "@/contract/releases";
import { askedFields, enteredIn, startOf } from "@/core/document/values";
import { fillDeeds } from "@/core/facts/fill";
import { handedOver, swappable, swapped } from "@/core/sheets/slots";
import { SlotDeskContext, type SlotDesk } from "@/ui/fields/slot-desk";
import { NewSheetButton } from "@/ui/parts/NewSheetButton";
import { Conflicts } from "@/ui/sheets/Conflicts";
import { History, Saved, SavedWords } from "@/ui/sheets/History";
import { SheetContext } from "@/ui/sheets/store";
import { FieldControl } from "./FieldControl";
import { FootageField } from "./FootageField";
import { LastValues } from "./LastValues";
import { LengthField } from "./LengthField";
import { Newer } from "./Newer";
import type { Filling } from "./use-filling";

/** What the slots of the form do together, as one step back each. */
const slotDesk = ({ document: design }: FillDesk, { values, setAll }: Filling): SlotDesk => ({
  swappable: (id) => {
    const others = swappable(design, values, id);
    return design.fields.filter((field) => others.includes(field.id));
  },
  swap: (one, two) => setAll("Swap", swapped(design, values, [one, two])),
  handOver: (id, brought) => {
    const taken = handedOver(design, values, id, brought);
    setAll("Upload", taken.values);
    return taken.left.map(({ name }) => name);
  },
});

/** The fields of a release, in their groups, with what is wrong under each. */
export function FillForm({ desk, filling }: { desk: FillDesk; filling: Filling }) {
  const { document: design, house } = desk;
  const { values, faults, notes, setField, setLength, visit, startOver, store } = filling;
  const fields = askedFields(design);
  const groups = [...new Set(fields.map((field) => field.group))];
  const formats = house.formats.filter((format) => design.formats.includes(format.id));
  const slots = slotDesk(desk, filling);
  return (
    <section className="fill__form" aria-label="Fields">
      <div className="fill__head">
        <p className="trail">
          <Link href="/">Shelf</Link>
        </p>
        <h1>{design.name}</h1>
        <p className="figures quiet">
          Release {desk.number} · <NewSheetButton releaseId={desk.id} designId={desk.designId} name={design.name} />
        </p>
        {!store && filling.beginning && (
          <p className="fill__kept figures quiet">
            <SavedWords save={filling.beginning} />
          </p>
        )}
        {store && (
          <SheetContext.Provider value={store}>
            <p className="fill__kept figures quiet align-items-center d-flex gap-8">
              <Saved /> <History />
              <a href={`/fill/${desk.id}`} className="ms-auto">
                New clip
              </a>
            </p>
            <Conflicts />
          </SheetContext.Provider>
        )}
      </div>
      {desk.newer && <Newer desk={desk} clipId={store?.getState().view.id} />}
      {filling.untouched && (
        <LastValues desk={desk} onTake={(values) => filling.setAll("Values of the last clip", values)} />
      )}
      {design.notes && <p className="fill__notes font-serif fs-15 fst-italic mt-12 mx-0 mb-0 ps-10">{design.notes}</p>}
      <SlotDeskContext.Provider value={slots}>
        {groups.map((group) => (
          <section key={group} className="fill__group">
            <h2 className="rubric">{group || "Fields"}</h2>
            {fields
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
      </SlotDeskContext.Provider>
      <LengthField
        limits={design.length}
        lengthS={values.lengthS ?? design.length.default}
        fault={faults.find((fault) => fault.field === "length")?.message}
        notes={notes.fields.get("length") ?? []}
        onChange={setLength}
      />
      <FootageField desk={desk} footage={filling.values.footage} onChange={filling.setFootage} />
      <Button
        data-help={fillDeeds.clearForm.help}
        variant="link"
        size="sm"
        className="fill__over mt-12 p-0"
        onClick={startOver}
      >
        {fillDeeds.clearForm.label}
      </Button>
    </section>
  );
}
