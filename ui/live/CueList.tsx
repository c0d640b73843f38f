"use client";
import { Table } from "react-bootstrap";
import type { LivePress } from "@/core/document/live";
import { inWords, type Standing } from "./standing";

/** The order as whoever calls the show reads it: what has gone, what is on, what stands by, and how long each is. */
export function CueList({ standing, press }: { standing: Standing; press: (wanted: LivePress) => void }) {
  const { items, on, next, following } = standing;
  const stands = (part: number): string => {
    if (on?.part === part) return on.held ? "on, held" : "on";
    if (next?.part === part) return `next in ${inWords(next.inS)}`;
    if (following === part) return "stands by";
    return on && part < on.part ? "gone" : "";
  };
  return (
    <Table size="sm" className="remote__cues">
      <thead>
        <tr>
          {["Cue", "Graphic", "Lasts", "Stands", ""].map((name, i) => (
            <th key={i} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {items.map(({ entry, name, part: times }, part) => (
          <tr key={entry.id} className={on?.part === part ? "is-on" : following === part ? "is-next" : ""}>
            <td className="figures">{part + 1}</td>
            <td>
              <bdi className="font-serif fs-15">{name}</bdi>
            </td>
            <td className="figures">{((times.leaveAtMs + times.leaveMs) / 1000).toFixed(1)} s</td>
            <td>{stands(part)}</td>
            <td className="text-end">
              <button type="button" className="chip" onClick={() => press({ kind: "show", part })}>
                Go
              </button>{" "}
              <button type="button" className="chip" onClick={() => press({ kind: "run", part })}>
                Run from here
              </button>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
