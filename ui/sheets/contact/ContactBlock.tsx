"use client";
import type { FillDesk } from "@/contract/releases";
import type { Problem } from "@/core/sheets/problems";
import type { Values } from "@/core/document/values";
import { ContactPrint } from "./ContactPrint";
import { gaps, placeOf, type Block } from "./lines";
import type { ThumbPainter } from "./painter";

/** A row as it is shown on a contact sheet. */
export interface ContactRow {
  readonly number: number;
  readonly title: string;
  readonly desk: FillDesk;
  readonly values: Values;
  /** Stands for the values: the same for the same. */
  readonly version: string;
  /** Labels of the fields whose samples its pictures show; no file shows them. */
  readonly samples: readonly string[];
  readonly worst: Problem | undefined;
}

const samplesIn = (labels: readonly string[]): string => `Sample: ${labels.join(", ")}`;

/** A row in its formats, or in one of them, with its number, its title and the worst that is found in it. */
export function ContactBlock(props: {
  block: Block;
  row: ContactRow;
  painter: ThumbPainter;
  picked: readonly string[];
  heightPx: number;
  plate: string;
  close: boolean;
  onPick: (place: string) => void;
}) {
  const { block, row, painter, picked, heightPx, plate, close, onPick } = props;
  const { number, title, desk, values, version, samples, worst } = row;
  return (
    <div className="contact-block" style={{ width: block.widthPx }}>
      <p className={worst ? `has-${worst.severity}` : ""} title={worst?.message}>
        <span className="figures">{number}</span> <bdi>{title || "empty"}</bdi>
        {samples.length > 0 && <small title={samplesIn(samples)}> · {samplesIn(samples)}</small>}
      </p>
      <div className="d-flex" style={{ gap: gaps.print }}>
        {block.prints.map((print) => (
          <ContactPrint
            key={print.format}
            painter={painter}
            place={placeOf(print)}
            label={`Row ${number} ${title}, ${desk.house.formats.find(({ id }) => id === print.format)?.name}`}
            desk={desk.id}
            values={values}
            version={version}
            format={print.format}
            widthPx={print.widthPx}
            heightPx={heightPx}
            picked={picked.includes(placeOf(print))}
            plate={plate}
            close={close}
            onPick={onPick}
          />
        ))}
      </div>
    </div>
  );
}
