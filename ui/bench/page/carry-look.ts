import { z } from "zod";
import { layerKinds, type Layer, type LayerKind } from "@/core/document/layer";
import { lookOf, putLook } from "@/core/edit/worn";
import { keepCopied, readCopied } from "../carried";
import type { BenchStore } from "../store";

const place = "rubrick.look";
const parts = z.record(z.string().max(40), z.json());
const Carried = z.object({
  of: z.enum(["text", "shape", "other"]),
  kind: z.enum(layerKinds as [LayerKind, ...LayerKind[]]),
  worn: parts,
  setting: parts,
});

/** Keeps how a layer looks, also for other designs. */
export const copyLook = (layer: Layer): void => keepCopied(place, lookOf(layer));

/** Puts the look that was copied on layers. */
export function pasteLook(store: BenchStore, layers: readonly string[]): void {
  const look = readCopied(place, Carried);
  const { edit, house } = store.getState();
  if (look) edit("Paste style", (draft) => putLook(draft, house, layers, look));
}
