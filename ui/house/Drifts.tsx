"use client";
import Link from "next/link";
import { useState } from "react";
import { useDrifts } from "@/ui/parts/drifts";
import { useReopened } from "@/ui/parts/kept-job";
import { RepublishDialog, republishJob } from "./RepublishDialog";

/** Releases that were published with other house values than there are now, and what would change with a new one. */
export function Drifts() {
  const { drifts: found, comparing } = useDrifts();
  const [held, setHeld] = useState<typeof found>();
  useReopened(republishJob, () => setHeld([]));
  // What is being published again stays listed until its dialog is closed.
  const drifts = held ?? found;
  if (comparing && !held) {
    return (
      <p className="quiet" role="status">
        Releases are compared with the house style: {comparing.done} of {comparing.total} …
      </p>
    );
  }
  const dialog = held && <RepublishDialog drifts={held} onClose={() => setHeld(undefined)} />;
  if (drifts.length === 0) return dialog;
  const clips = drifts.reduce((sum, drift) => sum + drift.clips, 0);
  return (
    <details className="drifts mb-16 pt-2 pe-0 ps-12 pb-2">
      <summary>
        {drifts.length} {drifts.length === 1 ? "release was" : "releases were"} published with other values; {clips}{" "}
        {clips === 1 ? "clip" : "clips"} made from {drifts.length === 1 ? "it" : "them"} show these.
      </summary>
      <ul>
        {drifts.map(({ designId, name, release, clips: made, values }) => (
          <li key={designId}>
            <Link href={`/bench/${designId}`}>{name}</Link>, release {release}
            {made > 0 && `, ${made} ${made === 1 ? "clip" : "clips"}`}: {values.join(", ")}
          </li>
        ))}
      </ul>
      <button type="button" className="btn btn-outline-secondary btn-sm" onClick={() => setHeld(found)}>
        Review and publish again …
      </button>
      {dialog}
      <p className="quiet">
        A new release takes the current values. Clips that are being filled in stay on their release.
      </p>
    </details>
  );
}
