import type { Rgba } from "./types";

/** Reads `#rrggbbaa`; the schema has made sure of the form. Channels 0..255, alpha 0..1. */
export function parseHex(hex: string): Rgba {
  const value = parseInt(hex.slice(1, 9).padEnd(8, "f"), 16);
  return {
    r: (value >>> 24) & 255,
    g: (value >>> 16) & 255,
    b: (value >>> 8) & 255,
    a: (value & 255) / 255,
  };
}

function linear(channel: number): number {
  const c = channel / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
}

/** Relative luminance, 0..1. Source: WCAG 2.2. */
export const luminance = (c: Rgba): number => 0.2126 * linear(c.r) + 0.7152 * linear(c.g) + 0.0722 * linear(c.b);

/** Contrast ratio, 1..21. Source: WCAG 2.2. */
export function contrast(a: Rgba, b: Rgba): number {
  const [high, low] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (high + 0.05) / (low + 0.05);
}

/** A colour as one writes it: its opacity only where it has one. */
export const writtenHex = (hex: string): string => (/^#[0-9a-f]{6}ff$/i.test(hex) ? hex.slice(0, 7) : hex);
