import { Fragment } from "react";
import { Button } from "react-bootstrap";
import type { OutputView } from "@/contract/outputs";
import { rateName } from "@/core/document/fps";
import { outputDeeds } from "@/core/facts/output";
import { factsOf, type Output } from "@/core/outputs/output";
import { AskFirst } from "@/ui/parts/AskFirst";
import { exampleName, plainExample } from "./NamePattern";
import type { Footage } from "./options";

/** A saved output: what is made, at which rate and size, over what, under which name, and where it is used. */
export function OutputCard(props: {
  view: OutputView;
  footage: Footage;
  mayChange: boolean;
  onChange: () => void;
  onRemove: () => void;
}) {
  const { view, footage, mayChange, onChange, onRemove } = props;
  const { output, files, sheets } = view;
  const facts = factsOf(output);
  return (
    <li className="outputs__card bg-sheet border p-16" data-output={output.id}>
      <h3>{output.name}</h3>
      <p className="quiet">{facts.technical}</p>
      <dl className="figures m-0">
        {settingsOf(output, footage).map(([name, value]) => (
          <Fragment key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </Fragment>
        ))}
        <dt>File</dt>
        <dd>{exampleName(plainExample, output)}</dd>
      </dl>
      <p className="figures quiet mb-0">{usedWords(files, sheets)}</p>
      {mayChange && (
        <div className="d-flex flex-wrap align-items-baseline gap-8 mt-12">
          <Button variant="outline-secondary" size="sm" data-help={outputDeeds.change.help} onClick={onChange}>
            {outputDeeds.change.label}
          </Button>
          <AskFirst
            words={outputDeeds.remove.label}
            question={`Remove “${output.name}”? ${lostWords(sheets)}`}
            no="Keep"
            yes="Remove it"
            help={outputDeeds.remove.help}
            onYes={onRemove}
          />
        </div>
      )}
    </li>
  );
}

/** What goes with an output, besides itself. */
const lostWords = (sheets: number): string =>
  `${sheets === 0 ? "" : sheets === 1 ? "One sheet uses it and will no longer export it. " : `${sheets} sheets use it and will no longer export it. `}Files made with it stay.`;

function usedWords(files: number, sheets: number): string {
  if (files === 0 && sheets === 0) return "No sheet uses it yet.";
  const made = files === 0 ? "No file" : files === 1 ? "One file" : `${files} files`;
  return `${made} of sheets; ${sheets === 1 ? "one sheet uses" : `${sheets} sheets use`} it.`;
}

/** What is said of an output, in words, as far as it is no matter of course. */
function settingsOf(output: Output, footage: Footage): (readonly [string, string])[] {
  const facts = factsOf(output);
  const { fps, scale } = output;
  const lines: (readonly [string, string] | false)[] = [
    facts.choices.rate && ["Rate", fps ? `${rateName(`${fps.num}/${fps.den}`)} frames a second` : "the design’s own"],
    facts.choices.scale && scale !== undefined && ["Size", `${Math.round(scale * 100)} % of the format`],
    "backing" in output && ["Over", groundWords(output, footage)],
    output.kind === "key-colour" && ["Key", output.key === "best" ? "farthest from what is shown" : output.key],
    output.kind === "gif" && ["Edges", `mixed with ${output.matte}`],
    output.kind === "still" && [
      "Shows",
      `${output.at === "poster" ? "the poster’s instant" : `the instant at ${Math.round(output.at * 100)} %`}${output.words ? "" : ", without text"}`,
    ],
    "limitKb" in output && output.limitKb !== undefined && ["Limit", `${output.limitKb.toLocaleString("en")} kB`],
    "repeats" in output && ["Shown", output.repeats === 0 ? "without end" : `${output.repeats} times`],
    facts.sound && ["Sound", "the design’s, where it has one"],
  ];
  return lines.filter((line) => line !== false);
}

function groundWords(output: Output, footage: Footage): string {
  if (!("backing" in output)) return "nothing; it is transparent";
  const { backing } = output;
  if (backing.kind === "own") return "the footage uploaded with each clip";
  if (backing.kind === "colour") return backing.colour;
  return footage.find(({ hash }) => backing.media === `media:${hash}`)?.name ?? "footage that is gone";
}
