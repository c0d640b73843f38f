"use client";
import { textPartFacts } from "@/core/facts/layer-parts";
import { XLg } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import type { Stretch } from "@/core/document/text";
import { accentFor } from "@/core/edit/inks";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { WordsInput } from "@/ui/parts/WordsInput";
import { useBench } from "../store";
import { ColourBox } from "./ColourBox";
import { NumberBox } from "./NumberBox";
import { Choice, Row, NumberLine } from "./rows";
import { useProperty } from "./use-property";

type Of = Stretch["of"];
const starts: Readonly<Record<Of["kind"], Of>> = {
  stressed: { kind: "stressed" },
  find: { kind: "find", text: "words" },
  words: { kind: "words", start: 0, end: 1 },
  letters: { kind: "letters", start: 0, end: 1 },
};

type ChangeStretch = (part: Partial<Stretch>, merge?: boolean) => void;
interface StretchProps {
  readonly layer: Layer;
  readonly stretch: Stretch;
  readonly change: ChangeStretch;
}

/** Parts of a text with a look of their own. */
export function StretchRows({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "stretches", "Stretches");
  const stretches = (property.value ?? []) as Stretch[];
  const change = (i: number, part: Partial<Stretch>, merge?: boolean) =>
    property.set(
      stretches.map((old, j) =>
        j === i ? Object.fromEntries(Object.entries({ ...old, ...part }).filter(([, v]) => v !== undefined)) : old,
      ),
      merge,
    );
  return (
    <>
      {stretches.map((stretch, i) => {
        const props: StretchProps = { layer, stretch, change: (part, merge) => change(i, part, merge) };
        return (
          <fieldset key={i} className="worn">
            <legend>
              Stretch {i + 1}
              <button
                type="button"
                className="small-button"
                title="Remove"
                onClick={() => property.set(stretches.filter((_, j) => j !== i))}
              >
                <XLg aria-hidden /> <span className="visually-hidden">Remove style {i + 1}</span>
              </button>
            </legend>
            <WhichWords {...props} />
            <StretchLook {...props} />
            <StretchGround {...props} />
          </fieldset>
        );
      })}
      {stretches.length < 32 && (
        <p className="put-on">
          <button
            data-help={inspectorDeeds.styleWords.help}
            type="button"
            className="chip"
            onClick={() => property.set([...stretches, { of: { kind: "stressed" }, weight: 700 }])}
          >
            {inspectorDeeds.styleWords.label}
          </button>
        </p>
      )}
    </>
  );
}

function WhichWords({ stretch, change }: StretchProps) {
  return (
    <>
      <Row fact={textPartFacts.of}>
        <Choice
          label="Which words"
          value={stretch.of.kind}
          options={[
            ["stressed", "words *between asterisks*"],
            ["find", "every place of the words"],
            ["words", "words by number"],
            ["letters", "letters by number"],
          ]}
          onChange={(kind) => change({ of: starts[kind as Of["kind"]] })}
        />
      </Row>
      {stretch.of.kind === "find" && (
        <Row fact={textPartFacts.find}>
          <WordsInput
            label="Words to find"
            maxLength={200}
            value={stretch.of.text}
            onChange={(text) => change({ of: { kind: "find", text } }, true)}
          />
        </Row>
      )}
      {(stretch.of.kind === "words" || stretch.of.kind === "letters") && (
        <Row fact={textPartFacts.range}>
          {(["start", "end"] as const).map((end) => (
            <NumberBox
              key={end}
              value={(stretch.of as { start: number; end: number })[end]}
              unit=""
              min={0}
              max={stretch.of.kind === "words" ? 500 : 2000}
              label={end === "start" ? "From" : "Up to"}
              onChange={(n, merge) => change({ of: { ...stretch.of, [end]: Math.round(n) } as Of }, merge)}
            />
          ))}
        </Row>
      )}
    </>
  );
}

function StretchLook({ layer, stretch, change }: StretchProps) {
  const house = useBench((state) => state.house);
  const families = [...new Set(house.types.map(({ style }) => style.family))];
  const document = useBench((state) => state.document);
  const ink = accentFor(document, house, layer);
  return (
    <>
      <Row fact={textPartFacts.family}>
        <Choice
          label="Family"
          value={stretch.family ?? ""}
          options={[["", "as the text"], ...families.map((family) => [family, family] as const)]}
          onChange={(family) => change({ family: family || undefined })}
        />
      </Row>
      <div className="row-pair">
        <NumberLine
          fact={textPartFacts.weight}
          value={stretch.weight}
          min={100}
          max={900}
          onChange={(weight, m) => change({ weight: Math.round(weight) }, m)}
        />
        <NumberLine
          fact={textPartFacts.scale}
          value={stretch.scale}
          min={0.2}
          max={4}
          onChange={(scale, m) => change({ scale }, m)}
        />
      </div>
      <Row fact={textPartFacts.italic}>
        <input
          type="checkbox"
          className="form-check-input"
          aria-label="Italic"
          checked={stretch.italic === true}
          onChange={(e) => change({ italic: e.target.checked || undefined })}
        />
      </Row>
      <Row fact={textPartFacts.colour}>
        {stretch.colour === undefined ? (
          <button type="button" className="chip" onClick={() => change({ colour: ink })}>
            Its own colour
          </button>
        ) : (
          <ColourBox
            value={stretch.colour}
            label="Colour"
            layer={layer}
            onChange={(colour, m) => change({ colour }, m)}
          />
        )}
      </Row>
    </>
  );
}

/** A box behind the words. */
function StretchGround({ layer, stretch, change }: StretchProps) {
  const ink = useBench((state) => `house:${state.house.colours[0]!.role}`);
  return (
    <>
      <Row fact={textPartFacts.ground}>
        {stretch.ground === undefined ? (
          <button
            type="button"
            className="chip"
            onClick={() => change({ ground: { colour: ink, x: 0.5, y: 0.5, corner: 0 } })}
          >
            Box behind it
          </button>
        ) : (
          <>
            <ColourBox
              value={stretch.ground.colour}
              label="Background"
              layer={layer}
              onChange={(colour, m) => change({ ground: { ...stretch.ground!, colour } }, m)}
            />
            <button type="button" className="small-button" title="No box" onClick={() => change({ ground: undefined })}>
              <XLg aria-hidden /> <span className="visually-hidden">No box behind it</span>
            </button>
          </>
        )}
      </Row>
      {stretch.ground && (
        <Row fact={textPartFacts.padding}>
          {(["x", "y", "corner"] as const).map((side) => (
            <NumberBox
              key={side}
              value={stretch.ground![side]}
              unit="u"
              min={side === "corner" ? 0 : -1000}
              max={1000}
              label={side === "corner" ? "Corner" : `Padding ${side === "x" ? "across" : "down"}`}
              onChange={(n, m) => change({ ground: { ...stretch.ground!, [side]: n } }, m)}
            />
          ))}
        </Row>
      )}
    </>
  );
}
