"use client";
import type { House } from "@/core/document/house";
import { useId } from "react";
import type { Mark, VectorShape } from "@/core/document/vector";

/** A mark as a small drawing for the form. */
export function MarkPicture({ mark, house }: { mark: Mark; house: House }) {
  const { drawing } = mark;
  const colourOf = (reference: string) =>
    reference.startsWith("house:")
      ? house.colours.find((colour) => colour.role === reference.slice(6))?.hex
      : reference;
  return (
    <svg className="mark-picture" viewBox={`0 0 ${drawing.width} ${drawing.height}`} aria-hidden>
      {drawing.shapes.map((shape, i) => (
        <MarkShape key={i} shape={shape} colour={colourOf(shape.colour)} />
      ))}
    </svg>
  );
}

function MarkShape({ shape, colour }: { shape: VectorShape; colour: string | undefined }) {
  const id = useId();
  const { d, rule, stroke, mattes = [] } = shape;
  const ink = stroke
    ? {
        ...{ fill: "none", stroke: colour, strokeWidth: stroke.width, strokeLinecap: stroke.cap },
        ...{ strokeLinejoin: stroke.join, strokeDasharray: stroke.dash.join(" ") || undefined },
      }
    : { fill: colour, fillRule: rule };
  const path = <path d={d} {...ink} />;
  return mattes.reduce(
    (inner, { keep, shapes }, i) => (
      <>
        <mask id={`${id}${i}`} maskUnits="userSpaceOnUse" x="-50%" y="-50%" width="200%" height="200%">
          {keep === "outside" && <rect x="-50%" y="-50%" width="200%" height="200%" fill="#fff" />}
          {shapes.map((edge, j) => (
            <path
              key={j}
              d={edge.d}
              fillRule={edge.rule}
              fill={keep === "outside" ? "#000" : "#fff"}
              fillOpacity={edge.alpha}
            />
          ))}
        </mask>
        <g mask={`url(#${id}${i})`}>{inner}</g>
      </>
    ),
    path,
  );
}
