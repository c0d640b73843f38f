"use client";
import { Trash } from "react-bootstrap-icons";
import type { Key, KeyTime } from "@/core/document/keys";
import type { Layer } from "@/core/document/layer";
import { keyFacts, type KeyFacts } from "@/core/edit/driven-facts";
import { easeWords } from "@/core/motion/words";
import { ColourBox } from "../page/ColourBox";
import { NumberBox } from "../page/NumberBox";
import { useBench, useBenchStore } from "../store";
import { useBenchPlayer } from "../player-context";
import { EasePop } from "./EaseButton";
import { InstantBox } from "./InstantBox";

const most = 200;
const round = (value: number, parts: number) => Math.round(value * parts) / parts;

/** Tells the needle's instant, anchored to what is nearest: the start while it arrives, the end while it leaves. */
function useNeedle(): () => KeyTime {
  const player = useBenchPlayer();
  const format = useBench((state) => state.format);
  return () => {
    const { stage, timeS, lengthS } = player.snapshot();
    const shown = stage.kind === "ready" ? stage.formats.find((f) => f.format.id === format) : undefined;
    const { arriveS = 0, leaveS = 0 } = shown ?? {};
    if (timeS <= arriveS) return { anchor: "start", gap: round(timeS, 1000) };
    if (timeS >= lengthS - leaveS) return { anchor: "end", gap: round(timeS - lengthS, 1000) };
    const stayS = Math.max(1e-3, lengthS - arriveS - leaveS);
    return { anchor: "stay", share: round((timeS - arriveS) / stayS, 1e4), gap: 0 };
  };
}

type EditLayer = (label: string, recipe: (own: Layer) => void, merge?: string) => void;

function useLayerEdit(id: string): EditLayer {
  const store = useBenchStore();
  return (label, recipe, merge) => {
    const change = (layers: Layer[]) => {
      const own = layers.find((layer) => layer.id === id);
      if (own) recipe(own);
    };
    store.getState().edit(label, (draft) => change(draft.layers), merge);
  };
}

/** Hand-set keys: of any number or colour, each at an instant that stays right whatever the clip's length. */
export function KeyRows({ layer }: { layer: Layer }) {
  const edit = useLayerEdit(layer.id);
  const needle = useNeedle();
  const list = keyFacts(layer);
  const factsOf = (property: string): KeyFacts =>
    list.find((entry) => entry.property === property) ?? { property, label: property, unit: "", rest: 0 };
  const add = (property: string) => {
    const { label, rest } = factsOf(property);
    edit(`Key of ${label.toLowerCase()}`, (own) => {
      const track = own.keys.find((other) => other.property === property);
      const key: Key = { at: needle(), value: track?.keys.at(-1)?.value ?? rest, hold: false };
      if (!track) own.keys.push({ property, keys: [key] });
      else if (track.keys.length < most) track.keys.push(key);
    });
  };
  return (
    <div className="key-rows">
      {layer.keys.map(({ property }, t) => (
        <TrackRows key={property} layer={layer} track={t} facts={factsOf(property)} edit={edit} />
      ))}
      <p className="put-on">
        <span>Key at the needle</span>
        <select
          className="form-select form-select-sm"
          aria-label="New key at the needle, of"
          value=""
          onChange={(event) => add(event.target.value)}
        >
          <option value="">of …</option>
          {list.map(({ property, label }) => (
            <option key={property} value={property}>
              {label}
            </option>
          ))}
        </select>
      </p>
    </div>
  );
}

/** All keys of one property. */
function TrackRows(props: { layer: Layer; track: number; facts: KeyFacts; edit: EditLayer }) {
  const { layer, track, facts, edit } = props;
  const put = (k: number, part: Partial<Key>, merge = false) =>
    edit(
      `Key of ${facts.label.toLowerCase()}`,
      (own) => void Object.assign(own.keys[track]!.keys[k]!, part),
      merge ? `key ${layer.id} ${track} ${k}` : undefined,
    );
  const take = (k: number) =>
    edit("Take a key away", (own) => {
      own.keys[track]!.keys.splice(k, 1);
      own.keys = own.keys.filter(({ keys }) => keys.length > 0);
    });
  return (
    <fieldset className="worn" aria-label={`Keys of ${facts.label}`}>
      <legend>Keys: {facts.label}</legend>
      <ol>
        {layer.keys[track]!.keys.map((key, k) => (
          <KeyRow
            key={k}
            layer={layer}
            own={key}
            number={k + 1}
            facts={facts}
            put={(part, merge) => put(k, part, merge)}
            take={() => take(k)}
          />
        ))}
      </ol>
    </fieldset>
  );
}

function KeyRow(props: {
  layer: Layer;
  own: Key;
  number: number;
  facts: KeyFacts;
  put: (part: Partial<Key>, merge?: boolean) => void;
  take: () => void;
}) {
  const { layer, own, number, facts, put, take } = props;
  const label = `${facts.label}: value of key ${number}`;
  const ease = own.ease ?? "linear";
  return (
    <li className="say border-bottom-dotted py-4 px-0 position-relative">
      {typeof own.value === "number" ? (
        <NumberBox value={own.value} unit={facts.unit} label={label} onChange={(value, m) => put({ value }, m)} />
      ) : (
        <ColourBox value={own.value} label={label} layer={layer} onChange={(value, m) => put({ value }, m)} />
      )}{" "}
      <InstantBox at={own.at} label={`When key ${number} is`} onChange={(at, m) => put({ at }, m)} />
      {number > 1 && (
        <EasePop ease={ease} lengthS={1} onChange={(next, m) => put({ ease: next }, m)}>
          {easeWords(ease)}
        </EasePop>
      )}
      <label className="tick">
        <input type="checkbox" checked={own.hold} onChange={(e) => put({ hold: e.target.checked })} /> hold
      </label>
      <button
        type="button"
        className="small-button"
        aria-label={`Take key ${number} of ${facts.label} away`}
        onClick={take}
      >
        <Trash aria-hidden />
      </button>
    </li>
  );
}
