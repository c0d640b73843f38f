import type { Fps } from "@/core/document/fps";

/** What ffprobe says of one stream, as far as it matters here. */
export interface Stream {
  readonly codec_type?: string;
  readonly codec_name?: string;
  readonly width?: number;
  readonly height?: number;
  readonly pix_fmt?: string;
  readonly color_transfer?: string;
  readonly color_space?: string;
  readonly field_order?: string;
  readonly sample_aspect_ratio?: string;
  readonly avg_frame_rate?: string;
  readonly r_frame_rate?: string;
  readonly tags?: Readonly<Record<string, string>>;
  readonly side_data_list?: readonly { readonly rotation?: number }[];
  readonly disposition?: { readonly attached_pic?: number };
}

/** The entries of a stream that `planVideo` reads, as ffprobe is asked for them. */
export const streamEntries = [
  "stream=codec_type,codec_name,width,height,pix_fmt,color_transfer,color_space,field_order,sample_aspect_ratio,avg_frame_rate,r_frame_rate",
  "stream_tags=alpha_mode,ALPHA_MODE,rotate",
  "stream_side_data=rotation",
  "stream_disposition=attached_pic",
].join(":");

/** How a video is taken apart into frames. */
export interface VideoPlan {
  /** Pixels of its frames: square, upright, even. */
  readonly width: number;
  readonly height: number;
  readonly rate: Fps;
  readonly alpha: boolean;
  /** Named where ffmpeg's own choice would lose what is see-through. */
  readonly decoder: "libvpx-vp9" | "libvpx" | undefined;
  /** Filters before all others: whole frames of interlaced fields, colours that screens show. Empty for most. */
  readonly first: string;
  /** Whether these have brought its colours to those of BT.709. */
  readonly toned: boolean;
  /** What is no longer as in the file, as sentences. */
  readonly notes: readonly string[];
}

/** Frames are kept this large, the most sides of a frame of broadcast size in each direction. */
const kept = { long: 1920, short: 1080 };
const mostRate = 60.01;
const standardRates: readonly Fps[] = [24, 25, 30, 50, 60].map((num) => ({ num, den: 1 }));

/** Formats of pixels with an alpha of their own, as ffmpeg names them. */
const seeThrough = /^(yuva|gbrap|ya\d|rgba|argb|abgr|bgra|pal8)/;
/** Brightness beyond what screens show: SMPTE ST 2084 (PQ) and ARIB STD-B67 (HLG). */
const wideTransfers = ["smpte2084", "arib-std-b67"];

/** What becomes of a video's stream, before it is decoded. */
export function planVideo(stream: Stream): VideoPlan {
  const { codec_name: codec, pix_fmt: pixels = "", color_transfer: transfer = "", tags = {} } = stream;
  const size = keptSize(stream);
  const { rate, varies } = rateOf(stream);
  const marked = (tags.alpha_mode ?? tags.ALPHA_MODE) === "1";
  const wide = wideTransfers.includes(transfer);
  const interlaced = ["tt", "bb", "tb", "bt"].includes(stream.field_order ?? "");
  const notes = [
    wide && "It is HDR video. Its brightness was converted to the range of ordinary screens.",
    interlaced && "It was interlaced: each frame is made of both its fields.",
    varies && `Its frame rate varies; it is stored at ${rateText(rate)} frames a second.`,
    size.reduced && `It is stored at ${size.width} × ${size.height} pixels.`,
  ].filter((note) => note !== false);
  return {
    width: size.width,
    height: size.height,
    rate,
    alpha: marked || seeThrough.test(pixels),
    decoder: marked ? ({ vp9: "libvpx-vp9", vp8: "libvpx" } as const)[codec ?? ""] : undefined,
    first: [
      interlaced && "bwdif=mode=send_frame:deint=all",
      `fps=${rate.num}/${rate.den}`,
      wide && toneMapped(transfer, size),
    ]
      .filter((filter) => filter !== false)
      .join(","),
    toned: wide,
    notes,
  };
}

const rateText = ({ num, den }: Fps): string => String(Number((num / den).toFixed(3)));

/** Upright, with square pixels, at most broadcast size, even. */
function keptSize(stream: Stream): { width: number; height: number; reduced: boolean } {
  const [across = 1, down = 1] = (stream.sample_aspect_ratio ?? "1:1").split(":").map(Number);
  const aspect = across > 0 && down > 0 ? across / down : 1;
  const rotation = stream.side_data_list?.find(({ rotation: turn }) => turn !== undefined)?.rotation;
  const turned = Math.abs(Number(rotation ?? stream.tags?.rotate ?? 0)) % 180 === 90;
  const coded = { width: (stream.width ?? 0) * aspect, height: stream.height ?? 0 };
  const upright = turned ? { width: coded.height, height: coded.width } : coded;
  const { long, short } = kept;
  const scale = Math.min(
    1,
    long / Math.max(upright.width, upright.height),
    short / Math.min(upright.width, upright.height),
  );
  const even = (side: number) => Math.max(2, 2 * Math.round((side * scale) / 2));
  return { width: even(upright.width), height: even(upright.height), reduced: scale < 1 };
}

function readRate(text: string | undefined): Fps | undefined {
  const [num, den] = (text ?? "").split("/").map(Number);
  return num && den && num / den >= 1 && num <= 120_000 && den <= 1001 ? { num, den } : undefined;
}

/** The video's own rate, exactly; a fast one is halved, one whose frames come at uneven times gets the next usual one. */
function rateOf(stream: Stream): { rate: Fps; varies: boolean } {
  const own = readRate(stream.r_frame_rate);
  const [num = 0, den = 0] = (stream.avg_frame_rate ?? "").split("/").map(Number);
  const mean = num > 0 && den > 0 ? num / den : undefined;
  const even = own && (mean === undefined || Math.abs(own.num / own.den / mean - 1) < 0.02);
  if (!even) {
    const usual = standardRates.find((rate) => rate.num >= (mean ?? 25) * 0.99) ?? standardRates.at(-1)!;
    // Without a mean nothing is known of how even it is.
    return { rate: usual, varies: mean !== undefined };
  }
  let { num: fast } = own;
  while (fast / own.den > mostRate) fast /= 2;
  return { rate: Number.isInteger(fast) ? { num: fast, den: own.den } : { num: 60, den: 1 }, varies: false };
}

/** Source: ITU-R BT.2408, diffuse white at 203 cd/m²; curve by Hable. */
const toneMapped = (transfer: string, { width, height }: { width: number; height: number }): string =>
  [
    // Made smaller first: what follows is worked out in floating point.
    `zscale=w=${width}:h=${height}:tin=${transfer}:min=2020_ncl:pin=2020:t=linear:npl=203`,
    "format=gbrpf32le",
    "zscale=p=709",
    "tonemap=hable:desat=0",
    "zscale=t=709:m=709:r=tv",
    "format=yuv444p",
  ].join(",");
