import { Complexity } from "@/core/outputs/complexity";
import type { Proof } from "@/core/document/proof";
import type { MadeOutput } from "@/core/outputs/output";
import { type Db, fromJson } from "./connection";
import type { Figures } from "./exports";

type Row = Record<string, unknown>;

/** A finished export with what it took. */
export interface MeasuredExport {
  readonly kind: string;
  readonly designId: string;
  /** How much there is to the picture of its release, where that was measured. */
  readonly complexity: Complexity | undefined;
  readonly frames: number;
  readonly width: number;
  readonly height: number;
  readonly bytes: number;
  readonly seconds: number;
}

/** The exports that were finished last; films of whole running orders are of no one design. */
export async function listMeasured(db: Db, most: number): Promise<MeasuredExport[]> {
  const rows: Row[] = await db("export as e")
    .join("design_release as r", "r.id", "e.release_id")
    .leftJoin("release_poster as p", "p.release_id", "e.release_id")
    .where("e.state", "done")
    .whereNull("e.running_order")
    .orderBy("e.ended_at", "desc")
    .limit(most)
    .select("e.settings", "e.proof", "e.figures", "e.file_bytes", "r.design_id", "p.complexity");
  return rows.flatMap((row) => {
    if (row.proof === null || row.figures === null || row.file_bytes === null) return [];
    const { frames, width, height } = fromJson<Proof>(row.proof);
    const common = {
      frames,
      width,
      height,
      bytes: Number(row.file_bytes),
      seconds: fromJson<Figures>(row.figures).wallS,
      complexity: row.complexity === null ? undefined : Complexity.parse(fromJson(row.complexity)),
    };
    return [{ ...common, kind: fromJson<MadeOutput>(row.settings).kind, designId: row.design_id as string }];
  });
}
