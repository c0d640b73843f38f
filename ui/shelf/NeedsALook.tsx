"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { HouseDrifts } from "@/contract/house";
import { Outbox } from "@/contract/exports";
import { call } from "@/ui/parts/api";
import { useIs } from "@/ui/parts/member";

/** On top of the shelf: what has failed, and what was published before the house style changed. Nothing when all is well. */
export function NeedsALook() {
  const designer = useIs("designer");
  const outbox = useQuery({ queryKey: ["outbox", null], queryFn: () => call("/api/exports", Outbox) });
  const drifts = useQuery({
    queryKey: ["drifts"],
    queryFn: () => call("/api/house/drifts", HouseDrifts),
    enabled: designer,
  });
  const failed = outbox.data?.exports.filter(({ mine, state }) => mine && state === "failed").length ?? 0;
  const unproved =
    outbox.data?.exports.filter(({ mine, state, proof }) => mine && state === "done" && proof && !proof.passed)
      .length ?? 0;
  const drifted = drifts.data?.drifts ?? [];
  if (failed + unproved + drifted.length === 0) return null;
  return (
    <section className="needs-a-look" aria-label="Needs a look">
      <h2 className="rubric">Needs a look</h2>
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
        {drifted.map(({ designId, name, release, values }) => (
          <li key={designId}>
            <Link href={`/bench/${designId}`}>{name}</Link>, release {release}, still has the house style as it was:{" "}
            {values.slice(0, 3).join(", ")}
            {values.length > 3 && " …"}
          </li>
        ))}
      </ul>
    </section>
  );
}
