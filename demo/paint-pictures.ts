import { writeFileSync } from "node:fs";
import { createCanvas, type SKRSContext2D } from "@napi-rs/canvas";
import sharp from "sharp";
import { numbers } from "./numbers";

/** `npx tsx demo/paint-pictures.ts` paints the demo pictures anew: flat shapes, so that they stay small as PNG. */
const side = 1200;

function leaf(context: SKRSContext2D, x: number, y: number, length: number, turn: number, colour: string, wide = 0.32) {
  context.save();
  context.translate(x, y);
  context.rotate(turn);
  context.fillStyle = colour;
  context.beginPath();
  context.moveTo(0, 0);
  context.bezierCurveTo(length * wide, -length * 0.3, length * wide, -length * 0.8, 0, -length);
  context.bezierCurveTo(-length * wide, -length * 0.8, -length * wide, -length * 0.3, 0, 0);
  context.fill();
  context.restore();
}

function disc(context: SKRSContext2D, x: number, y: number, radius: number, colour: string) {
  context.fillStyle = colour;
  context.beginPath();
  context.arc(x, y, radius, 0, Math.PI * 2);
  context.fill();
}

/** Bands of one tone after the other, as in a screen print. */
function bands(context: SKRSContext2D, colours: readonly string[], bend: number) {
  context.fillStyle = colours[0]!;
  context.fillRect(0, 0, side, side);
  colours.forEach((colour, i) => {
    const y = (i / colours.length) * side;
    context.fillStyle = colour;
    context.beginPath();
    context.moveTo(0, y + bend);
    context.quadraticCurveTo(side / 2, y - bend, side, y + bend);
    context.lineTo(side, side);
    context.lineTo(0, side);
    context.fill();
  });
}

const scenes: Readonly<Record<string, (context: SKRSContext2D) => void>> = {
  "fern-house": (context) => {
    bands(context, ["#e9e2c4", "#d8dfc0", "#b9cfae", "#8fb592", "#5f9377", "#3c7459", "#285942"], 40);
    disc(context, 860, 300, 130, "#f6d77a");
    const next = numbers(3);
    for (let i = 0; i < 9; i++) {
      const x = 60 + i * 135 + next() * 50;
      const lean = (next() - 0.5) * 0.8;
      const green = ["#1f4a37", "#2f6b4f", "#173b2c"][i % 3]!;
      for (let j = 0; j < 13; j++) {
        const along = j / 13;
        const sx = x + Math.sin(lean) * along * 760;
        const sy = 1230 - along * (620 + (i % 4) * 70);
        const size = 190 * (1 - along) + 40;
        leaf(context, sx, sy, size, lean + 1.15, green, 0.16);
        leaf(context, sx, sy, size, lean - 1.15, green, 0.16);
      }
    }
  },
  "seed-trays": (context) => {
    bands(context, ["#f3e6cf", "#ecd3b0", "#e2b98f", "#c98f68"], 0);
    for (let row = 0; row < 4; row++) {
      for (let column = 0; column < 4; column++) {
        const x = 75 + column * 275;
        const y = 95 + row * 275;
        context.fillStyle = row % 2 === column % 2 ? "#6b3f2c" : "#7c4a33";
        context.beginPath();
        context.roundRect(x, y, 225, 225, 26);
        context.fill();
        const next = numbers(row * 7 + column + 1);
        const green = ["#2f6b4f", "#5c9a5f", "#8dbb62"][Math.floor(next() * 3)]!;
        const count = 2 + Math.floor(next() * 3);
        for (let i = 0; i < count; i++)
          leaf(context, x + 112, y + 165, 90 + next() * 60, (i - (count - 1) / 2) * 0.7, green);
      }
    }
  },
  "night-lamp": (context) => {
    bands(context, ["#0e1822", "#13212d", "#192c39", "#203844"], 120);
    for (let i = 7; i > 0; i--)
      disc(context, 600, 560, 60 + i * 62, `rgba(244, 198, 78, ${(0.05 + (7 - i) * 0.022).toFixed(3)})`);
    disc(context, 600, 560, 92, "#fbf0c8");
    const next = numbers(21);
    for (let i = 0; i < 15; i++) {
      const angle = next() * Math.PI * 2;
      const away = 190 + next() * 400;
      const [x, y] = [600 + Math.cos(angle) * away, 560 + Math.sin(angle) * away];
      const size = 46 + next() * 50;
      const turn = next() * 6;
      const colour = ["#dce8e1", "#f4c64e", "#f0705a"][i % 3]!;
      for (const spread of [-0.95, 0.95]) leaf(context, x, y, size, turn + spread, colour, 0.42);
    }
  },
  "kitchen-roots": (context) => {
    bands(context, ["#dce8e1", "#cfe0d6", "#bdd3c6"], 30);
    const roots = [
      ["#f0705a", "#2f6b4f", 230, 0.1],
      ["#f4c64e", "#5c9a5f", 520, -0.08],
      ["#b0486a", "#2f6b4f", 800, 0.06],
      ["#f3ead2", "#5c9a5f", 1040, -0.12],
    ] as const;
    for (const [root, green, x, lean] of roots) {
      for (const spread of [-0.5, -0.2, 0.15, 0.45]) leaf(context, x, 560, 420, lean + spread, green, 0.14);
      leaf(context, x, 500, -560, lean, root, 0.3);
      disc(context, x, 560, 66, root);
    }
  },
};

for (const [name, draw] of Object.entries(scenes)) {
  const canvas = createCanvas(side, side);
  const context = canvas.getContext("2d");
  draw(context);
  const { data } = context.getImageData(0, 0, side, side);
  const raw = { width: side, height: side, channels: 4 as const };
  // A palette keeps a screen print's few tones in a tenth of the bytes.
  const image = sharp(Buffer.from(data.buffer), { raw }).removeAlpha().png({ palette: true, colours: 96, dither: 0 });
  writeFileSync(`demo/pictures/${name}.png`, await image.toBuffer());
}
