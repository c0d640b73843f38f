"use client";
import { useState } from "react";

/** Words that may not be none: emptied while others are typed, it keeps the last ones, and shows them when it is left. */
export function WordsInput(props: {
  label?: string;
  value: string;
  maxLength?: number;
  className?: string;
  title?: string | undefined;
  onChange: (value: string) => void;
}) {
  const { label, value, maxLength, className = "form-control form-control-sm", title, onChange } = props;
  const [blank, setBlank] = useState<string>();
  return (
    <input
      type="text"
      className={className}
      aria-label={label}
      title={title}
      maxLength={maxLength}
      value={blank ?? value}
      onChange={({ target }) => {
        const none = target.value.trim() === "";
        setBlank(none ? target.value : undefined);
        if (!none) onChange(target.value);
      }}
      onBlur={() => setBlank(undefined)}
    />
  );
}
