"use client";
import { useId } from "react";
import ToggleButton from "react-bootstrap/ToggleButton";
import ToggleButtonGroup from "react-bootstrap/ToggleButtonGroup";

export interface Segment {
  readonly id: string;
  readonly label: string;
  readonly disabled?: boolean;
}

/** One of a few, all of them to be seen; arrow keys go on to the next. */
export function Segments<T extends string>(props: {
  label: string;
  value: T;
  options: readonly (Segment & { readonly id: T })[];
  onChange: (value: T) => void;
  small?: boolean;
}) {
  const { label, value, options, onChange, small = false } = props;
  const name = useId();
  return (
    <ToggleButtonGroup
      type="radio"
      role="radiogroup"
      name={name}
      aria-label={label}
      className={`segments${small ? " segments--small" : ""}`}
      value={value}
      onChange={onChange}
    >
      {options.map(({ id, label: words, disabled = false }) => (
        <ToggleButton
          key={id}
          id={`${name}${id}`}
          value={id}
          size="sm"
          variant="segment"
          disabled={disabled}
          data-segment={id}
        >
          {words}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
