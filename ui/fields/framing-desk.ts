"use client";
import { createContext } from "react";
import type { FramingPart } from "@/core/fields/value";

/** A picture or video that is being framed, so that it can be pulled about on the stage. */
export interface Framer {
  /** The layers that show it. */
  readonly layers: readonly string[];
  readonly content: { readonly width: number; readonly height: number };
  readonly framingIn: (format: string) => FramingPart;
  /** In all formats, unless this one has a framing of its own or is the one that is chosen. */
  readonly set: (format: string, part: FramingPart) => void;
}

/** Where the one that is being framed is made known; undefined once none is. */
export const FramingDesk = createContext<((framer: Framer | undefined) => void) | undefined>(undefined);
