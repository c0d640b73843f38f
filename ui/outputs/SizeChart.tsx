"use client";
import { useQuery } from "@tanstack/react-query";
import { BarController, BarElement, CategoryScale, Chart, LogarithmicScale, Tooltip } from "chart.js";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { Bar } from "react-chartjs-2";
import { Shelf } from "@/contract/releases";
import type { OutputView } from "@/contract/outputs";
import { outputDeeds } from "@/core/facts/output";
import { call } from "@/ui/parts/api";
import { about, bytes } from "@/ui/parts/amounts";
import { useEstimates } from "./use-estimates";

Chart.register(BarController, BarElement, CategoryScale, LogarithmicScale, Tooltip);

Chart.defaults.font.family = "Instrument Sans, sans-serif";

const ink = "#201c18";
const bases = {
  design: "from clips of this design",
  kind: "from other clips of this kind",
  plain: "measured beforehand",
} as const;

/** All outputs by what a clip of one design weighs in them: what sixteen times too big would mean. */
export function SizeChart({ views }: { views: readonly OutputView[] }) {
  const shelf = useQuery({ queryKey: ["shelf", "for-sizes"], queryFn: () => call("/api/releases", Shelf) });
  const releases = shelf.data?.releases ?? [];
  const [chosen, setChosen] = useState<string>();
  const release = releases.find(({ id }) => id === chosen) ?? releases[0];
  const [wanted, setFormat] = useState("wide");
  const format = release?.formats.find(({ id }) => id === wanted) ?? release?.formats[0];
  const outputs = views.map(({ output }) => output.id);
  const found = useEstimates(release?.id, format ? [format.id] : [], outputs);
  if (!release || !format || !found) return null;
  const rows = found.estimates
    .map((estimate) => ({
      ...estimate,
      name: views.find(({ output }) => output.id === estimate.output)?.output.name ?? "",
    }))
    .sort((a, b) => b.bytes - a.bytes);
  return (
    <section className="outputs__sizes" aria-label="Size by kind">
      <h2 className="rubric">By size</h2>
      <div className="d-flex flex-wrap align-items-center gap-8 mb-8">
        <span>A clip of</span>
        <Form.Select
          data-help={outputDeeds.chartDesign.help}
          className="w-auto"
          aria-label={outputDeeds.chartDesign.label}
          value={release.id}
          onChange={(event) => setChosen(event.target.value)}
        >
          {releases.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
        <span>in</span>
        <Form.Select
          data-help={outputDeeds.chartFormat.help}
          className="w-auto"
          aria-label={outputDeeds.chartFormat.label}
          value={format.id}
          onChange={(event) => setFormat(event.target.value)}
        >
          {release.formats.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      </div>
      <div style={{ height: 40 + rows.length * 30 }} aria-hidden>
        <Bar
          data={{
            labels: rows.map(({ name }) => name),
            datasets: [{ data: rows.map((row) => Math.max(100, row.bytes)), backgroundColor: ink, barThickness: 10 }],
          }}
          options={{
            indexAxis: "y",
            animation: false,
            maintainAspectRatio: false,
            scales: {
              x: {
                type: "logarithmic",
                min: 100,
                grid: { color: "#d9d2c3" },
                ticks: { color: "#5d554b", maxTicksLimit: 6, callback: (value) => tick(Number(value)) },
              },
              y: { grid: { display: false }, ticks: { color: ink, autoSkip: false } },
            },
            plugins: {
              legend: { display: false },
              tooltip: {
                callbacks: {
                  label: ({ dataIndex }) => {
                    const row = rows[dataIndex]!;
                    return `about ${bytes(row.bytes)}, ${about(row.seconds)}, ${bases[row.basis]}`;
                  },
                },
              },
            },
          }}
        />
      </div>
      <details>
        <summary>As a list</summary>
        <ul className="list-none p-0 m-0 figures">
          {rows.map((row) => (
            <li key={row.output}>
              {row.name}: about {bytes(row.bytes)}, {about(row.seconds)}, {bases[row.basis]}
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}

/** Whole powers of ten alone: what lies between has no room. */
const tick = (value: number): string => (Number.isInteger(Math.log10(value)) ? bytes(value) : "");
