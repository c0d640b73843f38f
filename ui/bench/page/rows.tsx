"use client";
import type { ComponentProps, ReactNode } from "react";
import type { Layer } from "@/core/document/layer";
import { limitsOf } from "@/core/document/limits";
import { factOf, numberFacts } from "@/core/edit/property-facts";
import { isNumberFact, type Fact, type NumberFact } from "@/core/facts/fact";
import { Segments } from "@/ui/parts/Segments";
import { ColourBox } from "./ColourBox";
import { FillMark } from "./FillMark";
import { NumberBox } from "./NumberBox";
import { useProperty, type Property } from "./use-property";

export interface RowProps {
  readonly layer: Layer;
  readonly path: string;
  /** In place of what the property is called everywhere, where several are told apart by their place. */
  readonly label?: string;
}

/** What is known of a property, under the name that it has here. */
function factHere({ layer, path, label }: RowProps): Fact {
  const fact = factOf(layer, path) ?? { label: path, help: "" };
  return label === undefined ? fact : { ...fact, label };
}

/** A label, its control, and what is to be said about it: its help, the format's own, filled by a field, refused. */
export function Row({
  fact,
  label = fact?.short ?? fact?.label ?? "",
  help = fact?.help,
  property,
  layer,
  children,
}: {
  /** What is known of what is set here; its words stand unless others are given. */
  fact?: Fact;
  label?: string;
  help?: string | undefined;
  property?: Property;
  layer?: Layer;
  children: ReactNode;
}) {
  const known = fact ?? (property && factOf(layer ?? { kind: "group" }, property.path));
  return (
    <div
      className={`row-of${property?.own ? " is-own" : ""}`}
      data-property={property?.path}
      data-help={help ?? known?.help}
      data-name={known?.label ?? label}
      data-also={known?.also}
    >
      {property?.own ? (
        <button
          type="button"
          className="row-of__label text-secondary"
          onClick={property.clear}
          title="This format’s own. Press to follow the design again."
        >
          {label || "own"} <span className="visually-hidden">: this format’s own; follow the design again</span>
        </button>
      ) : (
        <span className="row-of__label text-secondary">{label}</span>
      )}
      <span className="align-items-center d-flex flex-wrap gap-4 min-w-0">{children}</span>
      {property && layer && <FillMark layer={layer} path={property.path} />}
      {property?.fault && (
        <span className="row-of__fault text-primary fs-12 lh-sm m-0" role="alert">
          {property.fault}
        </span>
      )}
    </div>
  );
}

/** A number of a layer, by what is known of it. */
export function NumberRow({ placeholder, ...row }: RowProps & { placeholder?: string | undefined }) {
  const { layer, path } = row;
  const facts = numberFacts(layer, path);
  const { label, help } = factHere(row);
  const property = useProperty(layer, path, label);
  const value = typeof property.value === "number" ? property.value : undefined;
  const limits = limitsOf(layer, path, value ?? 0);
  return (
    <Row label={label} help={help} property={property} layer={layer}>
      <NumberBox
        value={value}
        unit={facts?.unit ?? ""}
        label={label}
        placeholder={placeholder}
        onChange={property.set}
        {...(limits && { min: limits.min, max: limits.max })}
        {...(facts?.step !== undefined && { step: facts.step })}
      />
    </Row>
  );
}

type BoxProps = ComponentProps<typeof NumberBox>;

/** A number that is no property of a layer, in a row of its own. */
export function NumberLine({
  row,
  fact,
  ...box
}: { row?: string; fact: NumberFact | Fact } & Partial<Pick<BoxProps, "label" | "unit" | "step">> &
  Omit<BoxProps, "label" | "unit" | "step">) {
  const own = isNumberFact(fact) ? { unit: fact.unit, ...(fact.step !== undefined && { step: fact.step }) } : {};
  return (
    <Row fact={fact} {...(row !== undefined && { label: row })}>
      <NumberBox label={fact.label} unit="" {...own} {...box} />
    </Row>
  );
}

export type Option = readonly [value: string, label: string];

export function ChoiceRow({ options, ...row }: RowProps & { options: readonly Option[] }) {
  const { label, help } = factHere(row);
  const property = useProperty(row.layer, row.path, label);
  return (
    <Row label={label} help={help} property={property} layer={row.layer}>
      <Choice label={label} value={String(property.value ?? "")} options={options} onChange={(v) => property.set(v)} />
    </Row>
  );
}

/** Few options as segments, many as a list. */
export function Choice({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly Option[];
  onChange: (value: string) => void;
}) {
  if (options.reduce((sum, [, name]) => sum + name.length + 3, 0) > 32) {
    return (
      <select
        className="form-select form-select-sm"
        aria-label={label}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      >
        {!options.some(([id]) => id === value) && <option value={value}>{value === "" ? "–" : value}</option>}
        {options.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    );
  }
  return (
    <Segments
      small
      label={label}
      value={value}
      options={options.map(([id, name]) => ({ id, label: name }))}
      onChange={onChange}
    />
  );
}

export function ToggleRow(row: RowProps) {
  const { label, help } = factHere(row);
  const property = useProperty(row.layer, row.path, label);
  return (
    <Row label={label} help={help} property={property} layer={row.layer}>
      <input
        type="checkbox"
        className="form-check-input"
        aria-label={label}
        checked={property.value === true}
        onChange={(event) => property.set(event.target.checked)}
      />
    </Row>
  );
}

export function ColourRow(row: RowProps) {
  const { label, help } = factHere(row);
  const property = useProperty(row.layer, row.path, label);
  return (
    <Row label={label} help={help} property={property} layer={row.layer}>
      <ColourBox value={String(property.value ?? "")} label={label} layer={row.layer} onChange={property.set} />
    </Row>
  );
}

export function TextRow({ lines = 1, ...row }: RowProps & { lines?: number }) {
  const { label, help } = factHere(row);
  const property = useProperty(row.layer, row.path, label);
  const common = {
    className: "form-control form-control-sm",
    dir: "auto",
    "aria-label": label,
    value: String(property.value ?? ""),
    onChange: (event: { target: { value: string } }) => property.set(event.target.value, true),
  };
  return (
    <Row label={label} help={help} property={property} layer={row.layer}>
      {lines > 1 ? <textarea rows={lines} {...common} /> : <input type="text" {...common} />}
    </Row>
  );
}
