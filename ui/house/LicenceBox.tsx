"use client";
import { useId, useState } from "react";

/** Whose a file is and what it may be used for; kept when it is left. Empty is nothing. */
export function LicenceBox({
  value,
  onChange,
}: {
  value: string | undefined;
  onChange: (licence: string | undefined) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState(value ?? "");
  return (
    <div>
      <label htmlFor={id} className="form-label m-0">
        Licence note
      </label>
      <textarea
        id={id}
        className="form-control"
        rows={2}
        maxLength={300}
        placeholder="Who made it, and how it may be used"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed.trim() !== (value ?? "") && onChange(typed.trim() || undefined)}
      />
    </div>
  );
}
