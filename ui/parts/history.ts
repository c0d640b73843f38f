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

/**
 * What of a history still leads somewhere, after somebody else has made another document of this one: steps that touch
 * what is different now are let go, and all that would have to be undone before them.
 */
export function historyAfter<D extends object>({ past, future }: History, before: D, after: D): History {
  const stands = ({ patches, inverse }: Step) =>
    [...patches, ...inverse].every(({ path }) => leadsAlike(before, after, path));
  const from = (steps: readonly Step[]) => steps.slice(steps.findLastIndex((step) => !stands(step)) + 1);
  return { past: from(past), future: from(future) };
}

/** Whether a path of keys leads to the same in both: through the same entries of lists, and to the same value. */
function leadsAlike(before: unknown, after: unknown, path: readonly (string | number)[]): boolean {
  const [key, ...rest] = path;
  if (before === after || JSON.stringify(before) === JSON.stringify(after)) return true;
  if (key === undefined || typeof before !== "object" || typeof after !== "object" || !before || !after) return false;
  if (Array.isArray(before) !== Array.isArray(after)) return false;
  if (Array.isArray(before) && idsOf(before) !== idsOf(after as unknown[])) return false;
  return leadsAlike(before[key as keyof typeof before], after[key as keyof typeof after], rest);
}

const idsOf = (list: readonly unknown[]): string =>
  JSON.stringify(list.map((entry) => (entry as { id?: unknown } | null)?.id ?? entry));

/** Changes that make one document of another: of lists as long as before entry by entry, else key by key. */
export function patchesBetween(before: object, after: object): Patch[] {
  const [was, now] = [before, after] as readonly Readonly<Record<string, unknown>>[];
  const patches: Patch[] = [];
  const differs = (a: unknown, b: unknown) => a !== b && JSON.stringify(a) !== JSON.stringify(b);
  for (const key of new Set([...Object.keys(was!), ...Object.keys(now!)])) {
    const [a, b] = [was![key], now![key]];
    if (!differs(a, b)) continue;
    if (b === undefined) patches.push({ op: "remove", path: [key] });
    else if (Array.isArray(a) && Array.isArray(b) && a.length === b.length) {
      b.forEach((value: unknown, i) => {
        if (differs(a[i], value)) patches.push({ op: "replace", path: [key, i], value });
      });
    } else patches.push({ op: a === undefined ? "add" : "replace", path: [key], value: b });
  }
  return patches;
}
