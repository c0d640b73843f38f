"use client";
import type { ReactNode } from "react";
import type { Move } from "@/core/document/move";
import { findMove } from "@/core/edit/moves";
import { useBenchStore } from "../store";

export type ChangeMove = (label: string, recipe: (own: Move) => void, merge?: boolean) => void;

/** Changes one move of the document. */
export function useChangeMove(move: Move): ChangeMove {
  const store = useBenchStore();
  return (label, recipe, merge) =>
    store.getState().edit(
      label,
      (draft) => {
        const own = findMove(draft, move.id)?.move;
        if (own) recipe(own);
      },
      merge ? `${label} ${move.id}` : undefined,
    );
}

/** One of several words in a sentence. */
export function Pick({
  label,
  value,
  options,
  onChange,
  children,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChange: (value: string) => void;
  children?: ReactNode;
}) {
  return (
    <select
      className="say__pick fw-semibold bg-none text-body fw-semibold p-0 text-start"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    >
      {options.map(([id, words]) => (
        <option key={id} value={id}>
          {words}
        </option>
      ))}
      {children}
    </select>
  );
}
