"use client";
import { XLg } from "react-bootstrap-icons";
import type { ReactNode } from "react";
import type { Layer } from "@/core/document/layer";
import type { LookPart } from "@/core/edit/look-parts";
import { layerFacts } from "@/core/facts/layer";
import { useProperty } from "./use-property";

/** Something a layer may wear: its settings and a way to take it off; nothing while it does not wear it. */
export function Optional({
  layer,
  path,
  name,
  children,
}: {
  layer: Layer;
  path: string;
  name: string;
  children: ReactNode;
}) {
  const property = useProperty(layer, path, name);
  if (property.value === undefined) return null;
  return (
    <fieldset className="worn">
      <legend>
        {name}
        <button
          type="button"
          className="small-button"
          title={`Remove the ${name.toLowerCase()}`}
          onClick={() => property.set(undefined)}
        >
          <XLg aria-hidden /> <span className="visually-hidden">Remove the {name.toLowerCase()}</span>
        </button>
      </legend>
      {children}
    </fieldset>
  );
}

/** Buttons for all that a layer does not wear yet. */
export function PutOn({ layer, wearables }: { layer: Layer; wearables: readonly LookPart[] }) {
  const open = wearables.filter(({ path }) => (layer as Record<string, unknown>)[path] === undefined);
  if (open.length === 0) return null;
  return (
    <p className="put-on">
      <span>Add</span>
      {open.map((wearable) => (
        <PutOnButton key={wearable.path} layer={layer} wearable={wearable} />
      ))}
    </p>
  );
}

function PutOnButton({ layer, wearable }: { layer: Layer; wearable: LookPart }) {
  const property = useProperty(layer, wearable.path, wearable.name);
  return (
    <button
      data-help={layerFacts[wearable.path]?.help}
      type="button"
      className="chip"
      onClick={() => property.set(wearable.start)}
    >
      {wearable.name}
    </button>
  );
}
