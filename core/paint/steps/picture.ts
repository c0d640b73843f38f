import { definePainter } from "./define";

export const painter = definePainter<"picture">((op, context, { transform, host }) => {
  const { source, target } = op;
  const [a, b, c, d] = op.matrix;
  const scale = (Math.sqrt(Math.abs(a * d - b * c)) * target.width) / source.width;
  const levels = host.picture(op.hash);
  const level = levels.forScale(scale);
  const share = level.width / levels.wholeWidth;
  transform(context, op.matrix);
  context.globalAlpha = op.opacity;
  context.imageSmoothingEnabled = true;
  context.imageSmoothingQuality = "low";
  context.drawImage(
    level.image as never,
    source.x * share,
    source.y * share,
    source.width * share,
    source.height * share,
    target.x,
    target.y,
    target.width,
    target.height,
  );
});
