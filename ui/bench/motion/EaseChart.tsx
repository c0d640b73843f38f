"use client";
import { Chart, Filler, LinearScale, LineController, LineElement, PointElement } from "chart.js";
import { useMemo, useRef, type KeyboardEvent, type PointerEvent } from "react";
import { Line } from "react-chartjs-2";
import type { Ease } from "@/core/document/ease";
import { takeHold, wayOf, type Hold } from "@/ui/parts/hold";
import { asBezier, drawnEase, fieldHigh, fieldLow, type Bezier } from "./ease-field";

Chart.register(LineController, LineElement, PointElement, LinearScale, Filler);

const size = { width: 232, height: 208 };
const pad = 12;
const inner = { width: size.width - 2 * pad, height: size.height - 2 * pad };
const ink = "#201c18";
const verdigris = "#2d6a5f";
const hairline = "#d9d2c3";

const toX = (x: number) => pad + x * inner.width;
const toY = (y: number) => pad + ((fieldHigh - y) / (fieldHigh - fieldLow)) * inner.height;

const options = {
  animation: false as const,
  responsive: false,
  events: [],
  layout: { padding: pad },
  elements: { point: { radius: 0 } },
  scales: {
    x: { type: "linear" as const, display: false, min: 0, max: 1 },
    y: { type: "linear" as const, display: false, min: fieldLow, max: fieldHigh },
  },
};

/** Progress and pace over the time of a move, with the handles of a curve to pull. */
export function EaseChart({ ease, onChange }: { ease: Ease; onChange: (ease: Ease, merge: boolean) => void }) {
  const data = useMemo(() => {
    const { progress, pace } = drawnEase(ease);
    return {
      datasets: [
        { data: pace, borderColor: verdigris, borderWidth: 1, borderDash: [3, 3], fill: false },
        { data: progress, borderColor: ink, borderWidth: 2, fill: false },
      ],
    };
  }, [ease]);
  const curve = typeof ease === "string" || ease.kind === "cubic-bezier" ? asBezier(ease) : undefined;
  return (
    <div className="ease-chart bg-body border flex-none position-relative" style={size}>
      <svg {...size} aria-hidden>
        {[0, 1].map((y) => (
          <line key={y} x1={pad} x2={size.width - pad} y1={toY(y)} y2={toY(y)} stroke={hairline} />
        ))}
        {[0, 1].map((x) => (
          <line key={x} x1={toX(x)} x2={toX(x)} y1={toY(1)} y2={toY(0)} stroke={hairline} />
        ))}
      </svg>
      <Line data={data} options={options} {...size} aria-label="Progress and pace of the move" role="img" />
      {curve && (
        <Handles curve={curve} onChange={(next, merge) => onChange({ kind: "cubic-bezier", ...next }, merge)} />
      )}
    </div>
  );
}

function Handles({ curve, onChange }: { curve: Bezier; onChange: (curve: Bezier, merge: boolean) => void }) {
  const pulled = useRef<{ which: 1 | 2; hold: Hold; x: number; y: number } | undefined>(undefined);
  const put = (which: 1 | 2, x: number, y: number) => {
    const share = Math.round(Math.min(1, Math.max(0, x)) * 100) / 100;
    const value = Math.round(Math.min(5, Math.max(-5, y)) * 100) / 100;
    onChange(which === 1 ? { ...curve, x1: share, y1: value } : { ...curve, x2: share, y2: value }, true);
  };
  const drag = (event: PointerEvent<SVGSVGElement>) => {
    const now = pulled.current;
    const way = now && wayOf(now.hold, event);
    if (!way) return;
    const x = now.x + way.x / inner.width;
    const y = now.y - (way.y / inner.height) * (fieldHigh - fieldLow);
    put(now.which, x, Math.min(fieldHigh, Math.max(fieldLow, y)));
  };
  const keys = (event: KeyboardEvent, which: 1 | 2, x: number, y: number) => {
    const step = event.shiftKey ? 0.1 : 0.01;
    const ways: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
    };
    const way = ways[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    put(which, x + way[0], y + way[1]);
  };
  const ends = [
    { which: 1 as const, x: curve.x1, y: curve.y1, of: { x: 0, y: 0 } },
    { which: 2 as const, x: curve.x2, y: curve.y2, of: { x: 1, y: 1 } },
  ];
  return (
    <svg
      {...size}
      className="ease-chart__handles"
      onPointerMove={drag}
      onPointerUp={() => (pulled.current = undefined)}
      onPointerCancel={() => (pulled.current = undefined)}
    >
      {ends.map(({ which, x, y, of }) => (
        <g key={which}>
          <line x1={toX(of.x)} y1={toY(of.y)} x2={toX(x)} y2={toY(y)} />
          <rect
            x={toX(x) - 5}
            y={toY(y) - 5}
            width={10}
            height={10}
            rx={2}
            role="slider"
            tabIndex={0}
            aria-label={which === 1 ? "Handle at the start" : "Handle at the end"}
            aria-valuenow={y}
            aria-valuetext={`${x} across, ${y} up`}
            data-handle={which}
            onPointerDown={(event) => (pulled.current = { which, hold: takeHold(event), x, y })}
            onKeyDown={(event) => keys(event, which, x, y)}
          />
        </g>
      ))}
    </svg>
  );
}
