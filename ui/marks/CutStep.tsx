"use client";
import { Button } from "react-bootstrap";
import { Trash } from "react-bootstrap-icons";
import type { House } from "@/core/document/house";
import type { CutLine, Mark } from "@/core/document/vector";
import type { HousePart } from "@/core/edit/house-remove";
import { linePath } from "@/core/media/cut-path";
import { TextCell } from "@/ui/house/TextCell";
import { MarkPicture } from "@/ui/parts/MarkPicture";
import { Notice } from "@/ui/parts/Notice";
import { cutKinds, type Cutting, type CutKind } from "./use-cutting";

const mostLines = 4;
const labels: Readonly<Record<CutKind, string>> = { straight: "Straight", bent: "Curved", free: "Freehand" };

interface CutStepProps {
  readonly mark: Mark;
  readonly house: House;
  readonly cutting: Cutting;
  readonly edit: (change: (house: House) => void) => void;
  readonly remove: (part: HousePart, name: string) => void;
}

/** Lines over a mark, and the named pieces that they make. */
export function CutStep({ mark, house, cutting, edit, remove }: CutStepProps) {
  const { kind, setKind, lines, fault } = cutting;
  const pieces = house.marks.filter(({ piece }) => piece?.of === mark.id);
  // Every piece lies between the lines as they are; what was cut by others is none any more.
  const isStale = ({ piece }: Mark) => JSON.stringify(piece?.lines) !== JSON.stringify(lines);
  const rename = (id: string, name: string) =>
    edit((draft) => {
      const own = draft.marks.find((one) => one.id === id);
      if (own) own.name = name.slice(0, 80);
    });
  return (
    <section aria-label="Cut">
      <h2 className="rubric">Cut into pieces</h2>
      <div className="d-flex flex-wrap gap-8">
        {cutKinds.map((one) => (
          <Button
            key={one}
            variant="outline-secondary"
            size="sm"
            active={kind === one}
            disabled={lines.length >= mostLines}
            onClick={() => setKind(kind === one ? undefined : one)}
          >
            {labels[one]}
          </Button>
        ))}
        {(["across", "down"] as const).map((way) => (
          <Button
            key={way}
            variant="link"
            size="sm"
            disabled={lines.length >= mostLines}
            onClick={() => cutting.halve(way)}
          >
            Split in half {way === "across" ? "across" : "from top to bottom"}
          </Button>
        ))}
      </div>
      {fault && <Notice weight="stop">{fault}</Notice>}
      <p className="quiet fs-13">
        {kind
          ? "Draw a line across the mark, from one side to the other."
          : "Pieces meet without a seam and move apart as layers."}
      </p>
      {lines.map((_, i) => (
        <span key={i} className="align-items-center d-flex fs-13 justify-content-between">
          Line {i + 1}
          <button
            type="button"
            className="small-button"
            aria-label={`Remove line ${i + 1}`}
            onClick={() => cutting.remove(i)}
          >
            <Trash aria-hidden />
          </button>
        </span>
      ))}
      {pieces.length > 0 && (
        <ul className="mark-pieces d-grid gap-8 list-unstyled">
          {pieces.map((piece) => (
            <li key={piece.id}>
              <MarkPicture mark={piece} house={house} />
              <TextCell
                value={piece.name}
                label={`Name of ${piece.name}`}
                className="fs-13"
                onChange={(name) => rename(piece.id, name)}
              />
              {isStale(piece) && (
                <Button variant="link" size="sm" onClick={() => remove({ kind: "mark", id: piece.id }, piece.name)}>
                  Remove this name: the piece is gone
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** The lines as they lie over the mark, the one in hand too. */
export function CutLines({ lines, open }: { lines: readonly CutLine[]; open: CutLine | undefined }) {
  return (
    <svg className="mark-lines" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden>
      {[...lines, ...(open ? [open] : [])].map((line, i) => (
        <path key={i} d={linePath(line, 100, 100)} />
      ))}
    </svg>
  );
}
