import type { Layer } from "@/core/document/layer";

export interface TreeRow {
  readonly layer: Layer;
  readonly depth: number;
}

/** Layers as the strip lists them: what lies on top comes first, a group before its layers. */
export function treeRows(layers: readonly Layer[], folded: ReadonlySet<string>): TreeRow[] {
  const rows: TreeRow[] = [];
  const visit = (group: string | undefined, depth: number) => {
    for (const layer of [...layers].reverse()) {
      if (layer.in !== group) continue;
      rows.push({ layer, depth });
      if (layer.kind === "group" && !folded.has(layer.id)) visit(layer.id, depth + 1);
    }
  };
  visit(undefined, 0);
  return rows;
}
