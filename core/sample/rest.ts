import type { Box } from "../geometry/box";
import type { Matrix } from "../geometry/matrix";
import type { Still } from "../layout/types";
import type { Timetable } from "../schedule/types";
import { Poses } from "./pose";

/** Where a layer stands when everything has arrived: its box in u, and the map from u to pixels of the format. */
export interface RestBox {
  readonly id: string;
  readonly box: Box;
  readonly world: Matrix;
  /** From u to pixels, for what is around it: the directions that its place is measured in. */
  readonly parent: Matrix;
}

/** All layers at rest, for handles and threads on a stage. */
export function restBoxes(still: Still, table: Timetable): RestBox[] {
  const restS = (table.arriveS * table.squeeze + table.lengthS - table.leaveS * table.squeeze) / 2;
  const poses = new Poses(still, table, restS);
  return [...poses.at(0).values()].map(({ still: { layer, box }, world, parent }) => ({
    id: layer.id,
    box,
    world,
    parent,
  }));
}
