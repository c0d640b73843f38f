import type { Design } from "../document/design";
import { freshId, idFrom } from "./blank";
import { allMoves, tidy } from "./moves";

/** A new cue at an instant of the clip; gives its id. Cues are kept in the order they come in. */
export function addCue(design: Design, timeS: number, name?: string): string {
  const wanted = name ?? `Cue ${design.cues.length + 1}`;
  const id = freshId(idFrom(wanted, "cue"), new Set(design.cues.map((cue) => cue.id)));
  design.cues.push({ id, name: wanted.trim().slice(0, 80) || "Cue", at: tidy(Math.max(0, timeS)) });
  sortCues(design);
  return id;
}

export function moveCue(design: Design, id: string, timeS: number): void {
  const cue = design.cues.find((other) => other.id === id);
  if (cue) cue.at = tidy(Math.min(3600, Math.max(0, timeS)));
  sortCues(design);
}

/** Takes a cue away; what started on it starts with its phase, words that had it move up to the next. */
export function removeCue(design: Design, id: string): void {
  design.cues = design.cues.filter((cue) => cue.id !== id);
  for (const move of allMoves(design)) {
    if (move.start.to === `cue:${id}`) move.start = { to: "phase", edge: "start", gap: 0 };
    if (move.split?.cues) {
      move.split.cues = move.split.cues.filter((cue) => cue !== id);
      if (move.split.cues.length === 0) delete move.split.cues;
    }
  }
  for (const layer of design.layers) {
    for (const track of layer.keys) {
      for (const key of track.keys)
        if (key.at.anchor === "cue" && key.at.cue === id) key.at = { anchor: "start", gap: 0 };
    }
    if (layer.meter) {
      for (const end of ["start", "end"] as const) {
        const at = layer.meter[end];
        if (at.anchor === "cue" && at.cue === id) layer.meter[end] = { anchor: end, gap: 0 };
      }
    }
  }
  design.fields = design.fields.filter((field) => field.kind !== "cue" || field.cue !== id);
}

/** Many cues at once, such as found in a sound or a caption file, in place of those that start with the same name. */
export function putCues(design: Design, name: string, times: readonly { atS: number; name?: string }[]): string[] {
  const stem = idFrom(name, "cue");
  const old = design.cues.filter(({ id }) => id === stem || id.startsWith(`${stem}-`)).map(({ id }) => id);
  const kept = new Set(design.cues.map(({ id }) => id).filter((id) => !old.includes(id)));
  const made = times.slice(0, 500 - kept.size).map(({ atS, name: own }, i) => {
    // Those that are found again keep their ids, so that what starts on them stays tied.
    const id = old[i] ?? freshId(`${stem}-${i + 1}`, new Set([...kept, ...old]));
    kept.add(id);
    return { id, name: (own ?? `${name} ${i + 1}`).trim().slice(0, 80) || name, at: tidy(Math.max(0, atS)) };
  });
  for (const id of old.slice(made.length)) removeCue(design, id);
  const ids = new Set(made.map(({ id }) => id));
  design.cues = [...design.cues.filter(({ id }) => !ids.has(id)), ...made];
  sortCues(design);
  return made.map(({ id }) => id);
}

function sortCues(design: Design): void {
  const sorted = [...design.cues].sort((a, b) => a.at - b.at);
  if (sorted.some((cue, i) => cue.id !== design.cues[i]?.id)) design.cues = sorted.map((cue) => ({ ...cue }));
}
