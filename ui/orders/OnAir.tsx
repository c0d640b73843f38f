"use client";
import type { Format } from "@/core/document/format";

export function OnAir(_: { formats: readonly Format[] }) {
  return null;
}
