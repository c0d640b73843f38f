"use client";
import { useId, useState, type KeyboardEvent } from "react";
import { Form, Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { commands, type Command, type Workplace } from "../commands";
import { useBench } from "../store";

/** Commands that have all of the written words, those that begin with them first. */
function found(all: readonly Command[], written: string): readonly Command[] {
  const words = written.toLowerCase().split(/\s+/).filter(Boolean);
  const good = all.filter(({ name }) => words.every((word) => name.toLowerCase().includes(word)));
  const early = ({ name }: Command) => (words[0] !== undefined && name.toLowerCase().startsWith(words[0]) ? 0 : 1);
  return [...good].sort((a, b) => early(a) - early(b));
}

/** Every command by its name: written, gone through by arrows, and done by Enter. */
export function CommandsDialog({ place, onClose }: { place: Workplace; onClose: () => void }) {
  const state = useBench((whole) => whole);
  const [written, setWritten] = useState("");
  const [at, setAt] = useState(0);
  const listed = found(
    commands.filter(({ id, can }) => id !== "commands" && (can?.(state) ?? true)),
    written,
  );
  const id = useId();
  const chosen = listed[Math.min(at, listed.length - 1)];
  const run = (command: Command | undefined) => {
    if (!command) return;
    onClose();
    command.run(place);
  };
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      setAt((before) => Math.min(listed.length - 1, Math.max(0, Math.min(before, listed.length - 1) + by)));
    } else if (event.key === "Enter") {
      event.preventDefault();
      run(chosen);
    }
  };
  return (
    <PaperDialog title="All commands" onClose={onClose} restoreFocus={false}>
      <Modal.Body>
        <Form.Control
          autoFocus
          role="combobox"
          aria-label="What is to be done"
          aria-expanded
          aria-controls={id}
          aria-activedescendant={chosen && `${id}${chosen.id}`}
          placeholder="Write what is to be done"
          value={written}
          onChange={(event) => {
            setWritten(event.target.value);
            setAt(0);
          }}
          onKeyDown={onKey}
        />
        <ul className="commands list-none m-0 mt-8 p-0" role="listbox" id={id} aria-label="Commands">
          {listed.map((command) => (
            <li
              key={command.id}
              id={`${id}${command.id}`}
              role="option"
              aria-selected={command === chosen}
              ref={command === chosen ? seen : undefined}
              onPointerDown={(event) => event.preventDefault()}
              onClick={() => run(command)}
            >
              {command.name} {command.keys && <kbd>{command.keys}</kbd>}
            </li>
          ))}
        </ul>
        {listed.length === 0 && <p className="quiet mt-8 mb-0">Nothing is called like that.</p>}
      </Modal.Body>
    </PaperDialog>
  );
}

const seen = (element: HTMLElement | null): void => element?.scrollIntoView({ block: "nearest" });
