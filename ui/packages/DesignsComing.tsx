"use client";
import { useMemo, useState } from "react";
import { BitmapCanvas } from "@/ui/parts/BitmapCanvas";
import { Segments } from "@/ui/parts/Segments";
import { useScenePictures, type Pictures } from "@/ui/stage/use-pictures";
import type { DesignChoice, Review, useChoices } from "./use-package";

const pictureHeightPx = 220;
const extents = [
  { id: "close", label: "Close up" },
  { id: "whole", label: "Whole frames" },
] as const;

/** Each design in all its formats, as it was packed and as it would be here, and what becomes of it. */
export function DesignsComing({ review, chosen }: { review: Review; chosen: ReturnType<typeof useChoices> }) {
  const { pack, known } = review;
  const { adopted } = chosen;
  const [extent, setExtent] = useState<"close" | "whole">("close");
  const close = extent === "close";
  const made = "made" in adopted ? adopted.made : undefined;
  const shown = useMemo(
    () =>
      new Map(
        pack.designs.flatMap(({ document }, i) =>
          document.formats.flatMap((format, n) => {
            const own = [`${document.id} ${n} own`, { design: document, house: pack.house, format, close }] as const;
            const design = made?.designs[i];
            if (!design || !made) return [own];
            const here = { design, house: made.house, format: design.formats[n] ?? design.formats[0]!, close };
            return [own, [`${document.id} ${n} here`, here] as const];
          }),
        ),
      ),
    [pack, made, close],
  );
  const pictures = useScenePictures(shown, pictureHeightPx);
  return (
    <section aria-label="Designs">
      <Segments label="Pictures" small value={extent} options={extents} onChange={setExtent} />
      {pack.designs.map(({ document, release, rows }) => {
        const here = known.get(document.id);
        const changes = here?.changes ?? [];
        return (
          <article key={document.id} className="package__design border-bottom py-12">
            <div className="align-items-baseline d-flex flex-wrap gap-12">
              <h2 className="m-0">{document.name}</h2>
              <span className="text-secondary fs-13 me-auto">
                {release === undefined ? "a draft" : `release ${release}`}
                {rows.length > 0 && ` · ${rows.length} ${rows.length === 1 ? "row" : "rows"} filled in`}
              </span>
              <Segments<DesignChoice>
                label={`What to do with ${document.name}`}
                small
                value={chosen.designs[document.id] ?? "new"}
                options={[
                  ...(here ? [{ id: "update" as const, label: "Update the draft here" }] : []),
                  { id: "new" as const, label: here ? "Add as another design" : "A new design" },
                  { id: "leave" as const, label: "Skip" },
                ]}
                onChange={(choice) => chosen.setDesign(document.id, choice)}
              />
            </div>
            {here && (
              <p className="fs-13 mt-4 mb-0">
                {changes.length === 0
                  ? "The draft here is the same."
                  : `Differs from the draft here: ${changes.slice(0, 6).join(" ")}${changes.length > 6 ? ` And ${changes.length - 6} more.` : ""}`}
              </p>
            )}
            <div className="package__sides d-grid gap-16">
              <Row label="As packed" id={document.id} side="own" {...{ pictures, formats: document.formats }} />
              <Row
                label="With this house style"
                id={document.id}
                side="here"
                {...{ pictures, formats: document.formats }}
              />
            </div>
          </article>
        );
      })}
    </section>
  );
}

/** One design in its formats, side by side at one height. */
function Row(props: {
  label: string;
  id: string;
  side: "own" | "here";
  formats: readonly string[];
  pictures: Pictures;
}) {
  const { label, id, side, formats, pictures } = props;
  return (
    <figure className="mt-8 mb-0">
      <figcaption className="text-secondary fs-13">{label}</figcaption>
      <div className="d-flex flex-wrap gap-8">
        {formats.map((format, n) => {
          const picture = pictures.get(`${id} ${n} ${side}`);
          return (
            <span key={format} className="package__picture" title={format}>
              {picture && <BitmapCanvas picture={picture} />}
            </span>
          );
        })}
      </div>
    </figure>
  );
}
