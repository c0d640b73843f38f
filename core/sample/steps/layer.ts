import { emptyBox, growBox, isEmptyBox, unionBox } from "../../geometry/box";
import { blurReach, layerBounds } from "../reach";
import { defineStep } from "./define";

export const step = defineStep<"layer">({
  bounds: (op, boundsOf) => {
    const own = layerBounds(op, boundsOf);
    return op.under.reduce((all, { dx, dy, soft }) => {
      const cast = growBox({ ...own, x: own.x + dx, y: own.y + dy }, blurReach(soft));
      return unionBox(all, isEmptyBox(own) ? emptyBox : cast);
    }, own);
  },
  write: (op, parts, write) => {
    const { ops: inner, atop, mattes, ...rest } = op;
    parts.push(JSON.stringify(rest), "(");
    write(inner, parts);
    parts.push(")(");
    write(atop, parts);
    for (const matte of mattes) {
      parts.push(matte.keep);
      write(matte.ops, parts);
    }
    parts.push(")");
  },
  inner: (op) => [op.ops, ...op.mattes.map(({ ops }) => ops)],
  travelPx: (from, to, travelOf) => {
    if (from.finish.length > 0 || from.mattes.length !== to.mattes.length) return Infinity;
    const mattes = from.mattes.map(({ ops }, i) => travelOf(ops, to.mattes[i]!.ops));
    return Math.max(travelOf(from.ops, to.ops), travelOf(from.atop, to.atop), ...mattes);
  },
});
