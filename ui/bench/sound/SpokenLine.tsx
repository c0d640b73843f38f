"use client";
import { useState } from "react";
import { TypeItalic } from "react-bootstrap-icons";
import type { Design } from "@/core/document/design";
import { isWritten } from "@/core/fields/field";
import { fieldOf } from "@/core/edit/fields";
import { giveCue, isStressed, speakOnCues, spokenMove, withStress, wordsOf } from "@/core/edit/spoken-line";
import { useBench, useBenchStore } from "../store";

/** One sentence whose words come on cues: typed once, every word with its cue, some of them stressed. */
export function SpokenLine() {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const chosen = useBench((state) => state.chosen[state.chosen.length - 1]);
  const texts = document.layers.filter(({ kind }) => kind === "text");
  const first = texts.find(({ id }) => id === chosen) ?? texts.find(({ id }) => spokenMove(document, id)) ?? texts[0];
  const [picked, setPicked] = useState(first?.id);
  const layer = texts.find(({ id }) => id === picked) ?? first;
  if (!layer || layer.kind !== "text") {
    return (
      <section aria-label="Spoken line">
        <h3 className="rubric">Spoken line</h3>
        <p className="quiet">Put a text on the stage first; its words can then come on the cues.</p>
      </section>
    );
  }
  const field = fieldOf(document, layer.id, "text");
  const sentence = field && isWritten(field) ? field.sample : layer.text;
  const words = wordsOf(sentence);
  const cues = spokenMove(document, layer.id)?.split?.cues;
  const edit = (label: string, recipe: (draft: Design) => void, merge?: string) =>
    store.getState().edit(label, recipe, merge);
  const write = (text: string) =>
    edit(
      "The sentence",
      (draft) => {
        const own = draft.layers.find(({ id }) => id === layer.id);
        const filled = fieldOf(draft, layer.id, "text");
        if (filled && isWritten(filled)) filled.sample = text.slice(0, 500);
        else if (own?.kind === "text") own.text = text.slice(0, 2000);
      },
      `sentence ${layer.id}`,
    );
  return (
    <section aria-label="Spoken line">
      <h3 className="rubric">Spoken line</h3>
      <label className="setting">
        Spoken by
        <select
          className="form-select form-select-sm"
          aria-label="Text that is spoken"
          value={layer.id}
          onChange={(event) => setPicked(event.target.value)}
        >
          {texts.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <textarea
        rows={2}
        className="form-control form-control-sm"
        aria-label="The sentence"
        value={sentence}
        dir="auto"
        onChange={(event) => write(event.target.value)}
      />
      {cues === undefined ? (
        <p className="put-on">
          <button
            type="button"
            className="chip"
            disabled={document.cues.length === 0 || words.length === 0}
            onClick={() =>
              edit("Words on cues", (draft) =>
                speakOnCues(
                  draft,
                  layer.id,
                  draft.cues.slice(0, words.length).map(({ id }) => id),
                ),
              )
            }
          >
            Let its words come on the cues
          </button>
          {document.cues.length === 0 && <small>There are no cues yet.</small>}
        </p>
      ) : (
        <ol className="spoken-words">
          {words.map((word, i) => (
            <li key={i}>
              <button
                type="button"
                className="small-button"
                aria-pressed={isStressed(word)}
                title="Stress this word"
                onClick={() => write(withStress(sentence, i))}
              >
                <TypeItalic aria-hidden /> <span className="visually-hidden">Stress {word}</span>
              </button>
              <b className={isStressed(word) ? "is-stressed" : ""}>{word.replace(/\*/g, "")}</b>
              {i < cues.length ? (
                <select
                  aria-label={`Cue of ${word}`}
                  value={cues[i]}
                  onChange={(event) => edit("Another cue", (draft) => giveCue(draft, layer.id, i, event.target.value))}
                >
                  {document.cues.map(({ id, name, at }) => (
                    <option key={id} value={id}>
                      {at.toFixed(2)} s {name}
                    </option>
                  ))}
                </select>
              ) : (
                <small>after the last cue</small>
              )}
            </li>
          ))}
        </ol>
      )}
      {cues !== undefined && cues.length < Math.min(words.length, document.cues.length) && (
        <p className="put-on">
          <button
            type="button"
            className="chip"
            onClick={() =>
              edit("Words on cues", (draft) =>
                speakOnCues(
                  draft,
                  layer.id,
                  draft.cues.slice(0, words.length).map(({ id }) => id),
                ),
              )
            }
          >
            Give every word its cue again
          </button>
        </p>
      )}
    </section>
  );
}
