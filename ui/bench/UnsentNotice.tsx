import { stageDeeds } from "@/core/facts/bench-deeds";
import { writeDate } from "@/ui/parts/dates";
import { useBench } from "./store";

/** Changes of an earlier page that may never have been saved, while the design has moved on: whoever made them decides. */
export function UnsentNotice() {
  const unsent = useBench((state) => state.unsent);
  const settle = useBench((state) => state.settleUnsent);
  const first = unsent[0];
  if (!first) return null;
  const at = writeDate(first.atMs);
  return (
    <div className="bench__unsent align-items-center bg-sheet border-bottom d-flex gap-12 py-8 px-32" role="alert">
      <p>
        Changes that you made here on {at} may not have been saved, and the design has been changed since. Apply them
        now and undo them if you don’t want them, or discard them.
      </p>
      <button
        data-help={stageDeeds.applyUnsent.help}
        type="button"
        className="btn btn-primary btn-sm"
        onClick={() => settle("put on")}
      >
        {stageDeeds.applyUnsent.label}
      </button>
      <button
        data-help={stageDeeds.discardUnsent.help}
        type="button"
        className="btn btn-outline-secondary btn-sm"
        onClick={() => settle("let go")}
      >
        {stageDeeds.discardUnsent.label}
      </button>
    </div>
  );
}
