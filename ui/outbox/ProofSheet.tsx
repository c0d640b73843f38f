"use client";

import { rateName } from "@/core/document/fps";
import { factsOf } from "@/core/outputs/output";
import { useState } from "react";
import type { ExportView } from "@/contract/exports";
import type { Proof } from "@/core/document/proof";
import { Table } from "react-bootstrap";
import { Notice } from "@/ui/parts/Notice";
import { Segments } from "@/ui/parts/Segments";

const grounds = [
  { id: "dark", label: "Dark" },
  { id: "light", label: "Light" },
  { id: "checker", label: "Checker" },
] as const;

/** What was measured on the finished file, and the file itself over grounds that show bad edges. */
export function ProofSheet({ job, proof }: { job: ExportView; proof: Proof }) {
  const [ground, setGround] = useState<(typeof grounds)[number]["id"]>("dark");
  const facts: readonly (readonly [string, string])[] = [
    ["Frames, decoded", String(proof.frames)],
    ["Size", `${proof.width} × ${proof.height}`],
    ["Rate", `${rateName(proof.rate)} a second`],
    ["Duration", `${proof.durationS.toFixed(2)} s`],
    ["See-through range", proof.alpha ? `${proof.alpha.min} to ${proof.alpha.max} of 255` : "none, it is opaque"],
    ["Sound", proof.sound ? "yes" : "none"],
    ["Frames painted", job.figures ? `${job.figures.painted} of ${proof.frames}, the rest held` : "–"],
    ["Time", job.figures ? `${job.figures.wallS.toFixed(1)} s` : "–"],
  ];
  return (
    <div className="proof d-grid gap-32">
      <div className="proof__facts">
        {proof.faults.map((fault) => (
          <Notice key={fault} weight="stop">
            Not as asked: {fault}.
          </Notice>
        ))}
        <dl className="figures">
          {facts.map(([name, value]) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
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
      </div>
      {!factsOf(job.output).plays ? (
        <p className="quiet proof__none">
          Browsers can’t play this kind. Lay it over footage in an editing program; it needs no setting for alpha.
        </p>
      ) : (
        <div className="proof__view d-grid gap-8">
          <div className={`proof__ground plate-${ground}`}>
            <video
              src={`/api/exports/${job.id}/file#t=${(proof.durationS / 2).toFixed(2)}`}
              controls
              loop
              muted
              playsInline
              preload="metadata"
            />
          </div>
          {factsOf(job.output).alpha && (
            <Segments label="Ground" value={ground} options={grounds} onChange={setGround} />
          )}
        </div>
      )}
    </div>
  );
}
