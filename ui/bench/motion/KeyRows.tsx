"use client";
import { Trash } from "react-bootstrap-icons";
import type { Key } from "@/core/document/keys";
import type { Layer } from "@/core/document/layer";
import { keyFacts, type KeyFacts } from "@/core/edit/driven-facts";
import { addKeyframe } from "@/core/edit/keyframes";
import { motionDeeds } from "@/core/facts/inspector-deeds";
import { easeWords } from "@/core/motion/words";
import { ColourBox } from "../page/ColourBox";
import { NumberBox } from "../page/NumberBox";
import { useBenchStore } from "../store";
import { useBenchPlayer } from "../player-context";
import { EasePop } from "./EaseButton";
import { InstantBox } from "./InstantBox";
import { keyTimeAt } from "./key-time";

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
  const store = useBenchStore();
  const player = useBenchPlayer();
  const list = keyFacts(layer);
  const factsOf = (property: string): KeyFacts =>
    list.find((entry) => entry.property === property) ?? { property, label: property, unit: "", rest: 0 };
  const add = (property: string) => {
    const at = keyTimeAt(player, store.getState());
    edit(`Keyframe of ${factsOf(property).label.toLowerCase()}`, (own) => addKeyframe(own, property, at));
  };
  return (
    <div className="key-rows">
      {layer.keys.map(({ property }, t) => (
        <TrackRows key={property} layer={layer} track={t} facts={factsOf(property)} edit={edit} />
      ))}
      <p className="put-on">
        <span>Keyframe at the playhead</span>
        <select
          data-help={motionDeeds.addKeyframe.help}
          className="form-select form-select-sm"
          aria-label="Property of the new keyframe"
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
      `Keyframe of ${facts.label.toLowerCase()}`,
      (own) => void Object.assign(own.keys[track]!.keys[k]!, part),
      merge ? `key ${layer.id} ${track} ${k}` : undefined,
    );
  const take = (k: number) =>
    edit("Remove a keyframe", (own) => {
      own.keys[track]!.keys.splice(k, 1);
      own.keys = own.keys.filter(({ keys }) => keys.length > 0);
    });
  return (
    <fieldset className="worn" aria-label={`Keyframes of ${facts.label}`}>
      <legend>Keyframes: {facts.label}</legend>
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
  const label = `${facts.label}: value of keyframe ${number}`;
  const ease = own.ease ?? "linear";
  return (
    <li className="say border-bottom-dotted py-4 px-0 position-relative">
      {typeof own.value === "number" ? (
        <NumberBox value={own.value} unit={facts.unit} label={label} onChange={(value, m) => put({ value }, m)} />
      ) : (
        <ColourBox value={own.value} label={label} layer={layer} onChange={(value, m) => put({ value }, m)} />
      )}{" "}
      <InstantBox at={own.at} label={`Time of keyframe ${number}`} onChange={(at, m) => put({ at }, m)} />
      {number > 1 && ", "}
      {number > 1 && (
        <EasePop ease={ease} lengthS={1} onChange={(next, m) => put({ ease: next }, m)}>
          {easeWords(ease)}
        </EasePop>
      )}
      <label className="tick">
        <input
          data-help={motionDeeds.holdKeyframe.help}
          type="checkbox"
          checked={own.hold}
          onChange={(e) => put({ hold: e.target.checked })}
        />{" "}
        hold
      </label>
      <button
        data-help={motionDeeds.removeKeyframe.help}
        type="button"
        className="small-button"
        aria-label={`Remove keyframe ${number} of ${facts.label}`}
        onClick={take}
      >
        <Trash aria-hidden />
      </button>
    </li>
  );
}
