"use client";

type Point = { x: number; y: number };
const shares = [0, 0.5, 1];
const words = [
  ["top left", "top", "top right"],
  ["left", "middle", "right"],
  ["bottom left", "bottom", "bottom right"],
];

/** Where on a box a point lies, in words. */
export function pointName({ x, y }: Point): string {
  const column = shares.indexOf(x);
  const row = shares.indexOf(y);
  return column < 0 || row < 0 ? `${Math.round(x * 100)} %, ${Math.round(y * 100)} %` : words[row]![column]!;
}

/** Nine points of a box to choose from: a small page with a spot. */
export function AnchorPad({
  value,
  label,
  onChange,
}: {
  value: Point;
  label: string;
  onChange: (value: Point) => void;
}) {
  const move = (dx: number, dy: number) => {
    const step = (share: number, by: number) => Math.min(1, Math.max(0, Math.round(share * 2) / 2 + by / 2));
    onChange({ x: step(value.x, dx), y: step(value.y, dy) });
  };
  const keys: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  return (
    <span
      className="anchor-pad bg-body"
      role="group"
      aria-label={`${label}: ${pointName(value)}`}
      onKeyDown={(event) => {
        const way = keys[event.key];
        if (!way) return;
        event.preventDefault();
        move(...way);
      }}
    >
      {shares.map((y, row) =>
        shares.map((x, column) => (
          <button
            key={`${x} ${y}`}
            type="button"
            aria-pressed={value.x === x && value.y === y}
            aria-label={`${label}: ${words[row]![column]}`}
            tabIndex={value.x === x && value.y === y ? 0 : -1}
            onClick={() => onChange({ x, y })}
          />
        )),
      )}
    </span>
  );
}
