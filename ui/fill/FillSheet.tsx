"use client";
import Link from "next/link";
import { useEffect, useMemo, useState } from "react";
import type { FillDesk } from "@/contract/releases";
import type { Field } from "@/core/fields/field";
import type { FieldValue } from "@/core/fields/value";
import { checkValues, enteredIn, startingValues, startOf } from "@/core/document/values";
import { Notice } from "@/ui/parts/Notice";
import type { Plate } from "@/ui/stage/FormatStage";
import { FormatWall } from "@/ui/stage/FormatWall";
import { PlateChoice } from "@/ui/stage/PlateChoice";
import { Transport } from "@/ui/stage/Transport";
import { usePlayer } from "@/ui/stage/use-player";
import { ExportPanel } from "./ExportPanel";
import { FieldControl } from "./FieldControl";
import { LengthField } from "./LengthField";
import { notesByField } from "./notes";
import { useDraft } from "./use-draft";
import { useRowChecks } from "./use-row-checks";

/** Form left, all formats right, what is wrong under the field that causes it, export below. */
export function FillSheet({ desk }: { desk: FillDesk }) {
  const { document: design, house } = desk;
  const [values, setValues, startOver] = useDraft(desk.id, startingValues(design));
  const [visited, setVisited] = useState<ReadonlySet<string>>(new Set());
  const [plate, setPlate] = useState<Plate>("dark");
  const [guides, setGuides] = useState(false);
  const faults = useMemo(() => checkValues(design, values), [design, values]);
  const lengthGood = !faults.some((fault) => fault.field === "length");
  const scene = useMemo(() => {
    // An impossible length must not stop the preview: it goes on with the design's own.
    const shown = lengthGood ? values : { ...values, lengthS: design.length.default };
    return { request: { design, values: shown, house, samples: true }, formats: design.formats };
  }, [design, house, values, lengthGood]);
  const { player, view } = usePlayer(scene);
  const found = useRowChecks(player, view.stage);
  const { fields: notes, others } = notesByField(design, faults, view.stage, visited, found);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest("input, textarea, select, button, a")) return;
      if (event.key === " ") player.toggle();
      else if (event.key === ",") player.step(-1);
      else if (event.key === ".") player.step(1);
      else if (event.key === "g") setGuides((on) => !on);
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [player]);

  const groups = [...new Set(design.fields.map((field) => field.group))];
  const visit = (id: string) => setVisited((before) => new Set(before).add(id));
  const change = (field: Field, value: FieldValue) =>
    setValues({ ...values, fields: { ...values.fields, [field.id]: value } });
  const formats = house.formats.filter((format) => design.formats.includes(format.id));
  const lengthS = values.lengthS ?? design.length.default;
  const lengthFault = faults.find((fault) => fault.field === "length");

  return (
    <main className="fill">
      <section className="fill__form" aria-label="Fields">
        <div className="fill__head">
          <p className="trail">
            <Link href="/">Shelf</Link>
          </p>
          <h1>{design.name}</h1>
          <p className="figures quiet">Release {desk.number}</p>
        </div>
        {desk.newer && (
          <Notice weight="warn">
            This release was replaced. <Link href={`/fill/${desk.newer.id}`}>Open release {desk.newer.number}</Link>
          </Notice>
        )}
        {design.notes && <p className="fill__notes">{design.notes}</p>}
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
                  notes={notes.get(field.id) ?? []}
                  onChange={(value) => change(field, value)}
                  onLeave={() => visit(field.id)}
                />
              ))}
          </section>
        ))}
        <LengthField
          limits={design.length}
          lengthS={lengthS}
          fault={lengthFault?.message}
          notes={notes.get("length") ?? []}
          onChange={(next) => setValues({ ...values, lengthS: next })}
        />
        <button
          type="button"
          className="btn btn-link btn-sm fill__over"
          onClick={() => {
            startOver();
            setVisited(new Set());
          }}
        >
          Empty the form
        </button>
      </section>

      <section className="fill__stage" aria-label="Preview">
        <div className="fill__bar">
          <h2 className="rubric">All formats</h2>
          <PlateChoice plate={plate} footage={desk.footage.length > 0} onChange={setPlate} />
          <button type="button" className="segments__single" aria-pressed={guides} onClick={() => setGuides(!guides)}>
            Safe areas
          </button>
        </div>
        {view.stage.kind === "failed" && <Notice weight="stop">The preview stopped: {view.stage.message}</Notice>}
        {others.map((note) => (
          <Notice key={note.text} weight={note.weight}>
            {note.text}
          </Notice>
        ))}
        <FormatWall
          formats={formats}
          player={player}
          plate={plate}
          footage={desk.footage[0]?.hash}
          guides={guides}
          loading={view.stage.kind === "loading"}
        />
        <Transport player={player} view={view} />
        <ExportPanel
          desk={desk}
          values={values}
          faults={faults}
          player={player}
          onStopped={(ids) => setVisited((before) => new Set([...before, ...ids]))}
        />
      </section>
    </main>
  );
}
