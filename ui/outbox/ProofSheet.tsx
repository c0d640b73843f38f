"use client";
import { Table } from "react-bootstrap";
import type { ExportView } from "@/contract/exports";
import { rateName } from "@/core/document/fps";
import type { Proof } from "@/core/document/proof";
import { factsOf } from "@/core/outputs/output";
import { about, bytes } from "@/ui/parts/amounts";
import { Notice } from "@/ui/parts/Notice";
import { FileView } from "./FileView";

/** What was measured on the finished file, and the file itself over grounds that show bad edges. */
export function ProofSheet({ job, proof }: { job: ExportView; proof: Proof }) {
  return (
    <div className="proof d-grid gap-32">
      <div className="proof__facts">
        {proof.faults.map((fault) => (
          <Notice key={fault} weight="stop">
            Differs from the request: {fault}.
          </Notice>
        ))}
        {proof.notes.map((note) => (
          <Notice key={note} weight="note">
            {note}
          </Notice>
        ))}
        <dl className="figures">
          {factsFor(job, proof).map(([name, value]) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
        {proof.instants.length > 0 && <Instants proof={proof} />}
      </div>
      {job.goneAt === null && <FileView job={job} />}
    </div>
  );
}

function factsFor(job: ExportView, proof: Proof): (readonly [string, string])[] {
  const { alpha, choices, seen } = factsOf(job.output);
  const pictures = seen !== "sound" && seen !== "words";
  const facts: (readonly [string, string] | false)[] = [
    pictures && choices.rate && ["Frames, decoded", String(proof.frames)],
    pictures && ["Size", `${proof.width} × ${proof.height}`],
    choices.rate && ["Rate", `${rateName(proof.rate)} a second`],
    proof.durationS > 0 && ["Duration", `${proof.durationS.toFixed(2)} s`],
    alpha && proof.alpha !== null && ["Alpha range", `${proof.alpha.min} to ${proof.alpha.max} of 255`],
    factsOf(job.output).sound && ["Sound", proof.sound ? "yes, level and timing correct" : "none"],
    job.figures !== null &&
      choices.rate && ["Frames painted", `${job.figures.painted} of ${proof.frames}, the rest held`],
    job.bytes !== null && ["File size", weighed(job.bytes, job.expected?.bytes)],
    job.figures !== null && ["Render time", tookWords(job.figures.wallS, job.expected?.seconds)],
  ];
  return facts.filter((fact) => fact !== false);
}

const weighed = (found: number, expected: number | undefined): string =>
  expected === undefined ? bytes(found) : `${bytes(found)} (estimated ${bytes(expected)})`;
const tookWords = (found: number, expected: number | undefined): string =>
  expected === undefined ? `${found.toFixed(1)} s` : `${found.toFixed(1)} s (estimated ${about(expected)})`;

function Instants({ proof }: { proof: Proof }) {
  return (
    <Table size="sm" className="figures proof__instants">
      <caption>Compared with the painted picture, in levels of 255</caption>
      <thead>
        <tr>
          <th scope="col">Frame</th>
          <th scope="col">Mean difference</th>
          <th scope="col">Largest, at an edge</th>
        </tr>
      </thead>
      <tbody>
        {proof.instants.map((instant) => (
          <tr key={instant.frame}>
            <td>{instant.frame}</td>
            <td>{instant.meanError.toFixed(2)}</td>
            <td>{instant.maxError}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
