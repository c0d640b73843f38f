"use client";
import { memo } from "react";
import { ArrowDown, ArrowUp, Copy, XLg } from "react-bootstrap-icons";
import { Button, Table } from "react-bootstrap";
import { frameToS } from "@/core/document/fps";
import type { OrderEntry } from "@/core/document/order";
import { orderDeeds, orderFacts } from "@/core/facts/order";
import { addEntries, moveEntry } from "@/core/order/edit";
import { newRowId } from "@/ui/sheets/store";
import type { PlacedParts } from "@/ui/stage/protocol";
import { clock, nameOfEntry } from "./names";
import { useOrder, useOrderStore } from "./store";

/** Every graphic of the order as a row: on or off, where it comes, how long it is; moved by keys and pressed open. */
export function OrderRows(props: { placed: PlacedParts | undefined; onAdd: () => void; onOpen: () => void }) {
  const { placed, onAdd, onOpen } = props;
  const entries = useOrder((state) => state.document.entries);
  const by = useOrder((state) => state.document.by);
  const chosen = useOrder((state) => state.chosen);
  const places = new Map(placed?.parts.map((part) => [part.id, part]));
  const open = new Set(placed?.issues.flatMap((issue) => (issue.code === "order_entry" ? [issue.entry] : [])));
  return (
    <section className="order-rows" aria-label="Graphics">
      <div className="align-items-center d-flex gap-12 mb-4">
        <h2 className="rubric">Graphics in order</h2>
        <Button data-help={orderDeeds.addGraphics.help} size="sm" className="ms-auto" onClick={onAdd}>
          {orderDeeds.addGraphics.label}
        </Button>
      </div>
      {entries.length === 0 ? (
        <p className="quiet">No graphics yet. Add one, all accounts, rows of a sheet, or a file of times.</p>
      ) : (
        <Table size="sm" className="order-rows__table">
          <thead>
            <tr>
              {["", "On", "Says", "Design", "Comes", "Lasts", ""].map((name, i) => (
                <th key={i} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {entries.map((entry, i) => {
              const place = places.get(entry.id);
              return (
                <EntryRow
                  key={entry.id}
                  entry={entry}
                  number={i + 1}
                  count={entries.length}
                  movable={by === "sequence"}
                  isChosen={entry.id === chosen}
                  isFaulty={open.has(entry.id)}
                  startS={place && placed ? frameToS(place.startFrame, placed.fps) : undefined}
                  lengthS={place && placed ? frameToS(place.frames, placed.fps) : undefined}
                  onOpen={onOpen}
                />
              );
            })}
          </tbody>
        </Table>
      )}
    </section>
  );
}

const EntryRow = memo(function EntryRow(props: {
  entry: OrderEntry;
  number: number;
  count: number;
  movable: boolean;
  isChosen: boolean;
  isFaulty: boolean;
  startS: number | undefined;
  lengthS: number | undefined;
  onOpen: () => void;
}) {
  const { entry, number, count, movable, isChosen, isFaulty, startS, lengthS, onOpen } = props;
  const store = useOrderStore();
  const releases = useOrder((state) => state.releases);
  const release = releases[entry.release];
  const name = nameOfEntry(entry, releases);
  const move = (by: number) => store.getState().edit("Move", (draft) => moveEntry(draft, entry.id, number - 1 + by));
  const open = () => {
    store.getState().choose(entry.id);
    onOpen();
  };
  return (
    <tr className={`${isChosen ? "is-chosen" : ""}${entry.on ? "" : " is-off"}${isFaulty ? " is-faulty" : ""}`}>
      <td className="figures quiet">{number}</td>
      <td>
        <input
          data-help={orderFacts.active.help}
          type="checkbox"
          checked={entry.on}
          aria-label={`Include ${name}`}
          onChange={(event) => {
            const on = event.target.checked;
            store.getState().edit(on ? "Include" : "Leave out", (draft) => {
              for (const one of draft.entries) if (one.id === entry.id) one.on = on;
            });
          }}
        />
      </td>
      <td>
        <button
          type="button"
          className="order-rows__name"
          aria-current={isChosen}
          onClick={open}
          title="Open (Alt ↑ and Alt ↓ move it)"
          aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown"
          onKeyDown={(event) => {
            if (!event.altKey || !movable || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
            event.preventDefault();
            move(event.key === "ArrowUp" ? -1 : 1);
          }}
        >
          <bdi>{name}</bdi>
        </button>
      </td>
      <td className="quiet">
        {release?.document.name ?? "gone"}
        {release?.newer && " · a newer release is out"}
        {release?.away && " · archived"}
      </td>
      <td className="figures">{startS === undefined ? (entry.on ? "—" : "off") : clock(startS)}</td>
      <td className="figures">{lengthS === undefined ? "" : `${lengthS.toFixed(1)} s`}</td>
      <td className="text-end text-nowrap">
        {movable && (
          <>
            <button type="button" className="tool" disabled={number === 1} title="Earlier" onClick={() => move(-1)}>
              <ArrowUp aria-hidden /> <span className="visually-hidden">Earlier</span>
            </button>
            <button type="button" className="tool" disabled={number === count} title="Later" onClick={() => move(1)}>
              <ArrowDown aria-hidden /> <span className="visually-hidden">Later</span>
            </button>
          </>
        )}
        <button
          type="button"
          className="tool"
          title="Duplicate"
          onClick={() =>
            store.getState().edit("Duplicate", (draft) => addEntries(draft, [{ ...entry, id: newRowId() }], entry.id))
          }
        >
          <Copy aria-hidden /> <span className="visually-hidden">Duplicate</span>
        </button>
        <button
          type="button"
          className="tool"
          title="Remove"
          onClick={() =>
            store.getState().edit("Remove", (draft) => {
              draft.entries = draft.entries.filter(({ id }) => id !== entry.id);
            })
          }
        >
          <XLg aria-hidden /> <span className="visually-hidden">Remove</span>
        </button>
      </td>
    </tr>
  );
});
