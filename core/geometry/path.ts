import type { Box } from "./box";
import { apply, type Matrix } from "./matrix";

/** A path as the calls that draw it: move, line, quadratic, cubic, close. */
export type PathCommand =
  | readonly ["M", number, number]
  | readonly ["L", number, number]
  | readonly ["Q", number, number, number, number]
  | readonly ["C", number, number, number, number, number, number]
  | readonly ["Z"];

/** An immutable path. `id` names its content: equal ids within a clip mean equal paths. `bounds` holds all its points. */
export interface Path {
  readonly id: string;
  readonly commands: readonly PathCommand[];
  readonly bounds: Box;
}

export function makePath(id: string, commands: readonly PathCommand[]): Path {
  return { id, commands, bounds: boundsOf(commands) };
}

function boundsOf(commands: readonly PathCommand[]): Box {
  let left = Infinity;
  let top = Infinity;
  let right = -Infinity;
  let bottom = -Infinity;
  for (const command of commands) {
    for (let i = 1; i + 1 < command.length; i += 2) {
      const x = command[i] as number;
      const y = command[i + 1] as number;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
    }
  }
  return left > right
    ? { x: 0, y: 0, width: 0, height: 0 }
    : { x: left, y: top, width: right - left, height: bottom - top };
}

/** The commands under a map. */
export function mapCommands(m: Matrix, commands: readonly PathCommand[]): PathCommand[] {
  return commands.map((command) => {
    const mapped: (string | number)[] = [command[0]];
    for (let i = 1; i + 1 < command.length; i += 2) {
      mapped.push(...apply(m, command[i] as number, command[i + 1] as number));
    }
    return mapped as unknown as PathCommand;
  });
}
