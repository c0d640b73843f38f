"use client";
import { useState } from "react";
import { Form, Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { commands } from "../commands";

/** What is done with the mouse, and keys that belong to one place. */
const elsewhere: readonly (readonly [string, string])[] = [
  ["Wheel", "Zoom at the pointer"],
  ["Space and drag, middle button", "Pan"],
  ["Right-click a layer", "Menu of the layer"],
  ["Arrows", "Nudge by 0.1 u; with Shift by 1 u"],
  ["Ctrl C, X, V", "Copy, cut, paste"],
  ["In the strip: ↑ ↓", "Go from layer to layer; with Alt the layer moves up or down"],
  ["In the strip: Enter, F2", "Choose, rename; with Shift or Ctrl several are chosen"],
  ["In the strip: H, L", "Hide, lock"],
  ["On a bar: ← → ↑ ↓", "Earlier, later, longer, shorter; with Shift ten times as much"],
  ["On a bar: Enter, Delete", "Select it, with Shift several; remove it"],
  ["In a number: ↑ ↓", "A step; with Shift ten, with Alt a tenth. Sums work, and px, u, %, °"],
];

/** All keys of the bench, found by a word of what they do. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  const [word, setWord] = useState("");
  const all = [
    ...commands.flatMap(({ keys, name }) => (keys === undefined ? [] : [[keys, name] as const])),
    ...elsewhere,
  ];
  const listed = all.filter((line) => line.join(" ").toLowerCase().includes(word.trim().toLowerCase()));
  return (
    <PaperDialog title="Keys" onClose={onClose}>
      <Modal.Body tabIndex={0}>
        <Form.Control
          type="search"
          size="sm"
          autoFocus
          aria-label="Find a key by what it does"
          placeholder="Find by what it does"
          value={word}
          onChange={(event) => setWord(event.target.value)}
        />
        <dl className="keys mt-8">
          {listed.map(([key, does]) => (
            <div key={`${key} ${does}`}>
              <dt>{key}</dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
      </Modal.Body>
    </PaperDialog>
  );
}
