"use client";
import { Trash } from "react-bootstrap-icons";
import type { Key, KeyTime } from "@/core/document/keys";
import type { Layer } from "@/core/document/layer";
import { readPath } from "@/core/edit/property";
import { easeWords } from "@/core/motion/words";
import { ColourBox } from "../page/ColourBox";
import { NumberBox } from "../page/NumberBox";
import { useBench, useBenchStore } from "../store";
import { useBenchPlayer } from "../player-context";
import { EasePop } from "./EaseButton";
import { InstantBox } from "./InstantBox";

interface Keyable {
  readonly property: string;
  readonly name: string;
  readonly unit: "u" | "°" | "%" | "";
  readonly rest: number | string;
}

/** What of a layer can have keys of its own, with its value at rest. Shifts, turns, scales and opacity go on top. */
function keyables(layer: Layer): Keyable[] {
  const on: Keyable[] = [
    { property: "dx", name: "Shift right", unit: "u", rest: 0 },
    { property: "dy", name: "Shift down", unit: "u", rest: 0 },
    { property: "turn", name: "Turn", unit: "°", rest: 0 },
    { property: "scale", name: "Scale", unit: "%", rest: 1 },
    { property: "opacity", name: "Opacity", unit: "%", rest: 1 },
    { property: "width", name: "Width", unit: "%", rest: 1 },
    { property: "height", name: "Height", unit: "%", rest: 1 },
  ];
  const own: (readonly [string, string, Keyable["unit"]])[] = [
    ["fill.colour", "Colour", ""],
    ["stroke.fill.colour", "Line colour", ""],
    ["stroke.from", "Line drawn from", "%"],
    ["stroke.to", "Line drawn to", "%"],
    ["stroke.width", "Line width", "u"],
    ["sweep", "Angle", "°"],
    ["liquid.level", "Level", "%"],
    ["glow.strength", "Glow", ""],
    ["blur", "Blur", "u"],
  ];
  for (const [property, name, unit] of own) {
    const rest = readPath(layer, property);
    if (typeof rest === "number" || typeof rest === "string") on.push({ property, name, unit, rest });
  }
  if (layer.kind === "text") on.push({ property: "tracking", name: "Tracking", unit: "", rest: 0 });
  return on;
}

const most = 200;

/** Hand-set keys: of any number or colour, each at an instant that stays right whatever the clip's length. */
export function KeyRows({ layer }: { layer: Layer }) {
  const store = useBenchStore();
  const player = useBenchPlayer();
  const format = useBench((state) => state.format);
  const list = keyables(layer);
  const edit = (label: string, recipe: (own: Layer) => void, merge?: string) =>
    store.getState().edit(
      label,
      (draft) => {
        const own = draft.layers.find(({ id }) => id === layer.id);
        if (own) recipe(own);
      },
      merge,
    );
  /** The needle's instant, anchored to what is nearest: the start while it arrives, the end while it leaves. */
  const here = (): KeyTime => {
    const { stage, timeS, lengthS } = player.snapshot();
    const shown = stage.kind === "ready" ? stage.formats.find((f) => f.format.id === format) : undefined;
    const round = (value: number) => Math.round(value * 1000) / 1000;
    const { arriveS = 0, leaveS = 0 } = shown ?? {};
    if (timeS <= arriveS) return { anchor: "start", gap: round(timeS) };
    if (timeS >= lengthS - leaveS) return { anchor: "end", gap: round(timeS - lengthS) };
    const stayS = Math.max(1e-3, lengthS - arriveS - leaveS);
    return { anchor: "stay", share: Math.round(((timeS - arriveS) / stayS) * 1e4) / 1e4, gap: 0 };
  };
  const add = (property: string) => {
    const facts = list.find((entry) => entry.property === property);
    if (!facts) return;
    edit(`Key of ${facts.name.toLowerCase()}`, (own) => {
      const track = own.keys.find((other) => other.property === property);
      const key: Key = { at: here(), value: track?.keys[track.keys.length - 1]?.value ?? facts.rest, hold: false };
      if (!track) own.keys.push({ property, keys: [key] });
      else if (track.keys.length < most) track.keys.push(key);
    });
  };
  return (
    <div className="key-rows">
      {layer.keys.map(({ property, keys }, t) => {
        const facts = list.find((entry) => entry.property === property) ?? {
          ...{ property, name: property, unit: "" as const, rest: 0 },
        };
        const put = (k: number, part: Partial<Key>, merge = false) =>
          edit(
            `Key of ${facts.name.toLowerCase()}`,
            (own) => void Object.assign(own.keys[t]!.keys[k]!, part),
            merge ? `key ${layer.id} ${t} ${k}` : undefined,
          );
        return (
          <fieldset key={property} className="worn" aria-label={`Keys of ${facts.name}`}>
            <legend>Keys: {facts.name}</legend>
            <ol>
              {keys.map((key, k) => (
                <li key={k} className="say">
                  {typeof key.value === "number" ? (
                    <NumberBox
                      value={key.value}
                      unit={facts.unit}
                      label={`${facts.name}: value of key ${k + 1}`}
                      onChange={(value, merge) => put(k, { value }, merge)}
                    />
                  ) : (
                    <ColourBox
                      value={key.value}
                      label={`${facts.name}: value of key ${k + 1}`}
                      layer={layer}
                      onChange={(value, merge) => put(k, { value }, merge)}
                    />
                  )}{" "}
                  <InstantBox
                    at={key.at}
                    label={`When key ${k + 1} is`}
                    onChange={(at, merge) => put(k, { at }, merge)}
                  />
                  {k > 0 && (
                    <EasePop
                      ease={key.ease ?? "linear"}
                      lengthS={1}
                      onChange={(ease, merge) => put(k, { ease }, merge)}
                    >
                      {easeWords(key.ease ?? "linear")}
                    </EasePop>
                  )}
                  <label className="tick">
                    <input type="checkbox" checked={key.hold} onChange={(e) => put(k, { hold: e.target.checked })} />{" "}
                    hold
                  </label>
                  <button
                    type="button"
                    className="small-button"
                    aria-label={`Take key ${k + 1} of ${facts.name} away`}
                    onClick={() =>
                      edit("Take a key away", (own) => {
                        own.keys[t]!.keys.splice(k, 1);
                        own.keys = own.keys.filter((track) => track.keys.length > 0);
                      })
                    }
                  >
                    <Trash aria-hidden />
                  </button>
                </li>
              ))}
            </ol>
          </fieldset>
        );
      })}
      <p className="put-on">
        <span>Key at the needle</span>
        <select
          className="form-select form-select-sm"
          aria-label="New key at the needle, of"
          value=""
          onChange={(event) => add(event.target.value)}
        >
          <option value="">of …</option>
          {list.map(({ property, name }) => (
            <option key={property} value={property}>
              {name}
            </option>
          ))}
        </select>
      </p>
    </div>
  );
}
