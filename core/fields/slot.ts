import { z } from "zod";
import { Id } from "../document/units";
import { idIn, isMedia, notOffered, type Drive, type Fault, type Filling } from "./define";
import { MediaValue } from "./value";

/*
 * Slots: fields that take a picture or a video.
 */

/** Nothing, one of those on offer as it is, or one that is framed or brought along. */
export const SlotValue = z.union([z.union([Id, z.literal("")]), MediaValue]);
export type SlotValue = z.infer<typeof SlotValue>;

interface Slot {
  readonly label: string;
  readonly required: boolean;
  readonly own: boolean;
  readonly choices: readonly string[];
  readonly default: string;
  readonly sample?: string | undefined;
}

/** How many pictures or videos a slot offers at most. */
export const mostOffers = 256;

export const own = z.boolean().default(false).describe("Whether people may upload one");

/**
 * What a new slot offers: what the designer placed there is what it starts with. A place that is empty must be filled in,
 * and shows the first one on offer as its sample until it is.
 */
export function slotOffers(ids: readonly string[], held: unknown): object | undefined {
  if (ids.length === 0) return undefined;
  const placed = idIn(held);
  // No more than a slot may offer; what is placed is always among them.
  const choices = ids.includes(placed) ? [placed, ...ids.filter((id) => id !== placed)] : ids;
  const offered = ids.filter((id) => choices.slice(0, mostOffers).includes(id));
  return ids.includes(placed)
    ? { choices: offered, default: placed }
    : { choices: offered, required: true, sample: offered[0] };
}

/** Which of the house's is shown; undefined for one that was brought along. */
export const houseIdOf = (value: SlotValue): string | undefined =>
  typeof value === "string" ? value : "house" in value.source ? value.source.house : undefined;

function slotFaults(field: Slot, value: SlotValue): Fault[] {
  const id = houseIdOf(value);
  if (id === "") return field.required ? [{ code: "required", message: `${field.label} is needed.` }] : [];
  if (id !== undefined) return notOffered(field, id);
  return field.own ? [] : [{ code: "choice", message: `${field.label}: choose one of those on offer.` }];
}

/** What a slot fills: the picture or video itself, and how it sits and plays where that is said. */
function slotPuts(kind: "picture" | "video", { property }: Drive, value: SlotValue, format: string) {
  const id = houseIdOf(value);
  const media: Filling = typeof value !== "string" && "own" in value.source ? value.source : id ? `${kind}:${id}` : "";
  const puts: [string, Filling][] = [[property, media]];
  if (typeof value === "string" || !isMedia(property)) return puts;
  const framing = { ...value.framing, ...value.formats[format] };
  for (const [part, set] of Object.entries(framing)) if (set !== undefined) puts.push([`framing.${part}`, set]);
  if (value.from !== undefined) puts.push(["playback.from", value.from]);
  if (value.speed !== undefined) puts.push(["playback.speed", value.speed]);
  if (value.atEnd !== undefined) puts.push(["playback.atEnd", value.atEnd]);
  return puts;
}

/** All that both kinds of slots do alike. */
export const asSlot = (kind: "picture" | "video") => ({
  value: SlotValue,
  start: (field: Slot): SlotValue => field.default,
  sample: (field: Slot): SlotValue => field.sample || field.default,
  faults: slotFaults,
  // Only a slot that stops the export while it is empty may show its sample: a preview and its file are the same picture.
  shown: (field: Slot, value: SlotValue, samples: boolean): SlotValue =>
    value === "" && samples && field.required ? (field.sample ?? "") : value,
  isFilled: (value: SlotValue) => value !== "",
  puts: (_: unknown, drive: Drive, value: SlotValue, { format }: { readonly format: string }) =>
    slotPuts(kind, drive, value, format),
  fromText: (_: unknown, text: string): SlotValue | undefined => {
    const id = SlotValue.safeParse(text.trim());
    return id.success ? id.data : undefined;
  },
  toText: (_: unknown, value: SlotValue) =>
    typeof value === "string" ? value : "own" in value.source ? value.source.own.name : value.source.house,
});
