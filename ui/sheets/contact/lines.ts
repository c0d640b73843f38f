import type { Format } from "@/core/document/format";

/** One picture of a contact sheet: a row in a format. */
export interface Print {
  readonly rowId: string;
  readonly format: string;
  readonly widthPx: number;
}

export const placeOf = ({ rowId, format }: Pick<Print, "rowId" | "format">): string => `${rowId} ${format}`;

/** Pictures that stand together under one caption. */
export interface Block {
  readonly rowId: string;
  readonly prints: readonly Print[];
  readonly widthPx: number;
}

export type Line =
  { readonly kind: "title"; readonly format: string } | { readonly kind: "blocks"; readonly blocks: readonly Block[] };

export type Grouping = "row" | "format";

/** Pixels between pictures of a block, and between blocks. */
export const gaps = { print: 6, block: 22 } as const;

/**
 * Puts every row in every format on lines of a contact sheet that is so wide: row by row, each with its formats side by
 * side, or format by format. `heightPx` is that of every picture.
 */
export function arrange(
  rowIds: readonly string[],
  formats: readonly Pick<Format, "id" | "width" | "height">[],
  { widthPx, heightPx, by }: { readonly widthPx: number; readonly heightPx: number; readonly by: Grouping },
): Line[] {
  const prints = formats.map(({ id, width, height }) => ({
    format: id,
    widthPx: Math.round((heightPx * width) / height),
  }));
  if (by === "row") {
    const blockPx = prints.reduce((sum, print) => sum + print.widthPx + gaps.print, -gaps.print);
    return inLines(
      rowIds.map((rowId) => ({ rowId, widthPx: blockPx, prints: prints.map((print) => ({ rowId, ...print })) })),
      widthPx,
    );
  }
  return prints.flatMap((print) => [
    { kind: "title" as const, format: print.format },
    ...inLines(
      rowIds.map((rowId) => ({ rowId, widthPx: print.widthPx, prints: [{ rowId, ...print }] })),
      widthPx,
    ),
  ]);
}

/** As many blocks on a line as fit, at least one; all are equally wide. */
function inLines(blocks: readonly Block[], widthPx: number): Line[] {
  const own = blocks[0]?.widthPx ?? 1;
  const perLine = Math.max(1, Math.floor((widthPx + gaps.block) / (own + gaps.block)));
  const lines: Line[] = [];
  for (let from = 0; from < blocks.length; from += perLine) {
    lines.push({ kind: "blocks", blocks: blocks.slice(from, from + perLine) });
  }
  return lines;
}
