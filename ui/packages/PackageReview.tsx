"use client";
import Link from "next/link";
import { useState } from "react";
import { Button } from "react-bootstrap";
import type { PackageTaken } from "@/contract/packages";
import { Notice } from "@/ui/parts/Notice";
import { DesignsComing } from "./DesignsComing";
import { FilesComing } from "./FilesComing";
import { PartsComing } from "./PartsComing";
import { takePackage, useChoices, useReview, type Review } from "./use-package";

/** What comes with a package, what becomes of each part, and the press that takes it in. */
export function PackageReview({ job }: { job: string }) {
  const { review, fault } = useReview(job);
  if (review) return <Reviewed job={job} review={review} />;
  return (
    <main className="page">
      <h1>Import package</h1>
      {fault ? (
        <>
          <Notice weight="stop">{fault}</Notice>
          <Link href="/packages">Import another package</Link>
        </>
      ) : (
        <p className="quiet">Loading the package …</p>
      )}
    </main>
  );
}

const counted = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;

function Reviewed({ job, review }: { job: string; review: Review }) {
  const { pack, arrivals } = review;
  const chosen = useChoices(review);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const [taken, setTaken] = useState<PackageTaken>();
  const take = async () => {
    setBusy(true);
    setFault(undefined);
    try {
      const { choices, designs } = chosen;
      setTaken(await takePackage(job, { choices, designs }));
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  if (taken) return <Taken taken={taken} />;
  const counts = { same: 0, differs: 0, new: 0 };
  for (const { state } of arrivals) counts[state]++;
  const wanted = pack.designs.filter(({ document: { id } }) => chosen.designs[id] !== "leave").length;
  return (
    <main className="page package">
      <div className="page__head">
        <h1>{pack.name}</h1>
        <p>
          {counted(pack.designs.length, "design", "designs")}
          {pack.whole && " and a whole house style"}. Of what they show, {counts.same} parts are here already,{" "}
          {counts.differs} {counts.differs === 1 ? "is" : "are"} different here, {counts.new}{" "}
          {counts.new === 1 ? "is" : "are"} not here. {pack.notes}
        </p>
      </div>
      {"fault" in chosen.adopted && <Notice weight="stop">{chosen.adopted.fault}</Notice>}
      <DesignsComing review={review} chosen={chosen} />
      <PartsComing review={review} chosen={chosen} />
      <FilesComing pack={pack} />
      {fault && <Notice weight="stop">{fault}</Notice>}
      <div className="align-items-center d-flex gap-16 mt-16">
        <Button disabled={busy || "fault" in chosen.adopted} onClick={() => void take()}>
          {wanted === 0 ? "Import the house style" : `Import ${counted(wanted, "design", "designs")}`}
        </Button>
        <span className="text-secondary fs-13" role="status">
          {busy ? "Importing …" : "Designs are imported as drafts. Nothing is published."}
        </span>
      </div>
    </main>
  );
}

function Taken({ taken: { designs, parts } }: { taken: PackageTaken }) {
  return (
    <main className="page">
      <h1>Imported</h1>
      <p role="status">
        {counted(designs.length, "design", "designs")} and {counted(parts, "part", "parts")} of the house style were
        imported.
      </p>
      <ul>
        {designs.map(({ id, name, updated }) => (
          <li key={id}>
            <Link href={`/bench/${id}`}>{name}</Link>
            {updated && ": the draft is as the package has it; the state before is saved among its versions"}
          </li>
        ))}
      </ul>
      <p>
        <Link href="/">To the shelf</Link> · <Link href="/house">To the house style</Link>
      </p>
    </main>
  );
}
