import { beginningIds, designFrom } from "@/core/beginnings/beginnings";
import { Design } from "@/core/document/design";
import { sampleValues } from "@/core/document/values";
import { prepareScene } from "@/core/scene";
import { house } from "@/demo/house";
import { fontBook, loadFace } from "@/render/fonts";
import { FramePainter } from "@/render/frame";
import { NodeHost } from "@/render/node-host";
import { loadDemoPicture } from "@/demo/pictures";
import sharp from "sharp";
const only = process.argv.slice(2);
const rows: any[] = [];
let y = 0; const comp: any[] = [];
for (const id of beginningIds) {
  if (only.length && !only.includes(id)) continue;
  const design = Design.parse(designFrom(id, "x", "X", house));
  if (only.length) console.log(JSON.stringify(design.fields.map(f => [f.label, f.kind, f.drives.map(d => d.layer + "." + d.property + (d.part ? ":" + d.part : ""))])), design.leave, JSON.stringify(design.layers.map(l => [l.id, l.moves.map(m => [m.kind, m.start.to, m.start.gap, m.length])])));
  let x = 0;
  for (const f of ["wide", "square", "portrait", "tall"]) {
    const scene = await prepareScene({ design, values: sampleValues(design), house, format: f, samples: true } as any, fontBook(), loadFace);
    const host = new NodeHost();
    await host.load(scene.pictures, loadDemoPicture);
    const { width, height } = scene.format;
    const painter = new FramePainter({ x: 0, y: 0, width, height }, host);
    const at = process.env.AT ? Number(process.env.AT) : scene.posterS;
    const px = await painter.rgba(scene.sample(at));
    const h = 230, w = Math.round(h * width / height);
    const png = await sharp(px, { raw: { width, height, channels: 4 } }).resize(w, h).flatten({ background: only.length % 2 ? "#7c8f86" : "#586a62" }).png().toBuffer();
    comp.push({ input: png, left: x, top: y }); x += w + 8;
    if (scene.issues.length) console.log(id, f, JSON.stringify(scene.issues));
  }
  y += 238;
}
const W = 409 + 230 + 184 + 130 + 40;
const cols = only.length ? 1 : 2; const perCol = Math.ceil(comp.length / 4 / cols);
const placed = comp.map((c, i) => { const r = Math.floor(i / 4); const col = Math.floor(r / perCol); return { ...c, left: c.left + col * W, top: (r % perCol) * 238 }; });
await sharp({ create: { width: W * cols, height: perCol * 238, channels: 3, background: "#f6f2e9" } }).composite(placed).png().toFile("/tmp/begin.png");
