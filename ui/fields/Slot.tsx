import { useContext, useEffect, useRef, useState } from "react";
import type { Uploaded } from "@/contract/media";
import type { HousePicture, HouseVideo } from "@/core/document/media";
import { isMedia } from "@/core/fields/define";
import { houseIdOf } from "@/core/fields/slot";
import { MediaValue, type FramingPart, type OwnMedia } from "@/core/fields/value";
import type { Field } from "@/core/fields/field";
import { fileAt, frameAt } from "@/ui/parts/files-at";
import { UploadButton } from "@/ui/parts/UploadButton";
import { Choices } from "./Choices";
import type { ControlProps } from "./define";
import { Framed } from "./Framed";
import { FramingDesk, type Framer } from "./framing-desk";
import { SlotDeskContext } from "./slot-desk";
import { SlotSwap } from "./SlotSwap";

type SlotField = Extract<Field, { kind: "picture" | "video" }>;

const sourceOf = (kind: SlotField["kind"], hash: string): string =>
  kind === "video" ? frameAt(hash, 0) : fileAt(hash);

/** A picture or video: one on offer or one brought along, and how it sits. */
export function Slot({
  id,
  field,
  value,
  formats,
  all,
  onChange,
}: ControlProps<SlotField> & { all: readonly (HousePicture | HouseVideo)[] }) {
  const [framing, setFraming] = useState(false);
  const [format, setFormat] = useState("");
  const media = typeof value === "object" && value.kind === "media" ? value : undefined;
  const own = media && "own" in media.source ? media.source.own : undefined;
  const chosen = typeof value === "string" ? value : media && houseIdOf(media);
  const offered = field.choices.map((choice) => {
    const found = all.find((entry) => entry.id === choice);
    return {
      id: choice,
      label: found?.name ?? choice,
      picture: found && <Thumb kind={field.kind} hash={found.hash} />,
    };
  });
  const { together, take, left } = useHandOver(field.id, onChange);
  const frame = (part: Partial<Omit<MediaValue, "kind" | "source">>) => {
    if (chosen === "" && !own) return;
    const base = media ?? MediaValue.parse({ kind: "media", source: { house: chosen } });
    onChange({ ...base, ...part });
  };
  const shared = media?.framing ?? {};
  const single = media?.formats ?? {};
  const shown: OwnMedia | undefined = own ?? all.find((entry) => entry.id === chosen);
  useFramer(
    framing && shown
      ? {
          layers: field.drives.filter(({ property }) => isMedia(property)).map(({ layer }) => layer),
          content: shown,
          framingIn: (one) => ({ ...shared, ...single[one] }),
          set: (one, part) =>
            one === format || single[one]
              ? frame({ framing: shared, formats: { ...single, [one]: { ...shared, ...single[one], ...part } } })
              : frame({ framing: { ...shared, ...part }, formats: single }),
        }
      : undefined,
  );
  return (
    <SlotSwap field={field.id} held={shown && <Thumb kind={field.kind} hash={shown.hash} />}>
      <Choices id={id} kind={field.kind} offered={offered} chosen={own ? undefined : chosen} onChoose={onChange} />
      {own && (
        <p className="slot__own">
          <Thumb kind={field.kind} hash={own.hash} /> {own.name}, uploaded
        </p>
      )}
      <span className="slot__deeds">
        {field.own && (
          <UploadButton
            label={`Upload a ${field.kind}`}
            accept={field.kind === "video" ? "video/*,.mov" : "image/png,image/jpeg,image/webp"}
            wanted={together ? ["picture", "video"] : [field.kind]}
            onAll={take}
          />
        )}
        {(own || (chosen !== undefined && chosen !== "")) && (
          <button type="button" className="chip" aria-expanded={framing} onClick={() => setFraming(!framing)}>
            Position and zoom
          </button>
        )}
        {value !== "" && !field.required && (
          <button type="button" className="chip" onClick={() => onChange("")}>
            None
          </button>
        )}
      </span>
      {framing && (
        <Framed
          shared={shared}
          single={single}
          formats={formats}
          format={format}
          onFormat={setFormat}
          onChange={(framed: FramingPart, apart: Record<string, FramingPart>) =>
            frame({ framing: framed, formats: apart })
          }
          video={isVideo(shown) ? shown : undefined}
          playing={{ from: media?.from ?? 0, speed: media?.speed ?? 1, atEnd: media?.atEnd }}
          onPlaying={frame}
        />
      )}
      {left.map((name) => (
        <p key={name} className="quiet fs-13 m-0">
          {name}: no empty slot is left for it.
        </p>
      ))}
    </SlotSwap>
  );
}

const isVideo = (media: object | undefined): media is Omit<HouseVideo, "id"> =>
  media !== undefined && "frames" in media;

/** Takes what was brought along: more than one file where the slots of a form stand together. */
function useHandOver(field: string, onChange: (value: MediaValue) => void) {
  const desk = useContext(SlotDeskContext);
  const [left, setLeft] = useState<readonly string[]>([]);
  const take = (made: readonly Uploaded[]) => {
    const brought = made.flatMap((one): OwnMedia[] => {
      if (one.kind === "picture") return [{ ...one.picture, name: one.name }];
      return one.kind === "video" ? [{ ...one.video, name: one.name }] : [];
    });
    if (desk) setLeft(desk.handOver(field, brought));
    else if (brought[0]) onChange(MediaValue.parse({ kind: "media", source: { own: brought[0] } }));
  };
  return { together: desk !== undefined, take, left };
}

/** Makes known what is being framed here, for as long as it is; what it does goes by the newest value. */
function useFramer(framer: Framer | undefined): void {
  const tell = useContext(FramingDesk);
  const newest = useRef(framer);
  useEffect(() => {
    newest.current = framer;
  });
  const layers = framer?.layers.join(" ");
  const { width, height } = framer?.content ?? {};
  useEffect(() => {
    if (layers === undefined || width === undefined || height === undefined) return;
    tell?.({
      layers: layers.split(" "),
      content: { width, height },
      framingIn: (format) => newest.current?.framingIn(format) ?? {},
      set: (format, part) => newest.current?.set(format, part),
    });
    return () => tell?.(undefined);
  }, [tell, layers, width, height]);
}

function Thumb({ kind, hash }: { kind: SlotField["kind"]; hash: string }) {
  // eslint-disable-next-line @next/next/no-img-element -- a small stored file, served by us as it is
  return <img className="choice__picture" src={sourceOf(kind, hash)} alt="" />;
}
