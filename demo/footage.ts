import { createCanvas, type SKRSContext2D } from "@napi-rs/canvas";
import { runFfmpeg, writeTo } from "@/render/ffmpeg";
import { numbers } from "./numbers";

const width = 1280;
const height = 720;
const fps = 25;
export const footageSeconds = 8;

interface Frond {
  x: number;
  y: number;
  length: number;
  lean: number;
  depth: number;
  phase: number;
}

function fronds(): Frond[] {
  const next = numbers(11);
  return Array.from({ length: 26 }, () => ({
    x: next() * 1.2 - 0.1,
    y: 0.55 + next() * 0.6,
    length: 0.25 + next() * 0.5,
    lean: (next() - 0.5) * 1.4,
    depth: next(),
    phase: next() * Math.PI * 2,
  })).sort((a, b) => a.depth - b.depth);
}

function drawFrond(context: SKRSContext2D, frond: Frond, share: number): void {
  const sway = Math.sin(share * Math.PI * 2 + frond.phase) * 0.05 * (0.4 + frond.depth);
  context.save();
  context.translate(frond.x * width, frond.y * height);
  context.rotate(frond.lean + sway);
  const light = 22 + frond.depth * 26;
  context.fillStyle = `hsl(${152 - frond.depth * 26}, ${14 + frond.depth * 12}%, ${light}%)`;
  const stem = frond.length * height;
  for (let i = 0; i < 14; i++) {
    const at = i / 14;
    const leaf = stem * 0.34 * Math.sin(Math.PI * (0.12 + at * 0.84));
    for (const side of [-1, 1]) {
      context.beginPath();
      context.moveTo(0, -at * stem);
      context.quadraticCurveTo(side * leaf * 0.5, -at * stem - leaf * 0.5, side * leaf, -at * stem - leaf * 0.28);
      context.quadraticCurveTo(side * leaf * 0.5, -at * stem - leaf * 0.05, 0, -at * stem);
      context.fill();
    }
  }
  context.fillRect(-1.5, -stem, 3, stem);
  context.restore();
}

/** Slow fronds in a glasshouse, eight seconds that join without a seam, with a soft synthesised chord. */
export async function makeFootage(file: string): Promise<void> {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext("2d");
  const plants = fronds();
  const frames = footageSeconds * fps;
  const draw = (share: number) => {
    const sky = context.createLinearGradient(0, 0, width * 0.4, height);
    sky.addColorStop(0, "#dfe6cf");
    sky.addColorStop(0.5, "#a9c0a0");
    sky.addColorStop(1, "#3c5a48");
    context.fillStyle = sky;
    context.fillRect(0, 0, width, height);
    const glow = 0.5 + Math.sin(share * Math.PI * 2) * 0.04;
    const sun = context.createRadialGradient(width * glow, height * 0.2, 10, width * glow, height * 0.2, width * 0.5);
    sun.addColorStop(0, "rgba(255,244,200,0.75)");
    sun.addColorStop(1, "rgba(255,244,200,0)");
    context.fillStyle = sun;
    context.fillRect(0, 0, width, height);
    context.strokeStyle = "rgba(40,60,52,0.35)";
    context.lineWidth = 5;
    for (let i = 0; i <= 6; i++) {
      context.beginPath();
      context.moveTo((i / 6) * width, 0);
      context.lineTo((i / 6) * width * 0.6 + width * 0.2, height * 0.62);
      context.stroke();
    }
    for (const plant of plants) drawFrond(context, plant, share);
  };
  const notes = [196, 246.94, 293.66, 392]
    .map((hz, i) => `0.06*sin(2*PI*${hz}*t)*(0.6+0.4*sin(2*PI*t/8+${i}))`)
    .join("+");
  await runFfmpeg(
    [
      ...["-f", "rawvideo", "-pix_fmt", "rgba", "-s", `${width}x${height}`, "-r", String(fps), "-i", "pipe:0"],
      ...["-f", "lavfi", "-i", `aevalsrc='${notes}':s=48000:d=${footageSeconds}`],
      ...["-vf", "scale=out_color_matrix=bt709:out_range=tv,format=yuv420p", "-c:v", "libx264", "-preset", "veryfast"],
      ...["-crf", "20", "-color_primaries", "bt709", "-color_trc", "bt709", "-colorspace", "bt709"],
      ...["-c:a", "aac", "-b:a", "128k", "-movflags", "+faststart", "-y", file],
    ],
    {
      feed: async (input) => {
        for (let frame = 0; frame < frames; frame++) {
          draw(frame / frames);
          await writeTo(input, canvas.data());
          await new Promise((resolve) => setImmediate(resolve));
        }
      },
    },
  );
}
