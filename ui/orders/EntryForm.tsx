"use client";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { FillDesk, type ReleaseCard } from "@/contract/releases";
import type { OrderRelease } from "@/contract/orders";
import { orderDeeds, orderFacts } from "@/core/facts/order";
import type { OrderEntry } from "@/core/document/order";
import { askedFields, checkValues, enteredIn, startOf } from "@/core/document/values";
import { FieldControl } from "@/ui/fill/FieldControl";
import { notesByField } from "@/ui/fill/notes";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { Figure } from "./Figure";
import { HandOverChoice } from "./HandOverChoice";
import { nameOfEntry } from "./names";
import { useOrder, useOrderStore } from "./store";
import { useEntryChecks } from "./use-entry-checks";

/** What the chosen graphic says, how long it is, and how the next comes. */
export function EntryForm() {
  const entry = useOrder((state) => state.document.entries.find(({ id }) => id === state.chosen));
  const releases = useOrder((state) => state.releases);
  if (!entry) return <p className="quiet mt-12">Choose a graphic in the list or on the strip.</p>;
  const release = releases[entry.release];
  if (!release) return <Notice weight="stop">The design of this graphic was removed. Remove the graphic.</Notice>;
  return <Opened key={entry.id} entry={entry} release={release} />;
}

function Opened({ entry, release }: { entry: OrderEntry; release: OrderRelease }) {
  const store = useOrderStore();
  const releases = useOrder((state) => state.releases);
  const [visited, setVisited] = useState<ReadonlySet<string>>(new Set());
  const { document: design, house } = release;
  const change: Change = (label, recipe) =>
    store.getState().edit(
      label,
      (draft) => {
        for (const one of draft.entries) if (one.id === entry.id) recipe(one);
      },
      `write ${entry.id} ${label}`,
    );
  const findings = useEntryChecks(entry, release);
  const notes = notesByField(checkValues(design, entry.values), findings, house.formats, visited);
  const formats = house.formats.filter(({ id }) => design.formats.includes(id));
  return (
    <div className="order-entry">
      <h2 className="order-entry__title font-serif">
        <bdi>{nameOfEntry(entry, releases)}</bdi> <small className="quiet">{design.name}</small>
      </h2>
      {release.newer && <MoveOn entry={entry} newer={release.newer} />}
      {release.away && <Notice weight="warn">Its design is archived. It still plays and exports.</Notice>}
      {askedFields(design).map((field) => (
        <FieldControl
          key={field.id}
          field={field}
          value={enteredIn(entry.values, field.id) ?? startOf(field)}
          house={house}
          formats={formats}
          notes={notes.fields.get(field.id) ?? []}
          onChange={(value) => change(`Write ${field.label}`, (one) => void (one.values.fields[field.id] = value))}
          onLeave={() => setVisited((before) => new Set([...before, field.id]))}
        />
      ))}
      {notes.others.map(({ weight, text }) => (
        <Notice key={text} weight={weight}>
          {text}
        </Notice>
      ))}
      <EntryPlace entry={entry} release={release} change={change} />
    </div>
  );
}

type Change = (label: string, recipe: (draft: OrderEntry) => void) => void;

/** How long it lasts, when it comes, how the next does, and what it is called. */
function EntryPlace({ entry, release, change }: { entry: OrderEntry; release: OrderRelease; change: Change }) {
  const { by, handOver, lengths } = useOrder((state) => state.document);
  const releases = useOrder((state) => state.releases);
  const isLast = useOrder((state) => state.document.entries.at(-1)?.id === entry.id);
  const { document: design } = release;
  return (
    <>
      <h3 className="rubric mt-16">In the order</h3>
      <div className="order-entry__lines">
        <span>Length</span>
        <span data-help={orderFacts.entryLength.help}>
          <Figure
            label={orderFacts.entryLength.label}
            value={entry.values.lengthS ?? design.length.default}
            min={design.length.min}
            max={design.length.max}
            step={0.1}
            unit={`s, from ${design.length.min} to ${design.length.max}`}
            onChange={(lengthS) => change("Length", (one) => void (one.values.lengthS = lengthS))}
          />
          {lengths.kind !== "own" && <small className="quiet d-block">The order sets one length for all.</small>}
        </span>
        {by === "times" ? (
          <>
            <span>Starts at</span>
            <Figure
              label={orderFacts.entryAt.label}
              help={orderFacts.entryAt.help}
              value={entry.at}
              min={0}
              max={86400}
              step={0.1}
              unit="s of the programme"
              onChange={(at) => change("Change the time", (one) => void (one.at = at))}
            />
          </>
        ) : (
          !isLast && (
            <>
              <span>Next graphic</span>
              <HandOverChoice
                label="How the next graphic follows"
                value={entry.handOver}
                above={handOver}
                onChange={(next) =>
                  change("Hand-over", (one) => {
                    if (next) one.handOver = next;
                    else delete one.handOver;
                  })
                }
              />
            </>
          )
        )}
        <span>Name</span>
        <Form.Control
          size="sm"
          maxLength={80}
          aria-label={orderFacts.entryName.label}
          data-help={orderFacts.entryName.help}
          placeholder={nameOfEntry({ ...entry, name: undefined }, releases)}
          value={entry.name ?? ""}
          onChange={(event) => {
            const name = event.target.value;
            change("Rename", (one) => {
              if (name.trim() === "") delete one.name;
              else one.name = name;
            });
          }}
        />
      </div>
    </>
  );
}

/** Goes on to the release that has been published since, with what is filled in. */
function MoveOn({ entry, newer }: { entry: OrderEntry; newer: Pick<ReleaseCard, "id" | "number"> }) {
  const store = useOrderStore();
  const [fault, setFault] = useState<string>();
  const go = async () => {
    try {
      const { id, designId, number, newer: next, document, house } = await call(`/api/releases/${newer.id}`, FillDesk);
      store.getState().know({ id, designId, number, newer: next, document, house, away: false });
      store.getState().edit("Update to the newer release", (draft) => {
        for (const one of draft.entries) if (one.release === entry.release) one.release = id;
      });
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <Notice weight="note">
      Release {newer.number} of its design is out.{" "}
      <button data-help={orderDeeds.updateRelease.help} type="button" className="chip" onClick={() => void go()}>
        {orderDeeds.updateRelease.label}
      </button>
      {fault && ` ${fault}`}
    </Notice>
  );
}
