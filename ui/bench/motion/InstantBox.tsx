"use client";
import type { KeyTime } from "@/core/document/keys";
import { NumberBox } from "../page/NumberBox";
import { useBench } from "../store";
import { Pick } from "./controls";

/** An instant that stays right whatever the clip's length: so much after its start, end, stay, a cue or a video. */
export function InstantBox({
  at,
  label,
  onChange,
}: {
  at: KeyTime;
  label: string;
  onChange: (at: KeyTime, merge: boolean) => void;
}) {
  const cues = useBench((state) => state.document.cues);
  const layers = useBench((state) => state.document.layers);
  const options: (readonly [string, string])[] = [
    ["start", "after the clip’s start"],
    ["end", "after the clip’s last frame"],
    ["stay", "after this much of the stay:"],
    ...cues.map(({ id, name }) => [`cue ${id}`, `after the cue “${name}”`] as const),
    ...layers.flatMap(({ id, name, kind }) =>
      kind === "picture"
        ? [
            [`video start ${id}`, `after the video in ${name} starts`] as const,
            [`video end ${id}`, `after it ends`] as const,
          ]
        : [],
    ),
  ];
  const value =
    at.anchor === "cue" ? `cue ${at.cue}` : at.anchor === "video" ? `video ${at.edge} ${at.layer}` : at.anchor;
  const choose = (wanted: string) => {
    const [anchor, a, b] = wanted.split(" ") as [string, string, string];
    const { gap } = at;
    if (anchor === "stay") onChange({ anchor, share: at.anchor === "stay" ? at.share : 0.5, gap }, false);
    else if (anchor === "cue") onChange({ anchor, cue: a, gap }, false);
    else if (anchor === "video") onChange({ anchor, edge: a as "start", layer: b, gap }, false);
    else onChange({ anchor: anchor as "start", gap }, false);
  };
  return (
    <span className="instant align-items-center d-inline-flex flex-wrap gap-4">
      <NumberBox
        value={at.gap}
        unit="s"
        min={-3600}
        max={3600}
        step={0.1}
        label={`${label}: seconds later`}
        onChange={(gap, merge) => onChange({ ...at, gap }, merge)}
      />{" "}
      <Pick label={label} value={value} options={options} onChange={choose} />
      {at.anchor === "stay" && (
        <NumberBox
          value={at.share}
          unit="%"
          min={0}
          max={1}
          label={`${label}: share of the stay`}
          onChange={(share, merge) => onChange({ ...at, share }, merge)}
        />
      )}
    </span>
  );
}
