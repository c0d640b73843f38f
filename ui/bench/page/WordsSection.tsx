"use client";
import { textFacts } from "@/core/facts/layer";
import type { Layer } from "@/core/document/layer";
import { backLines, panelAround, panelBehind } from "@/core/edit/panels";
import { shapeRows } from "@/ui/shapes/kinds";
import { useBench, useBenchStore } from "../store";
import { LengthBox } from "./LengthBox";
import { useBoxes } from "./PlaceSection";
import { PictureRows } from "./PictureRows";
import { ChoiceRow, NumberRow, Row, ToggleRow, type Option } from "./rows";
import { fieldOf, writeWords } from "@/core/edit/fields";
import { dialogDeeds } from "@/core/facts/bench-deeds";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { isWritten } from "@/core/fields/field";
import { StretchRows } from "./StretchRows";
import { useProperty } from "./use-property";

/** What a layer is: its words, its outline, or what it shows. */
export function WordsSection({ layer }: { layer: Layer }) {
  const heading =
    layer.kind === "text" ? "Text" : layer.kind === "picture" ? "Picture" : layer.kind === "group" ? "Group" : "Shape";
  return (
    <section className="leaf" aria-label={heading}>
      <h3 className="rubric">{heading}</h3>
      <Own layer={layer} />
    </section>
  );
}

function Own({ layer }: { layer: Layer }) {
  switch (layer.kind) {
    case "text":
      return <TextRows layer={layer} />;
    case "picture":
      return <PictureRows layer={layer} />;
    case "group":
      return <ToggleRow layer={layer} path="clip" />;
    default: {
      const Rows = shapeRows[layer.kind];
      return <Rows layer={layer} />;
    }
  }
}

function TextRows({ layer }: { layer: Extract<Layer, { kind: "text" }> }) {
  const house = useBench((state) => state.house);
  const boxes = useBoxes(layer);
  const type = house.types.find(({ id }) => id === layer.setting.type)?.style;
  const maxWidth = useProperty(layer, "setting.maxWidth", "Max width");
  const types: Option[] = house.types.map(({ id, name }) => [id, name]);
  return (
    <>
      <WordsRow layer={layer} />
      <BehindWords layer={layer} />
      <ChoiceRow layer={layer} path="setting.type" options={types} />
      <div className="row-pair">
        <NumberRow layer={layer} path="setting.size" placeholder={String(type?.size ?? "")} />
        <NumberRow layer={layer} path="setting.weight" placeholder={String(type?.weight ?? "")} />
      </div>
      <ChoiceRow
        layer={layer}
        path="setting.align"
        options={[
          ["start", "Start"],
          ["centre", "Centre"],
          ["end", "End"],
        ]}
      />
      <LengthBox
        label="Max width"
        short="Max width"
        help={textFacts["setting.maxWidth"].help}
        value={maxWidth.value as never}
        boxes={boxes}
        onChange={(value, merge) => maxWidth.set(value, merge)}
      />
      <div className="row-pair">
        <NumberRow layer={layer} path="setting.maxLines" />
        <NumberRow layer={layer} path="setting.shrinkTo" placeholder="no" />
      </div>
      <details className="leaf__more">
        <summary>Tracking, leading, case, figures</summary>
        <div className="row-pair">
          <NumberRow layer={layer} path="setting.tracking" placeholder={String(type?.tracking ?? "")} />
          <NumberRow layer={layer} path="setting.leading" placeholder={String(type?.leading ?? "")} />
        </div>
        <ChoiceRow
          layer={layer}
          path="setting.case"
          options={[
            ["as-typed", "As typed"],
            ["upper", "Capitals"],
            ["lower", "lower case"],
            ["title", "Title Case"],
          ]}
        />
        <ChoiceRow
          layer={layer}
          path="setting.figures"
          options={[
            ["as-drawn", "Default"],
            ["tabular", "Tabular"],
          ]}
        />
        <Italic layer={layer} />
      </details>
      <StretchRows layer={layer} />
    </>
  );
}

/** What it says: its own words, or the sample of the field that fills it, which the stage shows. */
function WordsRow({ layer }: { layer: Extract<Layer, { kind: "text" }> }) {
  const edit = useBench((state) => state.edit);
  const field = useBench((state) => fieldOf(state.document, layer.id, "text"));
  const property = useProperty(layer, "text", "Text");
  const onlyHere = useBench((state) => state.onlyHere);
  const shown = field && isWritten(field) ? field.sample : String(property.value ?? "");
  return (
    <Row label="Text" property={property} layer={layer}>
      <textarea
        rows={2}
        className="form-control form-control-sm"
        dir="auto"
        aria-label="Text"
        maxLength={field ? 500 : 2000}
        value={shown}
        onChange={(event) => {
          const text = event.target.value;
          if (onlyHere && !field) return property.set(text, true);
          edit("Write", (draft) => writeWords(draft, layer.id, text), `write ${layer.id}`);
        }}
      />
    </Row>
  );
}

/** A panel behind the words, or boxes behind their lines, in one press; for all texts that are chosen. */
function BehindWords({ layer }: { layer: Layer }) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const chosen = useBench((state) => state.chosen);
  const house = useBench((state) => state.house);
  const texts = document.layers.filter(({ id, kind }) => kind === "text" && (id === layer.id || chosen.includes(id)));
  const free = texts.map(({ id }) => id).filter((id) => !panelAround(document, id));
  const edit = store.getState().edit;
  return (
    <p className="put-on">
      {free.length > 0 && (
        <button
          data-help={inspectorDeeds.panelBehind.help}
          type="button"
          className="chip"
          onClick={() => edit("Background panel", (draft) => void panelBehind(draft, house, free))}
        >
          {free.length > 1 ? "A background panel for each" : "Background panel"}
        </button>
      )}
      {free.length > 1 && (
        <button
          data-help={dialogDeeds.panelForAll.help}
          type="button"
          className="chip"
          onClick={() => edit("Background panel for all", (draft) => void panelBehind(draft, house, free, true))}
        >
          {dialogDeeds.panelForAll.label}
        </button>
      )}
      <button
        data-help={dialogDeeds.lineBackgrounds.help}
        type="button"
        className="chip"
        onClick={() =>
          edit("Line backgrounds", (draft) =>
            backLines(
              draft,
              house,
              texts.map(({ id }) => id),
            ),
          )
        }
      >
        {dialogDeeds.lineBackgrounds.label}
      </button>
    </p>
  );
}

function Italic({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "setting.italic", "Italic");
  return (
    <Row label="Italic" property={property} layer={layer}>
      <input
        type="checkbox"
        className="form-check-input"
        aria-label="Italic"
        checked={property.value === true}
        onChange={(event) => property.set(event.target.checked ? true : undefined)}
      />
    </Row>
  );
}
