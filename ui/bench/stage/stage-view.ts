import { createStore } from "zustand/vanilla";
import type { Box } from "@/core/geometry/box";

/** How the large format is looked at: so many times as large as it fits, its middle so far from that of its room, in pixels. */
export interface Look {
  readonly zoom: number;
  readonly x: number;
  readonly y: number;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

export const whole: Look = { zoom: 1, x: 0, y: 0 };
const leastZoom = 0.5;
const mostZoom = 16;
/** What is chosen takes this share of the room when it is filled with it. */
const fillShare = 0.72;

const within = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

/** The same look with another zoom; the point under the pointer, given from the room's middle, stays where it is. */
export function zoomedAt({ zoom, x, y }: Look, times: number, at: { x: number; y: number }): Look {
  const next = within(zoom * times, leastZoom, mostZoom);
  const by = next / zoom;
  return { zoom: next, x: at.x - (at.x - x) * by, y: at.y - (at.y - y) * by };
}

/** A look that never loses the picture: some of it stays in the room. */
export function heldIn(look: Look, fits: Size, room: Size): Look {
  const reach = (side: number, of: number) => Math.max(0, (side * look.zoom + of) / 2 - 60);
  const across = reach(fits.width, room.width);
  const down = reach(fits.height, room.height);
  return { ...look, x: within(look.x, -across, across), y: within(look.y, -down, down) };
}

/** The look in which a part of the picture, in shares of it, fills the room. */
export function lookAtPart(part: Box, fits: Size, room: Size): Look {
  const wide = Math.max(part.width * fits.width, 1);
  const high = Math.max(part.height * fits.height, 1);
  const zoom = within(fillShare * Math.min(room.width / wide, room.height / high), leastZoom, mostZoom);
  const middle = { x: part.x + part.width / 2 - 0.5, y: part.y + part.height / 2 - 0.5 };
  return { zoom, x: -middle.x * fits.width * zoom, y: -middle.y * fits.height * zoom };
}

/** What the stage shows of the large format; Space held means that a pull moves it about. */
export class StageView {
  readonly look = createStore<Look>()(() => whole);
  /** While Space is down: whether it has moved the picture, so that letting go doesn't play. */
  space: { pulled: boolean } | undefined;
  private chosen: () => Look | undefined = () => undefined;

  /** Told by the stage: how what is chosen would fill it. */
  knows(chosen: () => Look | undefined): void {
    this.chosen = chosen;
  }

  readonly fit = (): void => this.look.setState(whole);
  readonly fillChosen = (): void => {
    const look = this.chosen();
    if (look) this.look.setState(look);
  };
}
