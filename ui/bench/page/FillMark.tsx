"use client";
import { Dropdown } from "react-bootstrap";
import { InputCursorText } from "react-bootstrap-icons";
import type { Field } from "@/core/document/field";
import type { Layer } from "@/core/document/layer";
import { driveBy, exposeProperty, fieldOf, kindsFor, stopFilling } from "@/core/edit/fields";
import { readPath } from "@/core/edit/property";
import { useBench, useBenchStore } from "../store";

const kindLabels: Readonly<Record<Field["kind"], string>> = {
  line: "a line of text",
  text: "text of several lines",
  cue: "the time of a cue",
  colour: "a choice of colours",
  mark: "a choice of marks",
  picture: "a picture slot",
  video: "a video slot",
  account: "an account",
  number: "a number",
  toggle: "on or off",
  choice: "a choice of values",
};

/** Hands a property to the filler, from where it is edited. */
export function FillMark({ layer, path }: { layer: Layer; path: string }) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const kinds = kindsFor(path, readPath(layer, path));
  if (kinds.length === 0) return null;
  const field = fieldOf(document, layer.id, path);
  // Words, colours and pictures are what most designs hand over; anything else shows its mark when it is pointed at.
  const common = field !== undefined || path === "text" || path === "media" || path.endsWith("colour");
  const { edit, house } = store.getState();
  const suitable = document.fields.filter((other) => kinds.includes(other.kind) && other !== field);
  return (
    <Dropdown className={`fill-mark${common ? " is-common" : ""}`} align="end">
      <Dropdown.Toggle as="button" type="button" className={field ? "is-filled" : ""} title="Who fills this in">
        <InputCursorText aria-hidden />{" "}
        {field ? field.label : <span className="visually-hidden">Let it be filled in</span>}
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Header>Filled in by</Dropdown.Header>
        {kinds.map((kind) => (
          <Dropdown.Item
            key={kind}
            as="button"
            type="button"
            onClick={() => edit("New field", (draft) => void exposeProperty(draft, layer.id, path, house, kind))}
          >
            New field: {kindLabels[kind]}
          </Dropdown.Item>
        ))}
        {suitable.map((other) => (
          <Dropdown.Item
            key={other.id}
            as="button"
            type="button"
            onClick={() => edit(`Filled by ${other.label}`, (draft) => driveBy(draft, other.id, layer.id, path))}
          >
            The field “{other.label}”
          </Dropdown.Item>
        ))}
        {field && (
          <Dropdown.Item
            as="button"
            type="button"
            onClick={() => edit("No longer filled in", (draft) => stopFilling(draft, layer.id, path))}
          >
            Nobody: it stays as designed
          </Dropdown.Item>
        )}
      </Dropdown.Menu>
    </Dropdown>
  );
}
