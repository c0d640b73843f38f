"use client";
import { useEffect, useRef, type PointerEvent as ReactPointerEvent } from "react";
import type { Design } from "@/core/document/design";
import type { Format } from "@/core/document/format";
import { Framing } from "@/core/document/media";
import { apply } from "@/core/geometry/matrix";
import { pulledFocus } from "@/core/media/framing";
import type { RestBox } from "@/core/sample/rest";
import type { Framer } from "@/ui/fields/framing-desk";
import { takeHold, wayOf, type Hold } from "@/ui/parts/hold";
import type { StagePlayer } from "@/ui/stage/player";

const most = 4;
const degreesPerNotch = 2;
const pxPerNotch = 100;

/** Hands on a picture while it is being framed: pulled about, enlarged with the wheel, turned with Shift and the wheel. */
export function FramingHands(props: { framer: Framer; design: Design; format: Format; player: StagePlayer }) {
  const { framer, design, format, player } = props;
  const ground = useRef<HTMLDivElement>(null);
  const pull = useRef<{ x: number; y: number; hold: Hold }>(undefined);
  const place = placeOf(framer, format, player);
  const layer = design.layers.find(({ id }) => id === place?.id);
  const base = layer?.kind === "picture" ? layer.framing : undefined;
  const framing = Framing.parse({ ...base, ...framer.framingIn(format.id) });
  // Wheels turn faster than the form is drawn: each step goes on from the last.
  const live = useRef(framing);
  useEffect(() => {
    live.current = framing;
  });
  const set = (part: Partial<Framing>) => {
    live.current = { ...live.current, ...part };
    const { focus, scale, turn } = live.current;
    framer.set(format.id, { focus, scale, turn });
  };
  const onWheel = useRef((_: WheelEvent) => {});
  useEffect(() => {
    onWheel.current = (event) => {
      event.preventDefault();
      // With Shift some systems tell the wheel as going across.
      const by = (event.deltaY || event.deltaX) / pxPerNotch;
      if (event.shiftKey) {
        const turn = Math.max(-45, Math.min(45, live.current.turn + by * degreesPerNotch));
        set({ turn });
      } else {
        const scale = Math.max(1, Math.min(most, live.current.scale * 1.08 ** -by));
        set({ scale: Number(scale.toFixed(3)) });
      }
    };
  });
  useEffect(() => {
    // A wheel that React listens to can't be kept from scrolling the page.
    const box = ground.current;
    const turn = (event: WheelEvent) => onWheel.current(event);
    box?.addEventListener("wheel", turn, { passive: false });
    return () => box?.removeEventListener("wheel", turn);
  }, [place?.id]);
  if (!place) return null;
  const corner = apply(place.world, place.box.x, place.box.y);
  const across = apply(place.world, place.box.x + place.box.width, place.box.y + place.box.height);
  const percent = (part: number, side: number) => `${(100 * part) / side}%`;
  const onMove = (event: ReactPointerEvent) => {
    const last = pull.current;
    const plate = ground.current?.parentElement;
    if (!last || !plate || !wayOf(last.hold, event)) return;
    pull.current = { x: event.clientX, y: event.clientY, hold: last.hold };
    const pxPerPx = format.width / plate.clientWidth;
    const perU = Math.hypot(place.world[0], place.world[1]);
    const by = { x: ((event.clientX - last.x) * pxPerPx) / perU, y: ((event.clientY - last.y) * pxPerPx) / perU };
    set({ focus: pulledFocus(place.box, framer.content, live.current, by) });
  };
  const end = () => (pull.current = undefined);
  return (
    <div
      ref={ground}
      className="framing-hands"
      style={{
        left: percent(Math.min(corner[0], across[0]), format.width),
        top: percent(Math.min(corner[1], across[1]), format.height),
        width: percent(Math.abs(across[0] - corner[0]), format.width),
        height: percent(Math.abs(across[1] - corner[1]), format.height),
      }}
      title="Drag to move; wheel to zoom, Shift and wheel to rotate"
      onPointerDown={(event) => (pull.current = { x: event.clientX, y: event.clientY, hold: takeHold(event) })}
      onPointerMove={onMove}
      onPointerUp={end}
      onPointerCancel={end}
    />
  );
}

/** Where the picture stands in a format. */
function placeOf({ layers }: Framer, { id }: Format, player: StagePlayer): RestBox | undefined {
  const { stage } = player.snapshot();
  const shown = stage.kind === "ready" ? stage.formats.find((one) => one.format.id === id) : undefined;
  return shown?.boxes.find((box) => layers.includes(box.id));
}
