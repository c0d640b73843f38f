"use client";
import type { KeyTime } from "@/core/document/keys";
import type { Layer } from "@/core/document/layer";
import { wholeMarks } from "@/core/edit/mark-pieces";
import { markToPieces, markToShapes } from "@/core/edit/mark-shapes";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { FilmStrip } from "@/ui/parts/FilmStrip";
import { InstantBox } from "../motion/InstantBox";
import { useBoxesAtRest } from "../stage/boxes";
import { useBench, useBenchStore } from "../store";
import { ChoiceRow, NumberRow, Row, type Option } from "./rows";
import { useProperty } from "./use-property";

/** A mark's shapes as layers of their own: each can be coloured, matted and moved by itself. */
function TakeApart({ layer }: { layer: Layer }) {
  const store = useBenchStore();
  const boxes = useBoxesAtRest();
  const { edit, house, choose } = store.getState();
  const take = () => {
    const { width, height } = boxes.get(layer.id)?.box ?? { width: 16, height: 16 };
    edit("Split the mark", (draft) => void markToShapes(draft, layer.id, house, { width, height }));
    choose([layer.id]);
  };
  const id = layer.kind === "picture" ? layer.media.slice("mark:".length) : "";
  const pieces = house.marks.filter(({ piece }) => piece?.of === id);
  const part = () => {
    const { width, height } = boxes.get(layer.id)?.box ?? { width: 16, height: 16 };
    edit("Split the mark into its pieces", (draft) => void markToPieces(draft, layer.id, house, { width, height }));
    choose([layer.id]);
  };
  const drawn = house.marks.some((mark) => mark.id === id && mark.drawing && !mark.piece);
  return (
    <p className="put-on d-flex flex-wrap">
      {pieces.length > 0 && (
        <button data-help={inspectorDeeds.splitPieces.help} type="button" className="chip" onClick={part}>
          Split into its {pieces.length} pieces
        </button>
      )}
      {drawn && (
        <button data-help={inspectorDeeds.toShapes.help} type="button" className="chip" onClick={take}>
          {inspectorDeeds.toShapes.label}
        </button>
      )}
    </p>
  );
}

/** What a picture layer shows and how it sits in its box; of a video also when it plays. */
export function PictureRows({ layer }: { layer: Extract<Layer, { kind: "picture" }> }) {
  const house = useBench((state) => state.house);
  const media: Option[] = [
    ["", "nothing yet"],
    ...wholeMarks(house, layer.media.replace("mark:", "")).map(
      ({ id, name }) => [`mark:${id}`, `Mark: ${name}`] as const,
    ),
    ...house.pictures.map(({ id, name }) => [`picture:${id}`, `Picture: ${name}`] as const),
    ...house.videos.map(({ id, name }) => [`video:${id}`, `Video: ${name}`] as const),
  ];
  return (
    <>
      <ChoiceRow layer={layer} path="media" options={media} />
      {layer.media.startsWith("mark:") && <TakeApart layer={layer} />}
      {!layer.media.startsWith("mark:") && (
        <>
          <ChoiceRow
            layer={layer}
            path="framing.fit"
            options={[
              ["contain", "Whole"],
              ["cover", "Filling"],
            ]}
          />
          <div className="row-pair">
            <NumberRow layer={layer} path="framing.focus.x" />
            <NumberRow layer={layer} path="framing.focus.y" />
          </div>
          <div className="row-pair">
            <NumberRow layer={layer} path="framing.scale" />
            <NumberRow layer={layer} path="framing.turn" />
          </div>
        </>
      )}
      {layer.media.startsWith("video:") && (
        <>
          <div className="row-pair">
            <NumberRow layer={layer} path="playback.from" />
            <NumberRow layer={layer} path="playback.speed" />
          </div>
          <Begins layer={layer} />
          <PlaysFrom layer={layer} />
          <ChoiceRow
            layer={layer}
            path="playback.atEnd"
            options={[
              ["hold", "Freezes"],
              ["again", "Loops"],
            ]}
          />
        </>
      )}
    </>
  );
}

/** The first second of a video, chosen on a strip of its frames. */
function Begins({ layer }: { layer: Extract<Layer, { kind: "picture" }> }) {
  const videos = useBench((state) => state.house.videos);
  const property = useProperty(layer, "playback.from", "First second");
  const video = videos.find(({ id }) => `video:${id}` === layer.media);
  if (!video) return null;
  return (
    <FilmStrip video={video} from={Number(property.value)} label="First second of the video" onFrom={property.set} />
  );
}

/** When a video begins to play; until then it stands at its first frame. */
function PlaysFrom({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "playback.start", "Starts playing");
  return (
    <Row label="Begins" property={property} layer={layer}>
      <InstantBox at={property.value as KeyTime} label="Starts playing" onChange={property.set} />
    </Row>
  );
}
