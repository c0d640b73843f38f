import { useContext, useState, type ReactNode } from "react";
import { ArrowLeftRight } from "react-bootstrap-icons";
import { SlotDeskContext } from "./slot-desk";

/** What is pulled; a type of our own, so that nothing else can be let go here. */
const dragged = "application/x-rubrick-slot";

/** Around a slot: what it holds can be pulled onto another slot, and the two change places; or by the list. */
export function SlotSwap({ field, held, children }: { field: string; held: ReactNode; children: ReactNode }) {
  const desk = useContext(SlotDeskContext);
  const [over, setOver] = useState(false);
  const others = desk?.swappable(field) ?? [];
  const isSlot = (transfer: DataTransfer) => transfer.types.includes(dragged);
  return (
    <div
      className={`slot${over ? " slot--over" : ""}`}
      onDragOver={(event) => {
        if (!isSlot(event.dataTransfer)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        const from = event.dataTransfer.getData(dragged);
        if (!desk?.swappable(from).some(({ id }) => id === field)) return;
        event.preventDefault();
        desk.swap(from, field);
      }}
    >
      {children}
      {held && others.length > 0 && (
        <p className="slot__swap quiet fs-13">
          <span
            className="slot__held"
            draggable
            title="Drag onto another slot to swap them"
            onDragStart={(event) => {
              event.dataTransfer.setData(dragged, field);
              event.dataTransfer.effectAllowed = "move";
            }}
          >
            {held}
          </span>
          <label className="d-inline-flex align-items-center gap-6">
            <ArrowLeftRight aria-hidden /> Swap with
            <select
              className="form-select form-select-sm"
              value=""
              onChange={(event) => desk?.swap(field, event.target.value)}
            >
              <option value="">…</option>
              {others.map(({ id, label }) => (
                <option key={id} value={id}>
                  {label}
                </option>
              ))}
            </select>
          </label>
        </p>
      )}
    </div>
  );
}
