import { createCanvas } from "@napi-rs/canvas";
import { writeFileSync } from "node:fs";
import sharp from "sharp";
import { packFrames } from "@/render/frame-pack";

/** `npx tsx demo/paint-videos.ts` paints the demo video anew: a fern that unrolls and sways, five seconds at 10 a second. */
const [width, height, frames] = [480, 640, 50];

const canvas = createCanvas(width, height);
const context = canvas.getContext("2d");
const turn = Math.PI * 2;

/** A stem of short steps that bend a little further each time; leaves stand off on both sides. */
function fern(x: number, y: number, size: number, lean: number, curl: number, colour: string): void {
  context.strokeStyle = context.fillStyle = colour;
  context.lineCap = "round";
  let [angle, px, py] = [-Math.PI / 2 + lean, x, y];
  const steps = 26;
  for (let i = 0; i < steps; i++) {
    const left = 1 - i / steps;
    const step = size * 0.055 * (0.5 + left * 0.6);
    const [nx, ny] = [px + Math.cos(angle) * step, py + Math.sin(angle) * step];
    context.lineWidth = 1 + 5 * left;
    context.beginPath();
    context.moveTo(px, py);
    context.lineTo(nx, ny);
    context.stroke();
    for (const side of [-1, 1]) {
      const length = size * 0.2 * Math.sin(Math.PI * Math.min(1, 0.12 + left * 0.8));
      context.save();
      context.translate(nx, ny);
      context.rotate(angle + side * (0.95 - 0.3 * (1 - left)));
      context.beginPath();
      context.moveTo(0, 0);
      context.quadraticCurveTo(length * 0.5, -length * 0.16, length, 0);
      context.quadraticCurveTo(length * 0.5, length * 0.16, 0, 0);
      context.fill();
      context.restore();
    }
    angle += curl * (0.02 + 0.16 * (i / steps) ** 2);
    [px, py] = [nx, ny];
  }
}

const pictures: Buffer[] = [];
for (let frame = 0; frame < frames; frame++) {
  const t = frame / frames;
  const sway = (phase: number, reach: number) => Math.sin(turn * (t + phase)) * reach;
  context.fillStyle = "#c9dccb";
  context.fillRect(0, 0, width, height);
  context.fillStyle = "#e6efe0";
  context.beginPath();
  context.arc(width * (0.68 + sway(0, 0.015)), height * 0.26, width * 0.24, 0, turn);
  context.fill();
  const open = 0.55 + 0.45 * Math.cos(turn * t);
  fern(width * 0.2, height * 1.05, 640, -0.12 + sway(0.1, 0.03), 0.7 + open * 0.4, "#8fb79b");
  fern(width * 0.84, height * 1.06, 700, 0.1 + sway(0.4, 0.03), -0.8 - open * 0.5, "#5d9474");
  fern(width * 0.5, height * 1.08, 820, sway(0.7, 0.04), 0.8 + open * 1.2, "#2f6b4f");
  const raw = { width, height, channels: 4 as const };
  pictures.push(await sharp(canvas.data(), { raw }).webp({ quality: 78, effort: 5 }).toBuffer());
}
writeFileSync("demo/videos/ferns.frames", packFrames(pictures));
