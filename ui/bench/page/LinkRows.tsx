"use client";
import { linkFacts } from "@/core/facts/layer-parts";
import { XLg } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import { linkReads, type Link } from "@/core/document/link";
import { linkLabels } from "@/core/edit/driven-facts";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { readSum, SumError } from "@/core/link/sum";
import { WordsInput } from "@/ui/parts/WordsInput";
import { NumberBox } from "./NumberBox";
import { useBoxes } from "./PlaceSection";
import { Choice, Row, type Option, NumberLine } from "./rows";
import { useProperty } from "./use-property";

const properties: readonly Option[] = linkLabels;
const labels = new Map<string, string>(linkLabels);
const readNames: readonly Option[] = linkReads.map((id) => [
  id,
  id === "x" ? "left edge" : id === "y" ? "upper edge" : id.replace("-", " "),
]);

/** Properties that follow others by arithmetic or from one range to another. */
export function LinkRows({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "links", "Links");
  const links = (property.value ?? []) as Link[];
  const change = (i: number, link: Link, merge?: boolean) =>
    property.set(
      links.map((old, j) => (j === i ? link : old)),
      merge,
    );
  return (
    <details className="leaf__more" open={links.length > 0}>
      <summary>Linked to other layers</summary>
      {links.map((link, i) => (
        <fieldset key={i} className="worn">
          <legend>
            {labels.get(link.property)} follows
            <button
              type="button"
              className="small-button"
              title="Remove the link"
              onClick={() => property.set(links.filter((_, j) => j !== i))}
            >
              <XLg aria-hidden /> <span className="visually-hidden">Remove the link {labels.get(link.property)}</span>
            </button>
          </legend>
          <Row fact={linkFacts.property}>
            <Choice
              label="What follows"
              value={link.property}
              options={properties}
              onChange={(p) => change(i, { ...link, property: p as Link["property"] })}
            />
          </Row>
          {link.kind === "sum" ? (
            <SumRows layer={layer} link={link} change={(next, merge) => change(i, next, merge)} />
          ) : (
            <RangeRows layer={layer} link={link} change={(next, merge) => change(i, next, merge)} />
          )}
          <NumberLine
            fact={linkFacts.delay}
            value={link.delay}
            min={0}
            max={10}
            onChange={(delay, m) => change(i, { ...link, delay }, m)}
          />
        </fieldset>
      ))}
      <p className="put-on">
        <button
          data-help={inspectorDeeds.linkByFormula.help}
          type="button"
          className="chip"
          onClick={() =>
            property.set([
              ...links,
              {
                kind: "sum",
                property: "dx",
                delay: 0,
                sources: [{ name: "a", of: "format", read: "width" }],
                sum: "a * 0",
              },
            ])
          }
        >
          {inspectorDeeds.linkByFormula.label}
        </button>
        <button
          data-help={inspectorDeeds.linkByRange.help}
          type="button"
          className="chip"
          onClick={() =>
            property.set([
              ...links,
              {
                kind: "range",
                property: "turn",
                delay: 0,
                source: { of: "format", read: "width" },
                from: [0, 100],
                to: [0, 0],
                clamp: true,
              },
            ])
          }
        >
          {inspectorDeeds.linkByRange.label}
        </button>
      </p>
    </details>
  );
}

type Of<K extends Link["kind"]> = Extract<Link, { kind: K }>;

function SumRows({
  layer,
  link,
  change,
}: {
  layer: Layer;
  link: Of<"sum">;
  change: (link: Link, merge?: boolean) => void;
}) {
  const boxes = useBoxes(layer);
  let fault: string | undefined;
  try {
    readSum(
      link.sum,
      link.sources.map(({ name }) => name),
    );
  } catch (error) {
    fault = error instanceof SumError ? error.message : "this is no sum";
  }
  const source = (i: number, part: object) =>
    change({ ...link, sources: link.sources.map((old, j) => (j === i ? { ...old, ...part } : old)) });
  return (
    <>
      {link.sources.map(({ name, of, read }, i) => (
        <Row key={i} label={`${name} is`} help={linkFacts.source.help}>
          <Choice
            label={`${name}: which measure`}
            value={read}
            options={readNames}
            onChange={(r) => source(i, { read: r })}
          />
          <Choice label={`${name}: of what`} value={of} options={boxes} onChange={(o) => source(i, { of: o })} />
        </Row>
      ))}
      <Row fact={linkFacts.sum}>
        <WordsInput
          label="Formula"
          className={`form-control form-control-sm figures${fault ? " is-invalid" : ""}`}
          title={fault}
          value={link.sum}
          onChange={(sum) => change({ ...link, sum }, true)}
        />
      </Row>
      {fault && <p className="row-of__fault text-primary fs-12 lh-sm m-0">{fault}</p>}
      {link.sources.length < 8 && (
        <p className="put-on">
          <button
            data-help={inspectorDeeds.addMeasure.help}
            type="button"
            className="chip"
            onClick={() =>
              change({
                ...link,
                sources: [...link.sources, { name: "abcdefgh"[link.sources.length]!, of: "format", read: "height" }],
              })
            }
          >
            {inspectorDeeds.addMeasure.label}
          </button>
        </p>
      )}
    </>
  );
}

function RangeRows({
  layer,
  link,
  change,
}: {
  layer: Layer;
  link: Of<"range">;
  change: (link: Link, merge?: boolean) => void;
}) {
  const boxes = useBoxes(layer);
  const pair = (key: "from" | "to", label: string) => (
    <Row fact={linkFacts[key]}>
      {([0, 1] as const).map((end) => (
        <NumberBox
          key={end}
          value={link[key][end]}
          unit=""
          step={0.1}
          label={`${label} ${end === 0 ? "first" : "last"}`}
          onChange={(n, m) => change({ ...link, [key]: end === 0 ? [n, link[key][1]] : [link[key][0], n] }, m)}
        />
      ))}
    </Row>
  );
  return (
    <>
      <Row fact={linkFacts.source}>
        <Choice
          label="Which measure"
          value={link.source.read}
          options={readNames}
          onChange={(read) => change({ ...link, source: { ...link.source, read: read as never } })}
        />
        <Choice
          label="Of what"
          value={link.source.of}
          options={boxes}
          onChange={(of) => change({ ...link, source: { ...link.source, of } })}
        />
      </Row>
      {pair("from", "From")}
      {pair("to", "becomes")}
      <Row fact={linkFacts.clamp}>
        <input
          type="checkbox"
          className="form-check-input"
          aria-label="Clamp to the range"
          checked={link.clamp}
          onChange={(e) => change({ ...link, clamp: e.target.checked })}
        />
      </Row>
    </>
  );
}
