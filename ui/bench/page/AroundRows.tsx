"use client";
import { sizeFacts } from "@/core/facts/layer-parts";
import { Crosshair } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import type { Axis, SizeAxis } from "@/core/document/place";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { useBench, useBenchStore } from "../store";
import { NumberLine, Row } from "./rows";

type AroundSize = Extract<SizeAxis, { kind: "around" }>;

/** The layers that it is fitted around: named, taken out, chosen from a list or pointed at. */
function AroundWhat(props: { layer: Layer; what: string; size: AroundSize; set: (value: unknown) => void }) {
  const { layer, what, size, set } = props;
  const store = useBenchStore();
  const layers = useBench((state) => state.document.layers).filter(({ id }) => id !== layer.id);
  const toggle = (id: string) => {
    const inside = size.layers.includes(id) ? size.layers.filter((other) => other !== id) : [...size.layers, id];
    if (inside.length > 0) set({ ...size, layers: inside });
  };
  const point = () =>
    store.getState().show({
      pointing: {
        ask: `Pick a layer that “${layer.name}” should fit around`,
        take: (id) => id !== layer.id && toggle(id),
      },
    });
  return (
    <Row fact={sizeFacts.around}>
      <span className="chips">
        {size.layers.map((id) => (
          <button key={id} type="button" className="chip" onClick={() => toggle(id)} title="Remove">
            {layers.find((other) => other.id === id)?.name ?? id} ×
          </button>
        ))}
        <select
          className="form-select form-select-sm"
          aria-label={`${what}: around what else`}
          value=""
          onChange={(e) => toggle(e.target.value)}
        >
          <option value="">and …</option>
          {layers
            .filter(({ id }) => !size.layers.includes(id))
            .map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
        </select>
        <button type="button" className="small-button" onClick={point} title="Pick a layer on the stage">
          <Crosshair aria-hidden /> <span className="visually-hidden">Pick</span>
        </button>
      </span>
    </Row>
  );
}

/** What a side is fitted around, with the room before and after. */
export function Around(props: {
  layer: Layer;
  axis: Axis;
  size: AroundSize;
  set: (value: unknown, merge?: boolean) => void;
}) {
  const { layer, axis, size, set } = props;
  const layers = useBench((state) => state.document.layers).filter(({ id }) => id !== layer.id);
  const what = axis === "width" ? "Width" : "Height";
  return (
    <>
      <AroundWhat layer={layer} what={what} size={size} set={set} />
      <div className="row-pair">
        <NumberLine
          row={axis === "width" ? "Pad left" : "Pad top"}
          fact={sizeFacts.before}
          value={size.before}
          label={`${what}: padding before`}
          onChange={(before, m) => set({ ...size, before }, m)}
        />
        <NumberLine
          row={axis === "width" ? "right" : "bottom"}
          fact={sizeFacts.after}
          value={size.after}
          label={`${what}: padding after`}
          onChange={(after, m) => set({ ...size, after }, m)}
        />
      </div>
      <details className="leaf__more">
        <summary>As wide as others</summary>
        <span className="chips">
          {layers
            .filter((other) => other[axis].kind === "around")
            .map(({ id, name }) => (
              <label key={id} className="tick">
                <input
                  data-help={inspectorDeeds.asWideAs.help}
                  type="checkbox"
                  checked={size.widest.includes(id)}
                  onChange={(event) =>
                    set({
                      ...size,
                      widest: event.target.checked ? [...size.widest, id] : size.widest.filter((o) => o !== id),
                    })
                  }
                />
                {name}
              </label>
            ))}
        </span>
        <NumberLine
          fact={sizeFacts.hold}
          value={size.hold}
          min={0}
          max={1}
          label={`${what}: share before`}
          onChange={(hold, m) => set({ ...size, hold }, m)}
        />
      </details>
    </>
  );
}
