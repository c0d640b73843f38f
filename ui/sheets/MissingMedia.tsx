"use client";
import { useMemo } from "react";
import { Button } from "react-bootstrap";
import { namedMedia } from "@/core/sheets/media-names";
import { Notice } from "@/ui/parts/Notice";
import { useSheet } from "./store";

/** Says that cells name pictures which are not here, and where to bring them. */
export function MissingMedia({ onBring }: { onBring: () => void }) {
  const desk = useSheet((state) => state.view.desk);
  const rows = useSheet((state) => state.rows);
  const count = useMemo(() => namedMedia(desk.document, desk.house, rows).length, [desk, rows]);
  if (count === 0) return null;
  return (
    <Notice weight="warn">
      {count === 1 ? "One cell names a picture that is" : `${count} cells name pictures that are`} not here yet.{" "}
      <Button variant="link" size="sm" className="p-0 align-baseline" onClick={onBring}>
        Upload them …
      </Button>
    </Notice>
  );
}
