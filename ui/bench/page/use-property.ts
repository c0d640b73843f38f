"use client";
import { useState } from "react";
import type { Layer } from "@/core/document/layer";
import { clearOverride, readPath, readProperty, setProperty } from "@/core/edit/property";
import type { HeldValue } from "@/core/edit/remeasure";
import { useBench, useBenchStore } from "../store";

export interface Property {
  readonly path: string;
  readonly value: unknown;
  /** Whether the format that is shown has a value of its own here. */
  readonly own: boolean;
  /** Why the last change was refused. */
  readonly fault: string | undefined;
  /** Sets it on every chosen layer that has it. `merge`: part of one gesture, undone as one. */
  set(value: unknown, merge?: boolean): void;
  /** Follows the design again in this format. */
  clear(): void;
}

/** One property of the chosen layers, as the format that is shown has it. */
export function useProperty(layer: Layer, path: string, label: string): Property {
  const store = useBenchStore();
  const format = useBench((state) => state.format);
  const [fault, setFault] = useState<string>();
  const { value, own } = readProperty(layer, path, format);
  const set = (next: unknown, merge = false): void => {
    const { chosen, onlyHere, edit, held, show } = store.getState();
    const isMeant = (one: HeldValue) =>
      isSamePlace(one.path, path) && (chosen.includes(one.layer) || one.layer === layer.id);
    let refused: string | undefined;
    edit(
      label,
      (draft) => {
        for (const id of chosen.includes(layer.id) ? chosen : [layer.id]) {
          const other = draft.layers.find((entry) => entry.id === id);
          if (!other || (id !== layer.id && !sharesPlace(other, layer, path))) continue;
          // What single formats have of their own only so that nothing moved gives way to what is said for all.
          if (!onlyHere)
            for (const one of held.filter((own) => own.layer === id && isMeant(own)))
              clearOverride(draft, id, one.path, one.format);
          const reason = setProperty(draft, id, path, next, onlyHere ? format : undefined);
          if (id === layer.id) refused = reason;
        }
      },
      merge ? `${path} ${chosen.join()}` : undefined,
    );
    if (held.some(isMeant)) show({ held: held.filter((one) => !isMeant(one) || (onlyHere && one.format !== format)) });
    setFault(refused);
  };
  const clear = () => {
    setFault(undefined);
    store.getState().edit(`${label}: as in all formats`, (draft) => clearOverride(draft, layer.id, path, format));
  };
  return { path, value, own, fault, set, clear };
}

/** Whether one of two places is the other, or a part of it. */
const isSamePlace = (a: string, b: string): boolean => a === b || a.startsWith(`${b}.`) || b.startsWith(`${a}.`);

/** Whether another chosen layer has this property in the same shape, so that one edit can mean both. */
function sharesPlace(other: Layer, layer: Layer, path: string): boolean {
  const parent = path.includes(".") ? path.slice(0, path.lastIndexOf(".")) : undefined;
  if (parent === undefined) return path in other || path in layer;
  const [a, b] = [readPath(other, parent), readPath(layer, parent)];
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  return (a as { kind?: unknown }).kind === (b as { kind?: unknown }).kind;
}
