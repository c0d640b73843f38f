import Link from "next/link";
import { stageDeeds } from "@/core/facts/bench-deeds";
import { useBench, useBenchStore } from "./store";

/** How a release that is being published stands, while its dialog is closed. */
export function PublishingNotice({ onOpen }: { onOpen: () => void }) {
  const store = useBenchStore();
  const publishing = useBench((state) => state.publishing);
  if (!publishing) return null;
  const close = () => store.getState().show({ publishing: undefined });
  return (
    <div
      className="bench__unsent align-items-center bg-sheet border-bottom d-flex gap-12 py-8 px-32"
      role={publishing.kind === "failed" ? "alert" : "status"}
    >
      {publishing.kind === "busy" && (
        <p>
          Publishing …{" "}
          {publishing.job && publishing.job.total > 0
            ? `Checked: ${publishing.job.done} of ${publishing.job.total} formats.`
            : "Waiting for its checks."}
        </p>
      )}
      {publishing.kind === "done" && (
        <p>
          Release {publishing.number} is published. <Link href={`/fill/${publishing.id}`}>Fill it in</Link>
        </p>
      )}
      {publishing.kind === "failed" && <p>Not published. {publishing.message}</p>}
      {publishing.kind !== "done" && (
        <button
          data-help={stageDeeds.showPublishing.help}
          type="button"
          className="btn btn-outline-secondary btn-sm"
          onClick={onOpen}
        >
          {stageDeeds.showPublishing.label}
        </button>
      )}
      {publishing.kind !== "busy" && (
        <button
          data-help={stageDeeds.closePublishing.help}
          type="button"
          className="btn btn-outline-secondary btn-sm"
          onClick={close}
        >
          {stageDeeds.closePublishing.label}
        </button>
      )}
    </div>
  );
}
