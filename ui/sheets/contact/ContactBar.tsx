"use client";
import { Button, Form } from "react-bootstrap";
import { Segments } from "@/ui/parts/Segments";
import type { Plate } from "@/ui/stage/FormatStage";
import type { Grouping } from "./lines";

export type Order = "sheet" | "longest" | "shortest";

/** How a contact sheet is laid out. */
export interface Layout {
  readonly by: Grouping;
  readonly order: Order;
  readonly plate: Plate;
  readonly heightPx: number;
  /** The graphics themselves, instead of their whole frames. */
  readonly close: boolean;
}

const orders: readonly { id: Order; label: string }[] = [
  { id: "sheet", label: "As in the sheet" },
  { id: "longest", label: "Longest texts first" },
  { id: "shortest", label: "Shortest texts first" },
];
const extents: readonly { id: "whole" | "close"; label: string }[] = [
  { id: "whole", label: "Whole frames" },
  { id: "close", label: "Close up" },
];
const groupings: readonly { id: Grouping; label: string }[] = [
  { id: "row", label: "By row" },
  { id: "format", label: "By format" },
];
const plates: readonly { id: Plate; label: string }[] = [
  { id: "dark", label: "Dark" },
  { id: "light", label: "Light" },
  { id: "checker", label: "Checker" },
];

/** How the pictures are laid out, and the press that compares two of them. */
export function ContactBar(props: {
  layout: Layout;
  onLayout: (layout: Layout) => void;
  picked: number;
  onCompare: () => void;
}) {
  const { layout, onLayout, picked, onCompare } = props;
  const put = (part: Partial<Layout>) => onLayout({ ...layout, ...part });
  return (
    <div className="contact__bar align-items-center d-flex flex-wrap gap-12">
      <Segments label="Group" value={layout.by} options={groupings} onChange={(by) => put({ by })} small />
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label="Order"
        value={layout.order}
        onChange={(event) => put({ order: event.target.value as Order })}
      >
        {orders.map(({ id, label }) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </Form.Select>
      <Segments
        label="Zoom"
        value={layout.close ? "close" : "whole"}
        options={extents}
        onChange={(extent) => put({ close: extent === "close" })}
        small
      />
      <Segments
        label="Preview background"
        value={layout.plate}
        options={plates as readonly { id: Plate; label: string }[]}
        onChange={(plate) => put({ plate })}
        small
      />
      <label className="align-items-center d-flex gap-8">
        Size
        <input
          type="range"
          min={64}
          max={320}
          step={8}
          value={layout.heightPx}
          onChange={(event) => put({ heightPx: Number(event.target.value) })}
        />
      </label>
      <span className="quiet ms-auto">
        {picked === 0 ? "Select two pictures to compare them." : `${picked} of 2 picked.`}
      </span>
      <Button variant="segment" size="sm" disabled={picked < 2} onClick={onCompare}>
        Compare
      </Button>
    </div>
  );
}
