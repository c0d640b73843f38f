import { hashText } from "../hash";
import { cosSin } from "./matrix";
import { makePath, mapCommands, type Path, type PathCommand } from "./path";
import { quarterArc, rectanglePath, type Corners } from "./rectangle";

type Point = readonly [number, number];

/** Names a path by what it was made from. */
const named = (kind: string, facts: readonly (string | number)[], commands: readonly PathCommand[]): Path =>
  makePath(`${kind}${facts.join(",")}`, commands);

/** Ellipse in a box from (0, 0), in u; clockwise from its top. */
export function ellipsePath(width: number, height: number, round: boolean): Path {
  const rx = (round ? Math.min(width, height) : width) / 2;
  const ry = round ? rx : height / 2;
  const x = width / 2;
  const y = height / 2;
  const [kx, ky] = [rx * quarterArc, ry * quarterArc];
  return named(
    "e",
    [width, height, round ? 1 : 0],
    [
      ["M", x, y - ry],
      ["C", x + kx, y - ry, x + rx, y - ky, x + rx, y],
      ["C", x + rx, y + ky, x + kx, y + ry, x, y + ry],
      ["C", x - kx, y + ry, x - rx, y + ky, x - rx, y],
      ["C", x - rx, y - ky, x - kx, y - ry, x, y - ry],
      ["Z"],
    ],
  );
}

/** Arc of a circle as cubics of at most a quarter turn each; angles in degrees clockwise from the top. */
function arc(x: number, y: number, radius: number, from: number, sweep: number): PathCommand[] {
  const count = Math.max(1, Math.ceil(Math.abs(sweep) / 90 - 1e-9));
  const step = sweep / count;
  const pull = (4 / 3) * Math.tan((step * Math.PI) / 720) * radius;
  const commands: PathCommand[] = [];
  for (let i = 0; i < count; i++) {
    const [c0, s0] = cosSin(from + i * step - 90);
    const [c1, s1] = cosSin(from + (i + 1) * step - 90);
    const ax = x + radius * c0 - pull * s0;
    const ay = y + radius * s0 + pull * c0;
    const bx = x + radius * c1 + pull * s1;
    const by = y + radius * s1 - pull * c1;
    commands.push(["C", ax, ay, bx, by, x + radius * c1, y + radius * s1]);
  }
  return commands;
}

/** Ring, part of a ring, or sector, in the middle of a box from (0, 0), in u. */
export function ringPath(width: number, height: number, ring: { inner: number; from: number; sweep: number }): Path {
  const radius = Math.min(width, height) / 2;
  const hole = radius * ring.inner;
  const [x, y] = [width / 2, height / 2];
  const at = (angle: number, r: number): Point => {
    const [cos, sin] = cosSin(angle - 90);
    return [x + r * cos, y + r * sin];
  };
  const { from, sweep } = ring;
  const whole = Math.abs(sweep) >= 360;
  const commands: PathCommand[] = [];
  if (sweep !== 0 && radius > 0) {
    const turn = whole ? 360 : sweep;
    commands.push(["M", ...at(from, radius)], ...arc(x, y, radius, from, turn));
    if (whole) commands.push(["Z"]);
    if (hole > 0) {
      // The hole runs the other way round, so that it stays empty under the non-zero rule.
      commands.push([whole ? "M" : "L", ...at(from + turn, hole)], ...arc(x, y, hole, from + turn, -turn));
    } else if (!whole) commands.push(["L", x, y]);
    if (!whole || hole > 0) commands.push(["Z"]);
  }
  return named("g", [width, height, ring.inner, from, sweep], commands);
}

/** The middle line of a ring, along which a stroke can be drawn in part. */
export function arcPath(width: number, height: number, from: number, sweep: number): Path {
  const radius = Math.min(width, height) / 2;
  const [cos, sin] = cosSin(from - 90);
  const start: PathCommand = ["M", width / 2 + radius * cos, height / 2 + radius * sin];
  return named("a", [width, height, from, sweep], [start, ...arc(width / 2, height / 2, radius, from, sweep)]);
}

/** Line through points, in u, its corners rounded as far as their sides allow. */
export function polylinePath(points: readonly Point[], closed: boolean, rounding: number): Path {
  const count = points.length;
  const commands: PathCommand[] = [];
  const go = (x: number, y: number) => commands.push([commands.length === 0 ? "M" : "L", x, y]);
  for (let i = 0; i < count; i++) {
    const [x, y] = points[i]!;
    const end = !closed && (i === 0 || i === count - 1);
    const [px, py] = points[(i + count - 1) % count]!;
    const [nx, ny] = points[(i + 1) % count]!;
    const inLength = Math.hypot(px - x, py - y);
    const outLength = Math.hypot(nx - x, ny - y);
    if (end || rounding <= 0 || inLength === 0 || outLength === 0) {
      go(x, y);
      continue;
    }
    const ux = [(px - x) / inLength, (py - y) / inLength] as const;
    const vx = [(nx - x) / outLength, (ny - y) / outLength] as const;
    const angle = Math.acos(Math.min(1, Math.max(-1, ux[0] * vx[0] + ux[1] * vx[1])));
    if (angle > Math.PI - 1e-6 || angle < 1e-6) {
      go(x, y);
      continue;
    }
    const reach = Math.min(rounding / Math.tan(angle / 2), inLength / 2, outLength / 2);
    const radius = reach * Math.tan(angle / 2);
    const pull = (4 / 3) * Math.tan((Math.PI - angle) / 4) * radius;
    go(x + ux[0] * reach, y + ux[1] * reach);
    commands.push([
      "C",
      x + ux[0] * (reach - pull),
      y + ux[1] * (reach - pull),
      x + vx[0] * (reach - pull),
      y + vx[1] * (reach - pull),
      x + vx[0] * reach,
      y + vx[1] * reach,
    ]);
  }
  if (closed) commands.push(["Z"]);
  return named("l", [closed ? 1 : 0, rounding, hashText(points.flat().join(","))], commands);
}

/** Corners of a regular polygon or star in a box from (0, 0); the first points up. */
export function starPoints(width: number, height: number, count: number, inner: number | undefined): Point[] {
  const corners = inner === undefined ? count : count * 2;
  return Array.from({ length: corners }, (_, i): Point => {
    const [cos, sin] = cosSin((360 * i) / corners - 90);
    const reach = inner !== undefined && i % 2 === 1 ? inner : 1;
    return [(width / 2) * (1 + cos * reach), (height / 2) * (1 + sin * reach)];
  });
}

/** Rectangle whose upright sides lean by degrees, within its box. */
export function slantedPath(width: number, height: number, corners: Corners, slant: number): Path {
  if (slant === 0) return rectanglePath(width, height, corners);
  const lean = Math.min(width, Math.abs(height * Math.tan((slant * Math.PI) / 180)));
  const path = rectanglePath(width - lean, height, corners);
  const shear = height > 0 ? lean / height : 0;
  const map = slant > 0 ? ([1, 0, -shear, 1, lean, 0] as const) : ([1, 0, shear, 1, 0, 0] as const);
  return makePath(`${path.id}/${slant}`, mapCommands(map, path.commands));
}

/**
 * What lies below a wave: `level` of the height is filled, the crest stands `height` above that line. `phase` in u
 * moves the wave to the right.
 */
export function wavePath(
  box: { width: number; height: number },
  wave: { level: number; height: number; length: number; phase: number },
): Path {
  const { width, height: deep } = box;
  // Full means full: the crests reach the top edge only while there is room for them.
  const rest = deep * (1 - wave.level);
  const quarter = wave.length / 4;
  const k = (2 * Math.PI) / wave.length;
  const y = (x: number) =>
    rest + wave.height * (1 - Math.cos((x - wave.phase) * k)) * 0.5 * Math.min(1, wave.level * 4);
  const slope = (x: number) => wave.height * k * Math.sin((x - wave.phase) * k) * 0.5 * Math.min(1, wave.level * 4);
  const commands: PathCommand[] = [["M", 0, deep]];
  let x = 0;
  commands.push(["L", 0, y(0)]);
  while (x < width - 1e-9) {
    const next = Math.min(width, x + quarter / 2);
    const third = (next - x) / 3;
    commands.push([
      "C",
      x + third,
      y(x) + slope(x) * third,
      next - third,
      y(next) - slope(next) * third,
      next,
      y(next),
    ]);
    x = next;
  }
  commands.push(["L", width, deep], ["Z"]);
  return named("w", [width, deep, wave.level, wave.height, wave.length, wave.phase], commands);
}
