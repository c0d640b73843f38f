import type { House } from "@/core/document/house";
import type { Mark } from "@/core/document/vector";

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
        <path key={i} d={shape.d} fill={colourOf(shape.colour)} />
      ))}
    </svg>
  );
}
