"use client";
import { useId, useState, type KeyboardEvent } from "react";
import { Form, Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { foundCommands, type Workplace } from "../command";
import { commands } from "../commands";
import { settingsShown } from "../page/settings-shown";
import { useBench } from "../store";

/** A command, or a setting of what is selected. */
interface Listed {
  readonly id: string;
  readonly name: string;
  readonly help: string;
  readonly keys?: string;
  readonly run: () => void;
}

/** Every command and setting by its name: written, gone through by arrows, and done by Enter. */
export function CommandsDialog({ place, onClose }: { place: Workplace; onClose: () => void }) {
  const state = useBench((whole) => whole);
  const [written, setWritten] = useState("");
  const [at, setAt] = useState(0);
  const [settings] = useState(settingsShown);
  const listed: readonly Listed[] = [
    ...foundCommands(
      commands.filter(({ id, can }) => id !== "commands" && (can?.(state) ?? true)),
      written,
    ).map(({ run, ...command }) => ({ ...command, run: () => run(place) })),
    // Settings are many: they are listed for whoever writes what they look for.
    ...(written.trim() === "" ? [] : foundCommands(settings, written)).map(({ go, ...setting }) => ({
      ...{ ...setting, name: setting.section === "" ? setting.name : `${setting.name} (${setting.section})` },
      // The inspector can't be focused while the dialog is open.
      run: () => void setTimeout(go),
    })),
  ];
  const id = useId();
  const chosen = listed[Math.min(at, listed.length - 1)];
  const run = (one: Listed | undefined) => {
    if (!one) return;
    onClose();
    one.run();
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
          aria-label="Command"
          aria-expanded
          aria-controls={id}
          aria-activedescendant={chosen && `${id}${chosen.id}`}
          placeholder="Type what you want to do"
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
              {command === chosen && <small>{command.help}</small>}
            </li>
          ))}
        </ul>
        {listed.length === 0 && <p className="quiet mt-8 mb-0">No command or setting matches. Try another word.</p>}
      </Modal.Body>
    </PaperDialog>
  );
}

const seen = (element: HTMLElement | null): void => element?.scrollIntoView({ block: "nearest" });
