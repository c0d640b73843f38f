"use client";
import { createContext } from "react";
import type { OwnMedia } from "@/core/fields/value";

/** What the slots of one form do together. */
export interface SlotDesk {
  /** The other slots that this one can change places with. */
  readonly swappable: (id: string) => readonly { readonly id: string; readonly label: string }[];
  readonly swap: (one: string, two: string) => void;
  /** Takes files that were brought to one slot together; answers the names of those that found no place. */
  readonly handOver: (id: string, brought: readonly OwnMedia[]) => readonly string[];
}

/** Undefined where a slot stands by itself. */
export const SlotDeskContext = createContext<SlotDesk | undefined>(undefined);
