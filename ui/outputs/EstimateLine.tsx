import type { Estimates } from "@/contract/exports";
import { about, bytes } from "@/ui/parts/amounts";
import { sumOf } from "./use-estimates";

/** What the chosen outputs are expected to weigh and to take together, and what waits before them. */
export function EstimateLine({ found, chosen }: { found: Estimates | undefined; chosen: readonly string[] }) {
  // Its line is there from the first: what lies below would move from under the pointer.
  if (!found)
    return (
      <p className="quiet figures m-0" role="status">
        Estimating …
      </p>
    );
  const { ahead, aheadS } = found;
  return (
    <p className="quiet figures m-0" role="status">
      About {bytes(sumOf(found, chosen, "bytes"))} in all, {about(sumOf(found, chosen, "seconds"))} of work
      {ahead > 0 && `, after ${ahead} ${ahead === 1 ? "job" : "jobs"} of about ${about(aheadS)}`}.
    </p>
  );
}
