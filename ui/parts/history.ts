import { applyPatches, enablePatches, produceWithPatches, type Patch } from "immer";

enablePatches();

/** One thing that was done, forwards and backwards. */
export interface Step {
  readonly label: string;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
  /** Steps of the same kind that follow each other closely become one; those of one drag, however slow it is. */
  readonly merge: string | undefined;
  readonly atMs: number;
}

export interface History {
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

export const noHistory: History = { past: [], future: [] };
const mergeMs = 900;

export interface Change<D extends object> {
  readonly document: D;
  readonly history: History;
  readonly patches: readonly Patch[];
}

/** Does something and remembers it; undefined when nothing came of it. */
export function doStep<D extends object>(
  document: D,
  { past }: History,
  label: string,
  recipe: (draft: D) => void,
  merge?: string,
  atMs = Date.now(),
): Change<D> | undefined {
  const [next, patches, inverse] = produceWithPatches(document, (draft) => {
    recipe(draft as D);
  });
  if (patches.length === 0) return undefined;
  const step: Step = { label, patches, inverse, merge, atMs };
  const last = past[past.length - 1];
  const merged =
    merge !== undefined && last?.merge === merge && (merge.startsWith("drag ") || atMs - last.atMs < mergeMs)
      ? { ...step, patches: [...last.patches, ...patches], inverse: [...inverse, ...last.inverse] }
      : undefined;
  const kept = merged ? [...past.slice(0, -1), merged] : [...past, step];
  return { document: next as D, history: { past: kept, future: [] }, patches };
}

/** The last step backwards; undefined when there is none. */
export function undoStep<D extends object>(document: D, { past, future }: History): Change<D> | undefined {
  const step = past[past.length - 1];
  if (!step) return undefined;
  const history = { past: past.slice(0, -1), future: [...future, step] };
  return { document: applyPatches(document, [...step.inverse]), history, patches: step.inverse };
}

/** The last undone step again. */
export function redoStep<D extends object>(document: D, { past, future }: History): Change<D> | undefined {
  const step = future[future.length - 1];
  if (!step) return undefined;
  // Not merged with what comes next: it has been looked at by itself.
  const history = { past: [...past, { ...step, merge: undefined }], future: future.slice(0, -1) };
  return { document: applyPatches(document, [...step.patches]), history, patches: step.patches };
}
