import { groupBy } from "../group";

/** A row with where it stands; rows are in the order of their places. */
export interface Placed {
  readonly id: string;
  readonly place: number;
}

/** Places closer together than this leave no room between them. */
const leastGap = 1e-6;

/**
 * Places for rows in a new order that leaves as many as can be where they stand: of the rows in `order`, those without a
 * place, and those that are `moved`, are put evenly between their neighbours. Where there is no room all get new places.
 */
export function placesFor(
  order: readonly string[],
  before: ReadonlyMap<string, number>,
  moved: ReadonlySet<string>,
): Placed[] {
  const fixed = (id: string | undefined) => (id === undefined || moved.has(id) ? undefined : before.get(id));
  const placed: Placed[] = [];
  for (let i = 0; i < order.length;) {
    if (fixed(order[i]) !== undefined) {
      i++;
      continue;
    }
    let end = i;
    while (end < order.length && fixed(order[end]) === undefined) end++;
    const low = fixed(order[i - 1]) ?? (fixed(order[end]) ?? 0) - (end - i) - 1;
    const high = fixed(order[end]) ?? low + (end - i) + 1;
    const gap = (high - low) / (end - i + 1);
    if (gap < leastGap) return order.map((id, at) => ({ id, place: at + 1 }));
    for (let at = i; at < end; at++) placed.push({ id: order[at]!, place: low + gap * (at - i + 1) });
    i = end;
  }
  return placed;
}

/** An order with rows put, in their own order, behind the one that is named, or first. */
export function putBehind(order: readonly string[], rows: readonly string[], after: string | undefined): string[] {
  const taken = new Set(rows);
  const rest = order.filter((id) => !taken.has(id));
  // Behind a row that is itself taken along: behind the last before it that stays.
  let anchor = after;
  while (anchor !== undefined && taken.has(anchor)) anchor = order[order.indexOf(anchor) - 1];
  const at = anchor === undefined ? 0 : rest.indexOf(anchor) + 1;
  return [...rest.slice(0, at), ...rows, ...rest.slice(at)];
}

/** A row to be put behind another, or first. */
interface Added {
  readonly id: string;
  readonly after?: string | undefined;
}

/** Those of the rows to be added that are not there yet, each once. */
export function newRows<A extends Added>(order: readonly string[], add: readonly A[]): A[] {
  const there = new Set(order);
  return add.filter(({ id }) => !there.has(id) && there.add(id));
}

/**
 * An order with new rows behind those that they name, several behind one in their own order; in one pass, since a table may
 * have thousands.
 */
export function withAdded(order: readonly string[], fresh: readonly Added[]): string[] {
  const behind = groupBy(fresh, ({ after }) => after ?? "");
  const known = new Set([...order, ...fresh.map(({ id }) => id)]);
  const out: string[] = [];
  const put = (first: string) => {
    // Each may be followed by others that name it; a stack, since a chain may be as long as the table.
    const stack = [first];
    while (stack.length > 0) {
      const id = stack.pop()!;
      if (id !== "") out.push(id);
      for (const row of [...(behind.get(id) ?? [])].reverse()) stack.push(row.id);
    }
  };
  put("");
  for (const id of order) put(id);
  // What names a row that has gone meanwhile comes last.
  const lost = [...behind].flatMap(([after, rows]) => (after === "" || known.has(after) ? [] : rows));
  for (const { id } of lost) put(id);
  // Rows that name each other in a ring are behind nothing.
  const placed = new Set(out);
  return [...out, ...fresh.map(({ id }) => id).filter((id) => !placed.has(id))];
}
