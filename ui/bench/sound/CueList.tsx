"use client";
import { InputCursorText, Trash } from "react-bootstrap-icons";
import { addCue, moveCue, removeCue } from "@/core/edit/cues";
import { exposeCue } from "@/core/edit/fields";
import { soundDeeds } from "@/core/facts/inspector-deeds";
import type { StagePlayer } from "@/ui/stage/player";
import { WordsInput } from "@/ui/parts/WordsInput";
import { NumberBox } from "../page/NumberBox";
import { useBench, useBenchStore } from "../store";

/** All cues, to name, to nudge, to take away, and to hand to the filler. */
export function CueList({ player }: { player: StagePlayer }) {
  const store = useBenchStore();
  const cues = useBench((state) => state.document.cues);
  const fields = useBench((state) => state.document.fields);
  const { edit } = store.getState();
  return (
    <>
      <ol className="cue-list">
        {cues.map(({ id, name, at }) => {
          const filled = fields.some((field) => field.kind === "cue" && field.cue === id);
          return (
            <li key={id}>
              <WordsInput
                className=""
                label={`Name of the cue ${name}`}
                value={name}
                maxLength={80}
                onChange={(next) =>
                  edit(
                    "Name a cue",
                    (draft) => {
                      const cue = draft.cues.find((other) => other.id === id);
                      if (cue) cue.name = next;
                    },
                    `cue name ${id}`,
                  )
                }
              />
              <NumberBox
                value={at}
                unit="s"
                min={0}
                max={3600}
                step={0.02}
                label={`When ${name} is`}
                onChange={(next, merge) =>
                  edit("Move a cue", (draft) => moveCue(draft, id, next), merge ? `cue ${id}` : undefined)
                }
              />
              <button
                type="button"
                className={`small-button${filled ? " is-on" : ""}`}
                disabled={filled}
                title={filled ? "Set by a field" : "Expose as field"}
                onClick={() => edit("Expose a cue", (draft) => void exposeCue(draft, id))}
              >
                <InputCursorText aria-hidden /> <span className="visually-hidden">Expose {name}</span>
              </button>
              <button
                data-help={soundDeeds.removeCue.help}
                type="button"
                className="small-button"
                aria-label={`Remove the cue ${name}`}
                onClick={() => edit("Remove a cue", (draft) => removeCue(draft, id))}
              >
                <Trash aria-hidden />
              </button>
            </li>
          );
        })}
      </ol>
      <p className="put-on">
        <button
          data-help={soundDeeds.newCue.help}
          type="button"
          className="chip"
          onClick={() => edit("New cue", (draft) => void addCue(draft, player.snapshot().timeS))}
        >
          {soundDeeds.newCue.label}
        </button>
      </p>
    </>
  );
}
