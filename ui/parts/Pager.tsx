"use client";
import Pagination from "react-bootstrap/Pagination";

/** To newer and older pages of a list; nothing where there is only one. */
export function Pager({ onNewer, onOlder }: { onNewer: (() => void) | undefined; onOlder: (() => void) | undefined }) {
  if (!onNewer && !onOlder) return null;
  return (
    <nav aria-label="Pages">
      <Pagination className="justify-content-center mt-24">
        <Pagination.Item disabled={!onNewer} onClick={onNewer}>
          Newer
        </Pagination.Item>
        <Pagination.Item disabled={!onOlder} onClick={onOlder}>
          Older
        </Pagination.Item>
      </Pagination>
    </nav>
  );
}
