import { open, type FileHandle } from "node:fs/promises";

/*
 * The table of a QuickTime film says for every frame where its picture lies in the file, so that frames may share one.
 * Source: Apple, QuickTime File Format Specification, "Sample Table Atoms"; ISO/IEC 14496-12, 8.7.
 */

/** A box of a film: its kind, and where its content lies in what it was read from. */
interface FilmBox {
  readonly kind: string;
  readonly start: number;
  readonly from: number;
  readonly to: number;
}

/** The boxes within a stretch, one after the other. Throws where one ends beyond it. */
function boxesIn(bytes: Buffer, from: number, to: number): FilmBox[] {
  const boxes: FilmBox[] = [];
  for (let start = from; start + 8 <= to;) {
    const size = bytes.readUInt32BE(start);
    const end = start + size;
    // None within a film's table is so long that it needs 64 bits.
    if (size < 8 || end > to) throw new Error("a film's table can't be read");
    boxes.push({ kind: bytes.toString("latin1", start + 4, start + 8), start, from: start + 8, to: end });
    start = end;
  }
  return boxes;
}

function boxOf(kind: string, ...content: readonly Buffer[]): Buffer {
  const head = Buffer.alloc(8);
  head.writeUInt32BE(8 + content.reduce((sum, { length }) => sum + length, 0));
  head.write(kind, 4, "latin1");
  return Buffer.concat([head, ...content]);
}

const numbers = (values: ArrayLike<number>): Buffer => {
  const bytes = Buffer.alloc(values.length * 4);
  for (let i = 0; i < values.length; i++) bytes.writeUInt32BE(values[i]!, i * 4);
  return bytes;
};

/** Where the table lies in a film file, and its bytes. */
async function readTable(file: FileHandle): Promise<{ at: number; moov: Buffer }> {
  const { size: whole } = await file.stat();
  const head = Buffer.alloc(16);
  for (let at = 0; at + 8 <= whole;) {
    await file.read(head, 0, 16, at);
    const short = head.readUInt32BE(0);
    const size = short === 1 ? Number(head.readBigUInt64BE(8)) : short;
    if (head.toString("latin1", 4, 8) === "moov") {
      const moov = Buffer.alloc(size);
      await file.read(moov, 0, size, at);
      if (at + size !== whole) throw new Error("a film's table is not its end");
      return { at, moov };
    }
    if (size < 8) break;
    at += size;
  }
  throw new Error("a film has no table");
}

/** The pictures of a film in their order: where each lies in the file, and its bytes. */
function samplesOf(bytes: Buffer, stbl: readonly FilmBox[]): { at: number; size: number }[] {
  const content = (kind: string) => stbl.find((box) => box.kind === kind);
  const sizes = content("stsz")!;
  const [common, count] = [bytes.readUInt32BE(sizes.from + 4), bytes.readUInt32BE(sizes.from + 8)];
  const sizeOf = (i: number) => common || bytes.readUInt32BE(sizes.from + 12 + i * 4);
  const [short, long] = [content("stco"), content("co64")];
  const chunks = bytes.readUInt32BE((short ?? long!).from + 4);
  const chunkAt = (i: number) =>
    short ? bytes.readUInt32BE(short.from + 8 + i * 4) : Number(bytes.readBigUInt64BE(long!.from + 8 + i * 8));
  const runs = content("stsc")!;
  const runCount = bytes.readUInt32BE(runs.from + 4);
  const run = (i: number, field: number) => bytes.readUInt32BE(runs.from + 8 + i * 12 + field * 4);
  const samples: { at: number; size: number }[] = [];
  let current = 0;
  for (let chunk = 0; chunk < chunks; chunk++) {
    while (current + 1 < runCount && run(current + 1, 0) <= chunk + 1) current++;
    let at = chunkAt(chunk);
    for (let k = 0; k < run(current, 1) && samples.length < count; k++) {
      const size = sizeOf(samples.length);
      samples.push({ at, size });
      at += size;
    }
  }
  return samples;
}

/** Tables of frames of equal length that show these pictures, each in a chunk of its own. */
function frameTables(frames: readonly { at: number; size: number }[], ticks: number): Record<string, Buffer> {
  const count = frames.length;
  const far = frames.some(({ at }) => at > 0xffffffff);
  const places = far ? Buffer.alloc(count * 8) : numbers(frames.map(({ at }) => at));
  if (far) frames.forEach(({ at }, i) => places.writeBigUInt64BE(BigInt(at), i * 8));
  return {
    stts: boxOf("stts", numbers([0, 1, count, ticks])),
    stsz: boxOf("stsz", numbers([0, 0, count]), numbers(frames.map(({ size }) => size))),
    stsc: boxOf("stsc", numbers([0, 1, 1, 1, 1])),
    [far ? "co64" : "stco"]: boxOf(far ? "co64" : "stco", numbers([0, count]), places),
  };
}

/** Boxes that hold others on the way to the tables of frames. */
const holders = new Set(["moov", "trak", "mdia", "minf", "stbl", "edts"]);
const replaced = new Set(["stts", "stsz", "stsc", "stco", "co64"]);

/** Where a box of this kind says how long it is: offset of the field in its content, by its version. */
const durations: Readonly<Record<string, readonly [number, number]>> = {
  mvhd: [16, 24],
  tkhd: [20, 28],
  mdhd: [16, 24],
  elst: [8, 8],
};

/**
 * Makes a film of stills, each one frame long and standing alone, into one that shows `shown`: for each frame the number
 * of its still. Not a byte of any picture is copied. The film must have one track, and its table at its end; throws
 * otherwise.
 */
export async function shareStills(path: string, shown: readonly number[]): Promise<void> {
  const file = await open(path, "r+");
  try {
    const { at, moov } = await readTable(file);
    const table = expanded(moov, shown);
    // What is left when this is cut short can't be read, and so can't be mistaken for the whole.
    await file.truncate(at);
    await file.write(table, 0, table.length, at);
  } finally {
    await file.close();
  }
}

function expanded(moov: Buffer, shown: readonly number[]): Buffer {
  const [whole] = boxesIn(moov, 0, moov.length);
  const inside = (box: FilmBox) => boxesIn(moov, box.from, box.to);
  const into = (box: FilmBox, kind: string) => inside(box).find((inner) => inner.kind === kind)!;
  const [track, other] = inside(whole!).filter(({ kind }) => kind === "trak");
  if (!track || other) throw new Error("a film of stills has one track");
  const media = into(track, "mdia");
  const stbl = inside(into(into(media, "minf"), "stbl"));
  const stills = samplesOf(moov, stbl);
  const ticks = moov.readUInt32BE(stbl.find(({ kind }) => kind === "stts")!.from + 12);
  const frames = shown.map((still) => stills[still]!);

  /** Units a second: they stand just before the length. */
  const unitsOf = (box: FilmBox) =>
    moov.readUInt32BE(box.from + durations[box.kind]![moov[box.from] === 1 ? 1 : 0] - 4);
  const trackTicks = ticks * shown.length;
  const movieTicks = Math.ceil((trackTicks * unitsOf(into(whole!, "mvhd"))) / unitsOf(into(media, "mdhd")));
  const rewritten = (box: FilmBox): Buffer => {
    if (box.kind === "stbl") {
      const kept = stbl.filter(({ kind }) => !replaced.has(kind)).map(({ start, to }) => moov.subarray(start, to));
      return boxOf("stbl", ...kept, ...Object.values(frameTables(frames, ticks)));
    }
    if (holders.has(box.kind)) return boxOf(box.kind, ...inside(box).map(rewritten));
    const own = Buffer.from(moov.subarray(box.start, box.to));
    const field = durations[box.kind];
    if (!field) return own;
    const length = box.kind === "mdhd" ? trackTicks : movieTicks;
    if (own[8] === 1) own.writeBigUInt64BE(BigInt(length), 8 + field[1]);
    else own.writeUInt32BE(length, 8 + field[0]);
    return own;
  };
  return rewritten(whole!);
}
