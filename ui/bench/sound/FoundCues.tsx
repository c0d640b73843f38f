"use client";
import { useMemo, useState } from "react";
import type { Sound } from "@/core/document/design";
import { putCues } from "@/core/edit/cues";
import { soundDeeds } from "@/core/facts/inspector-deeds";
import { readCaptionFile } from "@/core/sound/caption-file";
import { pickOnsets, spectralFlux } from "@/core/sound/onsets";
import { useBenchStore } from "../store";
import { monoOf } from "./heard";

/** Cues found in the sound, more or fewer by a slider, or read from a caption file. */
export function FoundCues({ buffer, sound }: { buffer: AudioBuffer | undefined; sound: Sound | undefined }) {
  const store = useBenchStore();
  const [sensitivity, setSensitivity] = useState(0.5);
  const [said, setSaid] = useState<string>();
  const flux = useMemo(
    () => buffer && { of: spectralFlux(monoOf(buffer), buffer.sampleRate), rate: buffer.sampleRate },
    [buffer],
  );
  const found = useMemo(() => {
    if (!flux || !sound) return [];
    const until = sound.until ?? Infinity;
    return pickOnsets(flux.of, flux.rate, { sensitivity }).filter((at) => at >= sound.from && at < until);
  }, [flux, sound, sensitivity]);
  const put = (times: readonly { atS: number; name?: string }[], name: string) => {
    let made: string[] = [];
    store.getState().edit("Cues", (draft) => void (made = putCues(draft, name, times)), "cues found");
    return made.length;
  };
  const slide = (next: number) => {
    setSensitivity(next);
    if (!flux || !sound) return;
    const times = pickOnsets(flux.of, flux.rate, { sensitivity: next }).filter(
      (at) => at >= sound.from && at < (sound.until ?? Infinity),
    );
    // Once they are kept, the slider moves the kept ones.
    if (store.getState().document.cues.some(({ id }) => id.startsWith("sound-"))) {
      put(
        times.map((at) => ({ atS: at - sound.from })),
        "Sound",
      );
    }
  };
  const read = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > 2_000_000) return setSaid("This file is too large for captions.");
    const { captions, faults } = readCaptionFile(await file.text());
    const times = captions.flatMap(({ startS, text, words }) =>
      words.length > 0
        ? words.map((word) => ({ atS: word.timeS, name: word.text }))
        : [{ atS: startS, name: text.split(/\s+/).slice(0, 4).join(" ") }],
    );
    const count = times.length === 0 ? 0 : put(times, "Caption");
    const skipped = faults.length > 0 ? ` Line ${faults[0]!.line}: ${faults[0]!.message}` : "";
    setSaid(`${count} cues from ${file.name}.${skipped}`);
  };
  return (
    <div className="found-cues">
      {buffer && sound && (
        <p>
          <label>
            Sensitivity{" "}
            <input
              data-help={soundDeeds.cueSensitivity.help}
              type="range"
              min={0}
              max={1}
              step={0.01}
              value={sensitivity}
              aria-label={soundDeeds.cueSensitivity.label}
              onChange={(event) => slide(Number(event.target.value))}
            />
          </label>{" "}
          <button
            data-help={soundDeeds.keepCues.help}
            type="button"
            className="chip"
            disabled={found.length === 0}
            onClick={() => {
              const count = put(
                found.map((at) => ({ atS: at - sound.from })),
                "Sound",
              );
              setSaid(`${count} cues are saved; the slider moves them.`);
            }}
          >
            Save {found.length} cues
          </button>
        </p>
      )}
      <p>
        <label className="chip">
          Read a caption file
          <input
            data-help={soundDeeds.readCaptions.help}
            type="file"
            accept=".vtt,.srt,text/vtt"
            className="visually-hidden"
            onChange={(event) => void read(event.target.files?.[0])}
          />
        </label>{" "}
        <small>WebVTT or SRT</small>
      </p>
      {said && <p role="status">{said}</p>}
    </div>
  );
}
