import type { Design } from "../document/design";
import { freshId, idFrom } from "./blank";
import { tidy } from "./moves";
import { untie } from "./ties";

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

/**
 * Takes a cue away: moves that started on it start with their phase, words that had it move up to the next; keys,
 * meters, timers and videos stay at the instant that it stood for.
 */
export function removeCue(design: Design, id: string): void {
  const cue = design.cues.find((other) => other.id === id);
  if (!cue) return;
  design.cues = design.cues.filter((other) => other.id !== id);
  const places = new Map(design.layers.map((layer) => [layer.id, layer.place]));
  untie(
    design,
    (ref) => ref.kind === "cue" && ref.id === id,
    places,
    (at) => ({ anchor: "start", gap: Math.max(-3600, Math.min(3600, tidy(cue.at + at.gap))) }),
  );
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
