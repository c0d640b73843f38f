import type { OutputKind } from "./output";

/** A simulated stand-in for what receives clips. */
export interface Receiver {
  readonly id: ReceiverId;
  readonly label: string;
  /** Kinds that it can take. */
  readonly takes: readonly OutputKind[];
}

/** Seconds of a file that a copy made for looking shows. */
export const copiedS = 60;

export const receiverIds = ["track", "mail", "dewdrop"] as const;
export type ReceiverId = (typeof receiverIds)[number];

const films = ["prores-4444", "png-mov", "png-sequence", "vp9-alpha", "key-colour"] as const;
const trackTakes: readonly OutputKind[] = [...films, "apng", "webp", "gif", "still"];

export const receivers: Readonly<Record<ReceiverId, Receiver>> = {
  track: { id: "track", label: "On a track", takes: trackTakes },
  mail: { id: "mail", label: "In an e-mail", takes: ["gif", "apng", "webp"] },
  dewdrop: { id: "dewdrop", label: "On Dewdrop", takes: ["h264", "key-colour"] },
};

/** Where a file of a kind can be looked at as it will live. */
export const receiverOf = (kind: OutputKind): Receiver[] =>
  receiverIds.map((id) => receivers[id]).filter(({ takes }) => takes.includes(kind));
