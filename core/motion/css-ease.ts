import { Ease, namedEases } from "../document/ease";

/** Reads a CSS easing, such as `cubic-bezier(0.2, 0, 0, 1)`, `linear(0, 0.4 30%, 1)` or `steps(4, jump-start)`. */
export function readCssEase(text: string): Ease | undefined {
  const trimmed = text.trim().replace(/;$/, "");
  if ((namedEases as readonly string[]).includes(trimmed)) return trimmed as Ease;
  if (trimmed === "step-start") return { kind: "steps", count: 1, jump: "start" };
  if (trimmed === "step-end") return { kind: "steps", count: 1, jump: "end" };
  const call = /^([a-z-]+)\(([^()]*)\)$/.exec(trimmed);
  if (!call) return undefined;
  const parts = call[2]!.split(",").map((part) => part.trim());
  const parsed = Ease.safeParse(readCall(call[1]!, parts));
  return parsed.success ? parsed.data : undefined;
}

function readCall(name: string, parts: readonly string[]): unknown {
  switch (name) {
    case "cubic-bezier": {
      const [x1, y1, x2, y2] = parts.map(Number);
      return parts.length === 4 ? { kind: "cubic-bezier", x1, y1, x2, y2 } : undefined;
    }
    case "steps": {
      const jumps: Readonly<Record<string, string>> = {
        start: "start",
        end: "end",
        "jump-start": "start",
        "jump-end": "end",
        "jump-none": "none",
        "jump-both": "both",
      };
      const jump = jumps[parts[1] ?? "end"];
      return jump ? { kind: "steps", count: Number(parts[0]), jump } : undefined;
    }
    case "linear":
      return { kind: "linear", points: linearPoints(parts) };
    default:
      return undefined;
  }
}

/** Points of linear(): places that are not given lie evenly between those that are. Two percentages make two points. */
function linearPoints(parts: readonly string[]): { at: number; value: number }[] | undefined {
  const points: { at: number | undefined; value: number }[] = [];
  for (const part of parts) {
    const [first, ...places] = part.split(/\s+/);
    const value = Number(first);
    if (first === "" || !Number.isFinite(value)) return undefined;
    if (places.length === 0) points.push({ at: undefined, value });
    for (const place of places) {
      if (!/^-?[\d.]+%$/.test(place)) return undefined;
      points.push({ at: parseFloat(place) / 100, value });
    }
  }
  if (points.length < 2) return undefined;
  points[0]!.at ??= 0;
  points[points.length - 1]!.at ??= 1;
  const known = points.flatMap(({ at }, i) => (at === undefined ? [] : [i]));
  return points.map(({ at, value }, i) => {
    if (at !== undefined) return { at, value };
    const before = known.filter((k) => k < i).pop()!;
    const after = known.find((k) => k > i)!;
    const [from, to] = [points[before]!.at!, points[after]!.at!];
    return { at: from + ((to - from) * (i - before)) / (after - before), value };
  });
}
