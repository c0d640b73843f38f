"use client";
import { useState } from "react";
import { Dropdown } from "react-bootstrap";
import { InputCursorText } from "react-bootstrap-icons";
import type { Design } from "@/core/document/design";
import { kindOf, type Field } from "@/core/fields/field";
import type { Layer } from "@/core/document/layer";
import { driveBy, exposeProperty, fieldOf, kindsFor, stopFilling } from "@/core/edit/fields";
import { readPath } from "@/core/edit/property";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { useBench, useBenchStore } from "../store";

/** Hands a property to the filler, from where it is edited. */
export function FillMark({ layer, path }: { layer: Layer; path: string }) {
  const field = useBench((state) => fieldOf(state.document, layer.id, path));
  // There are many of these on a page and few are ever opened: the menu is made when it is asked for.
  const [menu, setMenu] = useState<"unopened" | "open" | "closed">("unopened");
  if (kindsFor(path, readPath(layer, path)).length === 0) return null;
  // Words, colours and pictures are what most designs hand over; anything else shows its mark when it is pointed at.
  const common = field !== undefined || path === "text" || path === "media" || path.endsWith("colour");
  const className = `fill-mark${common ? " is-common" : ""}`;
  const face = (
    <>
      <InputCursorText className="flex-none" aria-hidden />{" "}
      <span className={field ? "fill-mark__label text-truncate" : "visually-hidden"}>
        {field ? field.label : "Expose as field"}
      </span>
    </>
  );
  const look = {
    className: field ? "is-filled" : "",
    title: field ? `Filled in by “${field.label}”` : "Expose as field",
  };
  if (menu !== "open") {
    return (
      <div className={className}>
        <button
          data-help={inspectorDeeds.exposeField.help}
          type="button"
          aria-haspopup="menu"
          aria-expanded={false}
          // Whoever closed the menu goes on from here.
          autoFocus={menu === "closed"}
          {...look}
          onClick={() => setMenu("open")}
        >
          {face}
        </button>
      </div>
    );
  }
  return (
    <Dropdown className={className} align="end" defaultShow onToggle={(show) => !show && setMenu("closed")}>
      <Dropdown.Toggle data-help={inspectorDeeds.exposeField.help} as="button" type="button" autoFocus {...look}>
        {face}
      </Dropdown.Toggle>
      <FillMenu layer={layer} path={path} field={field} onDone={() => setMenu("closed")} />
    </Dropdown>
  );
}

function FillMenu({
  layer,
  path,
  field,
  onDone,
}: {
  layer: Layer;
  path: string;
  field: Field | undefined;
  onDone: () => void;
}) {
  const store = useBenchStore();
  const fields = useBench((state) => state.document.fields);
  const kinds = kindsFor(path, readPath(layer, path));
  const { edit, house } = store.getState();
  const suitable = fields.filter((other) => kinds.includes(other.kind) && other !== field);
  const act = (label: string, recipe: (draft: Design) => void) => {
    edit(label, recipe);
    onDone();
  };
  return (
    <Dropdown.Menu>
      <Dropdown.Header>Filled in by</Dropdown.Header>
      {kinds.map((kind) => (
        <Dropdown.Item
          data-help={inspectorDeeds.newField.help}
          key={kind}
          as="button"
          type="button"
          onClick={() => act("New field", (draft) => void exposeProperty(draft, layer.id, path, house, kind))}
        >
          New field: {kindOf({ kind }).label}
        </Dropdown.Item>
      ))}
      {suitable.map((other) => (
        <Dropdown.Item
          data-help={inspectorDeeds.shareField.help}
          key={other.id}
          as="button"
          type="button"
          onClick={() => act(`Filled by ${other.label}`, (draft) => driveBy(draft, other.id, layer.id, path))}
        >
          The field “{other.label}”
        </Dropdown.Item>
      ))}
      {field && (
        <Dropdown.Item
          data-help={inspectorDeeds.disconnectField.help}
          as="button"
          type="button"
          onClick={() => act("Disconnect", (draft) => stopFilling(draft, layer.id, path))}
        >
          Not a field: it stays as designed
        </Dropdown.Item>
      )}
    </Dropdown.Menu>
  );
}
