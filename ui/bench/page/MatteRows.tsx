"use client";
import { styleFacts } from "@/core/facts/layer";
import { XLg } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import type { Matte } from "@/core/document/look";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { useBench } from "../store";
import { Row } from "./rows";
import { useProperty } from "./use-property";

const ways: readonly (readonly [string, string, Omit<Matte, "layer">])[] = [
  ["inside", "only inside", { by: "shape", keep: "inside" } as Omit<Matte, "layer">],
  ["outside", "only outside", { by: "shape", keep: "outside" } as Omit<Matte, "layer">],
  ["alpha-inside", "only where there is", { by: "alpha", keep: "inside" } as Omit<Matte, "layer">],
  ["alpha-outside", "only where there is no", { by: "alpha", keep: "outside" } as Omit<Matte, "layer">],
  ...(["left", "right", "top", "bottom"] as const).flatMap((edge) =>
    (["before", "after"] as const).map(
      (keep) =>
        [
          `${edge}-${keep}`,
          `only ${keep === "before" ? (edge === "left" || edge === "right" ? "left of" : "above") : edge === "left" || edge === "right" ? "right of" : "below"} the ${edge} edge of`,
          { by: "edge", edge, keep } as Omit<Matte, "layer">,
        ] as const,
    ),
  ),
];

const wayOf = (matte: Matte): string =>
  matte.by === "edge" ? `${matte.edge}-${matte.keep}` : matte.by === "alpha" ? `alpha-${matte.keep}` : matte.keep;

/** Where a layer shows: each matte as a sentence. */
export function MatteRows({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "mattes", "Mattes");
  const others = useBench((state) => state.document.layers).filter(({ id }) => id !== layer.id);
  const mattes = (property.value ?? []) as Matte[];
  const change = (i: number, matte: Matte) => property.set(mattes.map((old, j) => (j === i ? matte : old)));
  return (
    <>
      {mattes.map((matte, i) => (
        <Row key={i} help={styleFacts.mattes.help} label={i === 0 ? "Shows" : "and"} {...(i === 0 ? { property } : {})}>
          <select
            className="form-select form-select-sm matte-way"
            aria-label="How it shows"
            value={wayOf(matte)}
            onChange={(event) => {
              const way = ways.find(([id]) => id === event.target.value)!;
              change(i, { ...way[2], layer: matte.layer } as Matte);
            }}
          >
            {ways.map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </select>
          <select
            className="form-select form-select-sm matte-layer"
            aria-label="By which layer"
            value={matte.layer}
            onChange={(event) => change(i, { ...matte, layer: event.target.value })}
          >
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="small-button"
            title="Remove the mask"
            onClick={() => property.set(mattes.filter((_, j) => j !== i))}
          >
            <XLg aria-hidden /> <span className="visually-hidden">Remove</span>
          </button>
        </Row>
      ))}
      {others.length > 0 && mattes.length < 8 && (
        <p className="put-on">
          <button
            data-help={inspectorDeeds.maskWith.help}
            type="button"
            className="chip"
            onClick={() =>
              property.set([...mattes, { by: "shape", keep: "inside", layer: others[others.length - 1]!.id }])
            }
          >
            {inspectorDeeds.maskWith.label}
          </button>
        </p>
      )}
    </>
  );
}
