import type { OrderEntry } from "@/core/document/order";
import { entryName } from "@/core/order/names";
import type { OrderState } from "./store";

export type Known = OrderState["releases"];

/** What an entry goes by, as `entryName` says. */
export function nameOfEntry(entry: OrderEntry, releases: Known): string {
  const release = releases[entry.release];
  return entryName(entry, release && { design: release.document, house: release.house });
}

/** What entries are filled in, for whatever shows them. */
export const desksOf = (releases: Known) =>
  Object.fromEntries(
    Object.entries(releases).map(([id, { document: design, house }]) => [id, { design, house }] as const),
  );

/** Formats that every release of an order has, or those of any where they share none. */
export function formatsOf(entries: readonly OrderEntry[], releases: Known) {
  const shown = [...new Set(entries.map(({ release }) => release))].flatMap((id) => releases[id] ?? []);
  const all = new Map(shown.flatMap(({ house }) => house.formats.map((format) => [format.id, format] as const)));
  const inAll = [...all.values()].filter(({ id }) => shown.every(({ document }) => document.formats.includes(id)));
  if (inAll.length > 0) return inAll;
  return [...all.values()].filter(({ id }) => shown.some(({ document }) => document.formats.includes(id)));
}

/** Minutes and seconds, with tenths. */
export function clock(seconds: number): string {
  const tenths = Math.round(seconds * 10);
  const minutes = Math.floor(tenths / 600);
  const rest = ((tenths % 600) / 10).toFixed(1).padStart(4, "0");
  return minutes >= 60
    ? `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}:${rest}`
    : `${minutes}:${rest}`;
}
