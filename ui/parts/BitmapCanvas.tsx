import { useCallback } from "react";

/** A painted picture, at its own size; how large it is seen is for whoever shows it. */
export function BitmapCanvas({ picture }: { picture: ImageBitmap }) {
  const draw = useCallback(
    (canvas: HTMLCanvasElement | null) => {
      if (!canvas) return;
      canvas.width = picture.width;
      canvas.height = picture.height;
      canvas.getContext("2d")?.drawImage(picture, 0, 0);
    },
    [picture],
  );
  return <canvas ref={draw} aria-hidden />;
}
