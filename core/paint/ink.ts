import { assertNever } from "../assert-never";
import type { BoundFill, Rgba } from "../bind/types";
import type { Box } from "../geometry/box";
import { cosSin } from "../geometry/matrix";
import type { Path } from "../geometry/path";
import type { ContextLike, PaintHost, PathLike } from "./canvas";

const byte = (value: number): string => Math.round(value).toString(16).padStart(2, "0");

/** CSS colour of eight figures: both sides read it into the same bytes. */
export const cssColour = (c: Rgba): string => `#${byte(c.r)}${byte(c.g)}${byte(c.b)}${byte(c.a * 255)}`;

/** What a canvas fills or strokes with, for a box in the current transform's unit. */
export function inkOf(fill: BoundFill, box: Box, context: ContextLike): unknown {
  if (fill.kind === "plain") return cssColour(fill.colour);
  const gradient = gradientOf(fill, box, context);
  for (const stop of fill.stops) gradient.addColorStop(stop.at, cssColour(stop.colour));
  return gradient;
}

function gradientOf(fill: Exclude<BoundFill, { kind: "plain" }>, box: Box, context: ContextLike) {
  switch (fill.kind) {
    case "linear": {
      // As in CSS: the line through the middle is just long enough for the corners to have the end colours.
      const [cos, sin] = cosSin(fill.angle);
      const half = (Math.abs(box.width * cos) + Math.abs(box.height * sin)) / 2;
      const x = box.x + box.width / 2;
      const y = box.y + box.height / 2;
      return context.createLinearGradient(x - cos * half, y - sin * half, x + cos * half, y + sin * half);
    }
    case "radial": {
      const x = box.x + box.width * fill.centre.x;
      const y = box.y + box.height * fill.centre.y;
      return context.createRadialGradient(x, y, 0, x, y, Math.max(box.width, box.height) * fill.radius);
    }
    case "conic": {
      const x = box.x + box.width * fill.centre.x;
      const y = box.y + box.height * fill.centre.y;
      return context.createConicGradient(((fill.angle - 90) * Math.PI) / 180, x, y);
    }
    default:
      return assertNever(fill);
  }
}

const builtPaths = new WeakMap<Path, PathLike>();

/** The host's own path object of a path, built once. */
export function hostPath(path: Path, host: PaintHost): PathLike {
  let built = builtPaths.get(path);
  if (built) return built;
  built = host.newPath();
  for (const command of path.commands) {
    switch (command[0]) {
      case "M":
        built.moveTo(command[1], command[2]);
        break;
      case "L":
        built.lineTo(command[1], command[2]);
        break;
      case "Q":
        built.quadraticCurveTo(command[1], command[2], command[3], command[4]);
        break;
      case "C":
        built.bezierCurveTo(command[1], command[2], command[3], command[4], command[5], command[6]);
        break;
      case "Z":
        built.closePath();
        break;
    }
  }
  builtPaths.set(path, built);
  return built;
}
