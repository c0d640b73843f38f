import svgpath from "svgpath";
import { Remembered } from "../remembered";
import { makePath, type Path, type PathCommand } from "./path";

/** Reads SVG path data into commands; arcs become cubics. Throws with svgpath's words when the data is broken. */
export const parseSvgPath = (d: string): Path => paths.get(d, () => parseAnew(d));

/** Marks are read again with every edit of every design that shows them. */
const paths = new Remembered<Path>(1000);

function parseAnew(d: string): Path {
  const parsed = svgpath(d);
  if ("err" in parsed && parsed.err) throw new Error(String(parsed.err));
  const commands: PathCommand[] = [];
  let startX = 0;
  let startY = 0;
  let lastX = 0;
  let lastY = 0;
  parsed
    .abs()
    .unshort()
    .unarc()
    .iterate((segment) => {
      const [name, ...n] = segment as unknown as [string, ...number[]];
      switch (name) {
        case "M":
          [startX, startY] = [n[0]!, n[1]!];
          commands.push(["M", n[0]!, n[1]!]);
          break;
        case "L":
          commands.push(["L", n[0]!, n[1]!]);
          break;
        case "H":
          commands.push(["L", n[0]!, lastY]);
          break;
        case "V":
          commands.push(["L", lastX, n[0]!]);
          break;
        case "Q":
          commands.push(["Q", n[0]!, n[1]!, n[2]!, n[3]!]);
          break;
        case "C":
          commands.push(["C", n[0]!, n[1]!, n[2]!, n[3]!, n[4]!, n[5]!]);
          break;
        case "Z":
        case "z":
          commands.push(["Z"]);
          break;
      }
      if (name === "H") lastX = n[0]!;
      else if (name === "V") lastY = n[0]!;
      else if (name === "Z" || name === "z") [lastX, lastY] = [startX, startY];
      else if (n.length >= 2) [lastX, lastY] = [n[n.length - 2]!, n[n.length - 1]!];
    });
  return makePath(`s${d}`, commands);
}
