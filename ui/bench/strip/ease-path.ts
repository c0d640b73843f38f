import type { Ease } from "@/core/document/ease";
import { prepareEase } from "@/core/motion/ease";

const known = new Map<string, string>();
const steps = 24;

/** What lies under an ease's curve, in a field of 100 × 20 whose lower edge is the start; overshoot leaves the field. */
export function easePath(ease: Ease): string {
  const name = JSON.stringify(ease);
  let path = known.get(name);
  if (path === undefined) {
    const run = prepareEase(ease);
    const points = Array.from({ length: steps + 1 }, (_, i) => {
      const x = (100 * i) / steps;
      const y = 18 - 16 * run(i / steps);
      return `${x.toFixed(1)} ${y.toFixed(2)}`;
    });
    path = `M${points.join("L")}L100 20L0 20Z`;
    if (known.size > 500) known.clear();
    known.set(name, path);
  }
  return path;
}
