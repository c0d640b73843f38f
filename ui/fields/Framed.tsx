import type { Format } from "@/core/document/format";
import type { HouseVideo } from "@/core/document/media";
import type { FramingPart } from "@/core/fields/value";
import { FilmStrip } from "@/ui/parts/FilmStrip";
import { NumberInput } from "@/ui/parts/NumberInput";

type Video = Pick<HouseVideo, "hash" | "frames" | "fps">;

interface Playing {
  readonly from: number;
  readonly speed: number;
  readonly atEnd: "hold" | "again" | undefined;
}

const parts = [
  { key: "scale", label: "Zoom", min: 1, max: 4, step: 0.05, at: 1, unit: "×" },
  { key: "x", label: "Across", min: 0, max: 1, step: 0.01, at: 0.5, unit: "%" },
  { key: "y", label: "Down", min: 0, max: 1, step: 0.01, at: 0.5, unit: "%" },
  { key: "turn", label: "Rotate", min: -45, max: 45, step: 1, at: 0, unit: "°" },
] as const;
const atEnd = (chosen: string) => (chosen === "again" ? "again" : "hold");
const written = (value: number, unit: string): string =>
  unit === "%" ? `${Math.round(value * 100)} %` : `${Number(value.toFixed(2))}${unit}`;

type Key = (typeof parts)[number]["key"];

const read = (framing: FramingPart, key: Key): number | undefined =>
  key === "x" || key === "y" ? framing.focus?.[key] : framing[key];

function changed(framing: FramingPart, key: Key, value: number): FramingPart {
  if (key !== "x" && key !== "y") return { ...framing, [key]: value };
  return { ...framing, focus: { x: 0.5, y: 0.5, ...framing.focus, [key]: value } };
}

/** How a picture sits, in all formats until one has its own; of a video also from which second and how fast it plays. */
export function Framed({
  shared,
  single,
  formats,
  format,
  onFormat,
  onChange,
  video,
  playing,
  onPlaying,
}: {
  shared: FramingPart;
  single: Readonly<Record<string, FramingPart>>;
  formats: readonly Format[];
  /** The one that is framed on its own; empty for all. */
  format: string;
  onFormat: (format: string) => void;
  onChange: (shared: FramingPart, single: Record<string, FramingPart>) => void;
  /** What is framed, if it moves. */
  video: Video | undefined;
  playing: Playing;
  onPlaying: (playing: Partial<Playing>) => void;
}) {
  const own = format === "" ? shared : { ...shared, ...single[format] };
  const set = (key: Key, value: number) =>
    format === ""
      ? onChange(changed(shared, key, value), { ...single })
      : onChange(shared, { ...single, [format]: changed(own, key, value) });
  const { [format]: _, ...others } = single;
  return (
    <div className="slot__framing bg-sheet border rounded d-grid gap-6 mt-6 py-8 px-10">
      <p className="quiet fs-13 m-0">Drag it in the preview. The wheel zooms; Shift and the wheel rotate.</p>
      <label className="setting">
        In
        <select
          className="form-select form-select-sm"
          value={format}
          onChange={(event) => onFormat(event.target.value)}
        >
          <option value="">all formats</option>
          {formats.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
              {single[id] ? ", its own" : ""}
            </option>
          ))}
        </select>
      </label>
      {parts.map(({ key, label, min, max, step, at, unit }) => (
        <label key={key} className="setting">
          {label}
          <input
            type="range"
            className="form-range"
            min={min}
            max={max}
            step={step}
            value={read(own, key) ?? at}
            onChange={(event) => set(key, Number(event.target.value))}
          />
          <output className="figures">{written(read(own, key) ?? at, unit)}</output>
        </label>
      ))}
      {format !== "" && single[format] && (
        <button type="button" className="chip" onClick={() => onChange(shared, others)}>
          As in all formats
        </button>
      )}
      {video && <PlayingRows video={video} playing={playing} onPlaying={onPlaying} />}
    </div>
  );
}

/** Which part of a video is shown, how fast, and what it does when it is over. */
function PlayingRows({
  video,
  playing,
  onPlaying,
}: {
  video: Video;
  playing: Playing;
  onPlaying: (playing: Partial<Playing>) => void;
}) {
  return (
    <>
      <FilmStrip video={video} from={playing.from} label="Begins at" onFrom={(from) => onPlaying({ from })} />
      <label className="setting">
        Begins at
        <NumberInput min={0} max={3600} step={0.1} value={playing.from} onChange={(from) => onPlaying({ from })} />
      </label>
      <label className="setting">
        Speed
        <NumberInput min={0.1} max={10} step={0.1} value={playing.speed} onChange={(speed) => onPlaying({ speed })} />
      </label>
      <label className="setting">
        At its end
        <select
          className="form-select form-select-sm"
          value={playing.atEnd ?? ""}
          onChange={(event) => onPlaying({ atEnd: event.target.value === "" ? undefined : atEnd(event.target.value) })}
        >
          <option value="">as designed</option>
          <option value="hold">it stands still</option>
          <option value="again">it plays again</option>
        </select>
      </label>
    </>
  );
}
