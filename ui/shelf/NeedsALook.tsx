"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { Outbox } from "@/contract/exports";
import { call } from "@/ui/parts/api";
import { useDrifts } from "@/ui/parts/drifts";
import { useIs } from "@/ui/parts/member";

/** On top of the shelf: what has failed, and what was published before the house style changed. Nothing when all is well. */
export function NeedsALook() {
  const designer = useIs("designer");
  const outbox = useQuery({ queryKey: ["outbox", null], queryFn: () => call("/api/exports", Outbox) });
  const { drifts } = useDrifts(designer);
  const failed = outbox.data?.exports.filter(({ mine, state }) => mine && state === "failed").length ?? 0;
  const unproved =
    outbox.data?.exports.filter(({ mine, state, proof }) => mine && state === "done" && proof && !proof.passed)
      .length ?? 0;
  if (failed + unproved + drifts.length === 0) return null;
  const count = (failed > 0 ? 1 : 0) + (unproved > 0 ? 1 : 0) + drifts.length;
  return (
    <details className="needs-a-look mb-16 ps-12" aria-label="Needs attention">
      <summary>
        <b className="rubric">Needs attention</b> {count === 1 ? "One thing" : `${count} things`}
      </summary>
      <ul>
        {failed > 0 && (
          <li>
            <Link href="/outbox">{failed === 1 ? "One export has failed" : `${failed} exports have failed`}</Link>
          </li>
        )}
        {unproved > 0 && (
          <li>
            <Link href="/outbox">
              {unproved === 1 ? "One file is not what was asked for" : `${unproved} files are not what was asked for`}
            </Link>
          </li>
        )}
        {drifts.map(({ designId, name, release, values }) => (
          <li key={designId}>
            <Link href={`/bench/${designId}`}>{name}</Link>, release {release}, still has the old house style:{" "}
            {values.slice(0, 3).join(", ")}
            {values.length > 3 && " …"}
          </li>
        ))}
      </ul>
    </details>
  );
}
