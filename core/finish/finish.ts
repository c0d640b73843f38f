import { assertNever } from "../assert-never";
import type { FinishOp } from "../sample/types";
import { glitch } from "./glitch";
import { glow } from "./glow";
import { grain } from "./grain";
import type { Pixels } from "./pixels";

/** Changes pixels in place. Computed here and not by a canvas, so that every side gets the same levels. */
export function applyFinish(pixels: Pixels, finish: FinishOp): void {
  switch (finish.kind) {
    case "grain":
      return grain(pixels, finish);
    case "glow":
      return glow(pixels, finish);
    case "glitch":
      return glitch(pixels, finish);
    default:
      return assertNever(finish);
  }
}
