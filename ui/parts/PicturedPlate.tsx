"use client";
import type { ReactNode } from "react";
import { BitmapCanvas } from "./BitmapCanvas";

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
  return (
    <>
      <span className="beginning__picture d-block overflow-hidden">
        {picture && <BitmapCanvas picture={picture} />}
      </span>
      <b className="font-serif">{name}</b>
      <small className="text-secondary d-block">{about}</small>
    </>
  );
}
