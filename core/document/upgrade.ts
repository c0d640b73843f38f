import { z } from "zod";
import { Design, DesignAroundLayers, designVersion, mostLayers } from "./design";
import { faultWords } from "./fault-words";
import { Layer } from "./layer";
import { withReferences } from "./references";
import { LayerId } from "./units";

/** Steps from version n to n + 1, by n. A new version adds one entry and one test. */
const steps: Readonly<Record<number, (document: Record<string, unknown>) => Record<string, unknown>>> = {
  1: (document) => withExamples(withoutReservedIds(document)),
};

/** Version 2 says by an example what a line must look like; version 1 had signs for it. */
function withExamples(document: Record<string, unknown>): Record<string, unknown> {
  const fields = Array.isArray(document.fields) ? (document.fields as Record<string, unknown>[]) : undefined;
  if (!fields?.some((field) => typeof field?.pattern === "string")) return document;
  const read = (signs: string) => {
    const loose = /[+?]/.test(signs.replace(/\\./g, ""));
    const example = signs.replace(/\\(.)|[+?]/g, (_, literal: string | undefined) => literal ?? "");
    return { example: example === "" ? "a" : example, ...(loose ? { lengths: "any" } : {}), mixed: /x/.test(signs) };
  };
  const own = (field: Record<string, unknown>) =>
    typeof field?.pattern === "string" ? { ...field, pattern: read(field.pattern) } : field;
  return { ...document, fields: fields.map(own) };
}

/** Version 2 keeps words such as `group` from being ids of layers, which could then not be told from the word. */
function withoutReservedIds(document: Record<string, unknown>): Record<string, unknown> {
  const layers = Array.isArray(document.layers) ? (document.layers as Record<string, unknown>[]) : [];
  const taken = new Set(layers.map((layer) => layer?.id));
  const renamed = new Map<unknown, string>();
  for (const id of taken) {
    if (typeof id !== "string" || LayerId.safeParse(id).success || !/^[a-z0-9-]+$/.test(id)) continue;
    let n = 1;
    while (taken.has(`${id}-${n}`)) n++;
    renamed.set(id, `${id}-${n}`);
  }
  if (renamed.size === 0) return { ...document, version: 2 };
  const ref = (named: { kind: string; id: string }) => (named.kind === "layer" ? renamed.get(named.id) : undefined);
  const next = withReferences(Design, document, { ref }) as Record<string, unknown>;
  const own = (layer: Record<string, unknown>) => ({ ...layer, id: renamed.get(layer.id) ?? layer.id });
  return { ...next, layers: (next.layers as Record<string, unknown>[]).map(own), version: 2 };
}

export type ParsedDesign = { ok: true; design: Design } | { ok: false; faults: { path: string; message: string }[] };

/** Reads a design of any version from unknown data; unknown keys and kinds are refused with their place. */
export function parseDesign(input: unknown): ParsedDesign {
  const document = broughtForward(input);
  const result = Design.safeParse(document);
  return result.success ? { ok: true, design: result.data } : { ok: false, faults: faultsOf(result.error) };
}

/** Layers that are read in one go: about ten milliseconds' worth. */
const sliceLayers = 100;

/** As `parseDesign`, but with pauses in which others come to their turn: a large design takes a tenth of a second. */
export async function parseDesignInSlices(input: unknown, pause: () => Promise<void>): Promise<ParsedDesign> {
  const document = broughtForward(input) as { layers?: unknown } | null;
  const layers = document?.layers;
  if (!Array.isArray(layers) || layers.length <= sliceLayers) return parseDesign(document);
  if (layers.length > mostLayers) {
    return { ok: false, faults: [{ path: "layers", message: `a design has at most ${mostLayers} layers` }] };
  }
  const read: Layer[] = [];
  for (let at = 0; at < layers.length; at += sliceLayers) {
    const slice = z.array(Layer).safeParse(layers.slice(at, at + sliceLayers));
    if (!slice.success) {
      const faults = faultsOf(slice.error).map(({ path, message }) => {
        const [index, ...rest] = path.split(".");
        return { path: ["layers", at + Number(index), ...rest].join("."), message };
      });
      return { ok: false, faults };
    }
    read.push(...slice.data);
    await pause();
  }
  const whole = DesignAroundLayers.safeParse({ ...document, layers: read });
  return whole.success ? { ok: true, design: whole.data } : { ok: false, faults: faultsOf(whole.error) };
}

/** The document in today's version, not yet checked; anything that is no document stays as it is. */
function broughtForward(input: unknown): unknown {
  if (typeof input !== "object" || input === null || !("version" in input)) return input;
  let current = input as Record<string, unknown>;
  while (typeof current.version === "number" && current.version < designVersion) {
    const step = steps[current.version];
    if (!step) break;
    current = step(current);
  }
  return current;
}

/** Zod's issues as place and words. */
export function faultsOf(error: z.ZodError): { path: string; message: string }[] {
  return error.issues.map((issue) => ({ path: issue.path.join("."), message: faultWords(issue) }));
}
