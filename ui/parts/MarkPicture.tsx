"use client";
import { useId, type ReactNode } from "react";
import type { House } from "@/core/document/house";
import type { Mark, VectorShape } from "@/core/document/vector";
import { cutPath } from "@/core/media/cut-path";
import { fileAt } from "./files-at";

/** A mark as a small picture for the form. */
export function MarkPicture({ mark, house }: { mark: Mark; house: House }) {
  const id = useId();
  const { drawing, picture, piece, tint } = mark;
  const { width, height } = (drawing ?? picture)!;
  const colourOf = (reference: string) =>
    reference.startsWith("house:")
      ? house.colours.find((colour) => colour.role === reference.slice(6))?.hex
      : reference;
  const tinted = tint === undefined ? undefined : colourOf(tint);
  const whole = drawing ? (
    drawing.shapes.map((shape, i) => <MarkShape key={i} shape={shape} colour={tinted ?? colourOf(shape.colour)} />)
  ) : (
    <PictureInk href={fileAt(picture!.hash)} tint={tinted} {...{ width, height, id }} />
  );
  const cut = (piece?.lines ?? []).reduce<ReactNode>((inner, line, i) => {
    const inside = piece!.sides[i] === "l";
    return (
      <>
        <mask id={`${id}-cut${i}`} maskUnits="userSpaceOnUse" x="0" y="0" width={width} height={height}>
          {!inside && <rect width={width} height={height} fill="#fff" />}
          <path d={cutPath(line, width, height)} fill={inside ? "#fff" : "#000"} />
        </mask>
        <g mask={`url(#${id}-cut${i})`}>{inner}</g>
      </>
    );
  }, whole);
  return (
    <svg className="mark-picture" viewBox={`0 0 ${width} ${height}`} aria-hidden>
      {cut}
    </svg>
  );
}

function PictureInk(props: { href: string; tint: string | undefined; width: number; height: number; id: string }) {
  const { href, tint, width, height, id } = props;
  if (tint === undefined) return <image href={href} width={width} height={height} />;
  return (
    <>
      <mask id={`${id}-ink`} style={{ maskType: "alpha" }}>
        <image href={href} width={width} height={height} />
      </mask>
      <rect width={width} height={height} fill={tint} mask={`url(#${id}-ink)`} />
    </>
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
