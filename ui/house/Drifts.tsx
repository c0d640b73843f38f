"use client";
import Link from "next/link";
import { useDrifts } from "./use-house";

/** Releases that were published with other house values than there are now, and what would change with a new one. */
export function Drifts() {
  const { data } = useDrifts();
  if (!data || data.drifts.length === 0) return null;
  const clips = data.drifts.reduce((sum, drift) => sum + drift.clips, 0);
  return (
    <details className="drifts">
      <summary>
        {data.drifts.length} {data.drifts.length === 1 ? "release was" : "releases were"} published with other values;{" "}
        {clips} {clips === 1 ? "clip" : "clips"} made from {data.drifts.length === 1 ? "it" : "them"} show these.
      </summary>
      <ul>
        {data.drifts.map(({ designId, name, release, clips: made, values }) => (
          <li key={designId}>
            <Link href={`/bench/${designId}`}>{name}</Link>, release {release}
            {made > 0 && `, ${made} ${made === 1 ? "clip" : "clips"}`}: {values.join(", ")}
          </li>
        ))}
      </ul>
      <p className="quiet">A new release takes the values of today. What is being filled in stays on its release.</p>
    </details>
  );
}
