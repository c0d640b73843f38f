"use client";
import { useState } from "react";
import type { Layer } from "@/core/document/layer";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { chosenLayer, useBench, useBenchStore } from "../store";
import { ArrangeSection } from "./ArrangeSection";
import { DesignPage } from "./DesignPage";
import { FilledSection } from "./FilledSection";
import { FinishRows } from "./FinishRows";
import { LinkRows } from "./LinkRows";
import { LookSection } from "./LookSection";
import { MotionSection } from "./MotionSection";
import { PlaceSection } from "./PlaceSection";
import { WordsSection } from "./WordsSection";

/** The page of the chosen layer, from top to bottom; of the design while none is chosen. */
export function Page() {
  const layer = useBench(chosenLayer);
  const count = useBench((state) => state.chosen.length);
  const format = useBench((state) => state.house.formats.find(({ id }) => id === state.format)?.name ?? state.format);
  const onlyHere = useBench((state) => state.onlyHere);
  const store = useBenchStore();
  if (!layer) return <DesignPage />;
  const { show } = store.getState();
  return (
    <div className="leaf-page">
      <LayerName key={`name ${layer.id}`} id={layer.id} name={layer.name} />
      {count > 1 && (
        <p className="leaf__say">
          {count} layers are selected. A change applies to all of them that have the property.
        </p>
      )}
      <label className={`only-here${onlyHere ? " is-on" : ""}`}>
        <input
          data-help={inspectorDeeds.onlyHere.help}
          type="checkbox"
          className="form-check-input"
          checked={onlyHere}
          onChange={(e) => show({ onlyHere: e.target.checked })}
        />
        Change {format} only
      </label>
      {count > 1 && <ArrangeSection />}
      <div key={layer.id}>
        {!layer.guide && <WordsSection layer={layer} />}
        <PlaceSection layer={layer} />
        {layer.guide ? (
          <p className="quiet">A guide is never seen in a clip. A layer dropped on it is anchored to it.</p>
        ) : (
          <LayerSections layer={layer} />
        )}
      </div>
    </div>
  );
}

/** All that a layer has beside its words and its place. */
function LayerSections({ layer }: { layer: Layer }) {
  const { edit } = useBenchStore().getState();
  return (
    <>
      <LinkRows layer={layer} />
      <LookSection layer={layer} />
      {layer.kind === "group" && (
        <section className="leaf" aria-label="Finish">
          <h3 className="rubric">Finish</h3>
          <FinishRows
            list={layer.finish}
            onChange={(finish, merge) =>
              edit(
                "Finish",
                (draft) => {
                  const group = draft.layers.find(({ id }) => id === layer.id);
                  if (group?.kind === "group") group.finish = finish;
                },
                merge ? "finish" : undefined,
              )
            }
          />
        </section>
      )}
      <MotionSection layer={layer} />
      <FilledSection layer={layer} />
    </>
  );
}

function LayerName({ id, name }: { id: string; name: string }) {
  const edit = useBench((state) => state.edit);
  const [typed, setTyped] = useState(name);
  const take = () => {
    const wanted = typed.trim().slice(0, 80);
    if (wanted === "" || wanted === name) return setTyped(name);
    edit("Rename", (draft) => {
      const layer = draft.layers.find((entry) => entry.id === id);
      if (layer) layer.name = wanted;
    });
  };
  return (
    <input
      data-help={inspectorDeeds.layerName.help}
      type="text"
      className="leaf-page__name bg-none font-serif fs-20 fw-semibold p-0 w-100"
      aria-label={inspectorDeeds.layerName.label}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
    />
  );
}
