"use client";
import { useCallback, type ReactNode } from "react";

/** What a graphic looks like, over a quiet ground, and what it is called. */
export function PicturedPlate({
  picture,
  name,
  about,
}: {
  picture: ImageBitmap | undefined;
  name: string;
  about: ReactNode;
}) {
  const draw = useCallback(
    (canvas: HTMLCanvasElement | null) => {
      if (!canvas || !picture) return;
      canvas.width = picture.width;
      canvas.height = picture.height;
      canvas.getContext("2d")?.drawImage(picture, 0, 0);
    },
    [picture],
  );
  return (
    <>
      <span className="beginning__picture d-block overflow-hidden">{picture && <canvas ref={draw} aria-hidden />}</span>
      <b className="font-serif">{name}</b>
      <small className="text-secondary d-block">{about}</small>
    </>
  );
}
