"use client";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";

const keys: readonly (readonly [string, string])[] = [
  ["Space", "Play or pause"],
  ["1, 2, 3", "Arrive, stay, leave: jump there and play it again and again"],
  [", .", "A frame back, a frame on"],
  ["[ ]", "The format before, the next format"],
  ["G", "Safe areas"],
  ["N", "New layer"],
  ["A", "Add a move to what is chosen"],
  ["C", "New cue at the needle"],
  ["Arrows", "Nudge by 0.1 u; with Shift by 1 u"],
  ["Ctrl Z, Ctrl Shift Z", "Undo, redo"],
  ["Ctrl C, X, V, D", "Copy, cut, paste, duplicate"],
  ["Ctrl G, Ctrl Shift G", "Group, take a group apart"],
  ["Ctrl A", "Choose all layers"],
  ["Delete", "Take away what is chosen"],
  ["In the strip: ↑ ↓", "Go from layer to layer; with Alt the layer moves up or down"],
  ["In the strip: Enter, F2", "Choose, rename; with Shift or Ctrl several are chosen"],
  ["In the strip: H, L", "Hide, lock"],
  ["On a bar: ← → ↑ ↓", "Earlier, later, longer, shorter; with Shift ten times as much"],
  ["On a bar: Enter, Delete", "Choose it, with Shift several; take it away"],
  ["In a number: ↑ ↓", "A step; with Shift ten, with Alt a tenth. Sums work, and px, u, %, °"],
  ["Esc", "Never mind; choose nothing"],
  ["?", "This page"],
];

/** All keys of the bench. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <PaperDialog title="Keys" onClose={onClose}>
      <Modal.Body tabIndex={0}>
        <dl className="keys">
          {keys.map(([key, does]) => (
            <div key={key}>
              <dt>{key}</dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
      </Modal.Body>
    </PaperDialog>
  );
}
