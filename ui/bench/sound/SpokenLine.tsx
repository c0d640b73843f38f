"use client";
import { useState } from "react";
import { TypeItalic } from "react-bootstrap-icons";
import type { Design } from "@/core/document/design";
import type { Layer } from "@/core/document/layer";
import { isWritten } from "@/core/fields/field";
import { fieldOf } from "@/core/edit/fields";
import { giveCue, speakOnCues, spokenMove, spokenWords, withStress, wordsOf } from "@/core/edit/spoken-line";
import { soundDeeds } from "@/core/facts/inspector-deeds";
import { useBench, useBenchStore } from "../store";

/** One sentence whose words come on cues: typed once, every word with its cue, some of them stressed. */
export function SpokenLine() {
  const document = useBench((state) => state.document);
  const chosen = useBench((state) => state.chosen.at(-1));
  const texts = document.layers.filter(({ kind }) => kind === "text");
  const first = texts.find(({ id }) => id === chosen) ?? texts.find(({ id }) => spokenMove(document, id)) ?? texts[0];
  const [picked, setPicked] = useState(first?.id);
  const layer = texts.find(({ id }) => id === picked) ?? first;
  return (
    <section aria-label="Spoken line">
      <h3 className="rubric">Spoken line</h3>
      {layer?.kind === "text" ? (
        <>
          <label className="setting">
            Spoken by
            <select
              data-help={soundDeeds.spokenText.help}
              className="form-select form-select-sm"
              aria-label={soundDeeds.spokenText.label}
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
          <Sentence layer={layer} />
        </>
      ) : (
        <p className="quiet">Add a text layer first. Its words can then come on the cues.</p>
      )}
    </section>
  );
}

/** What a text says, by its field's sample where it is filled in. */
function sentenceOf(document: Design, layer: Extract<Layer, { kind: "text" }>): string {
  const field = fieldOf(document, layer.id, "text");
  return field && isWritten(field) ? field.sample : layer.text;
}

function writeSentence(draft: Design, id: string, text: string): void {
  const own = draft.layers.find((layer) => layer.id === id);
  const filled = fieldOf(draft, id, "text");
  if (filled && isWritten(filled)) filled.sample = text.slice(0, 500);
  else if (own?.kind === "text") own.text = text.slice(0, 2000);
}

/** The sentence, and its words on their cues. */
function Sentence({ layer }: { layer: Extract<Layer, { kind: "text" }> }) {
  const { edit } = useBenchStore().getState();
  const document = useBench((state) => state.document);
  const sentence = sentenceOf(document, layer);
  const words = wordsOf(sentence);
  const cues = spokenMove(document, layer.id)?.split?.cues;
  const write = (text: string) =>
    edit("The sentence", (draft) => writeSentence(draft, layer.id, text), `sentence ${layer.id}`);
  const speak = () =>
    edit("Words on cues", (draft) => {
      const first = draft.cues.slice(0, words.length).map(({ id }) => id);
      speakOnCues(draft, layer.id, first);
    });
  return (
    <>
      <textarea
        data-help={soundDeeds.spokenSentence.help}
        rows={2}
        className="form-control form-control-sm"
        aria-label={soundDeeds.spokenSentence.label}
        value={sentence}
        dir="auto"
        onChange={(event) => write(event.target.value)}
      />
      {cues === undefined ? (
        <p className="put-on">
          <button
            data-help={soundDeeds.wordsOnCues.help}
            type="button"
            className="chip"
            disabled={document.cues.length === 0 || words.length === 0}
            onClick={speak}
          >
            {soundDeeds.wordsOnCues.label}
          </button>
          {document.cues.length === 0 && <small>There are no cues yet.</small>}
        </p>
      ) : (
        <SpokenWords layer={layer} sentence={sentence} cues={cues} stress={(i) => write(withStress(sentence, i))} />
      )}
      {cues !== undefined && cues.length < Math.min(words.length, document.cues.length) && (
        <p className="put-on">
          <button data-help={soundDeeds.resetWords.help} type="button" className="chip" onClick={speak}>
            {soundDeeds.resetWords.label}
          </button>
        </p>
      )}
    </>
  );
}

/** Every word with its cue, and whether it is stressed. */
function SpokenWords(props: {
  layer: Layer;
  sentence: string;
  cues: readonly string[];
  stress: (word: number) => void;
}) {
  const { layer, sentence, cues, stress } = props;
  const { edit } = useBenchStore().getState();
  const known = useBench((state) => state.document.cues);
  return (
    <ol className="spoken-words">
      {spokenWords(sentence).map(({ text: word, isStressed }, i) => (
        <li key={i}>
          <button
            type="button"
            className="small-button"
            aria-pressed={isStressed}
            title="Stress this word"
            onClick={() => stress(i)}
          >
            <TypeItalic aria-hidden /> <span className="visually-hidden">Stress {word}</span>
          </button>
          <b className={isStressed ? "is-stressed" : ""}>{word}</b>
          {i < cues.length ? (
            <select
              data-help={soundDeeds.wordCue.help}
              aria-label={`Cue of ${word}`}
              value={cues[i]}
              onChange={(event) => edit("Change the cue", (draft) => giveCue(draft, layer.id, i, event.target.value))}
            >
              {known.map(({ id, name, at }) => (
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
  );
}
