"use client";
import { useMutation } from "@tanstack/react-query";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Trash } from "react-bootstrap-icons";
import type { Uploaded } from "@/contract/media";
import type { House } from "@/core/document/house";
import { MarkRecipe } from "@/core/document/recipe";
import type { Mark } from "@/core/document/vector";
import { addColour, enter } from "@/core/edit/house-edit";
import { equaliseMarks, mainColours } from "@/core/media/prepare-mark";
import { prepared, takeOver } from "@/ui/marks/prepared";
import { MarkPicture } from "@/ui/parts/MarkPicture";
import { Notice } from "@/ui/parts/Notice";
import type { SectionProps } from "./section";
import { TextCell } from "./TextCell";
import { UploadButton } from "@/ui/parts/UploadButton";

/** What a picture that was brought becomes first. */
const firstRecipe = MarkRecipe.parse({ clear: {}, size: {} });

/** Gives all marks one optical size: drawings at once, pictures by their recipes. */
async function equaliseAll(house: House, edit: SectionProps["edit"]): Promise<void> {
  edit((draft) => {
    const whole = draft.marks.filter(({ piece, cuts }) => !piece && !cuts);
    for (const [i, equal] of equaliseMarks(whole).entries()) Object.assign(whole[i]!, equal);
  });
  for (const { id, picture, piece } of house.marks) {
    if (!picture || piece || picture.recipe.size) continue;
    const recipe = { ...picture.recipe, size: { scale: 1 } };
    const made = await prepared(picture.from.hash, recipe);
    edit((draft) => takeOver(draft, id, recipe, made));
  }
}

/** Marks in a row, as they are and as they would be with one optical size. */
export function Marks({ house, edit, settled, remove }: SectionProps) {
  const router = useRouter();
  const [compared, setCompared] = useState(false);
  const equalise = useMutation({ mutationFn: () => equaliseAll(house, edit), onSuccess: () => setCompared(false) });
  const change = (id: string, part: Partial<Mark>) =>
    edit((draft) => {
      const own = draft.marks.find((mark) => mark.id === id);
      if (own) Object.assign(own, part);
    });
  const equal = compared ? equaliseMarks(house.marks) : house.marks;
  const take = (made: Uploaded) => {
    if (made.kind === "mark") edit((draft) => void enter(draft, "marks", { name: made.name, drawing: made.drawing }));
    if (made.kind !== "picture") return;
    let id = "";
    const { name, picture } = made;
    const first = { from: picture, recipe: firstRecipe, ...picture, at: { x: 0, y: 0 } };
    edit((draft) => void (id = enter(draft, "marks", { name, picture: first })));
    // The bench begins from what is stored.
    void settled().then((stored) => stored && router.push(`/house/marks/${id}`));
  };
  return (
    <section aria-label="Marks">
      <h2 className="rubric">Marks</h2>
      <ul className="house-marks d-grid gap-16">
        {house.marks.map((mark) => (
          <li key={mark.id}>
            <Link href={`/house/marks/${mark.id}`} aria-label={`Edit ${mark.name}`}>
              <MarkPicture mark={mark} house={house} />
            </Link>
            <TextCell
              value={mark.name}
              label={`Name of ${mark.name}`}
              className="fw-semibold"
              onChange={(name) => change(mark.id, { name: name.slice(0, 80) })}
            />
            <MarkColours mark={mark} house={house} edit={edit} />
            <span className="d-flex justify-content-between">
              <Link className="chip" href={`/house/marks/${mark.id}`}>
                Edit
              </Link>
              <button
                type="button"
                className="small-button"
                aria-label={`Remove ${mark.name}`}
                onClick={() => remove({ kind: "mark", id: mark.id }, mark.name)}
              >
                <Trash aria-hidden />
              </button>
            </span>
          </li>
        ))}
      </ul>
      {compared && (
        <>
          <p className="quiet">
            At one optical size: equally large by their box and their visible area, centred by weight.
          </p>
          <ul className="house-marks d-grid gap-16 house-marks--equal">
            {equal.map((mark) => (
              <li key={mark.id}>
                <MarkPicture mark={mark} house={house} />
              </li>
            ))}
          </ul>
        </>
      )}
      {equalise.error && <Notice weight="stop">{equalise.error.message}</Notice>}
      <div className="align-items-center d-flex flex-wrap gap-8">
        <UploadButton
          label="Mark (SVG, PNG, JPEG, WebP)"
          accept=".svg,.png,.jpg,.jpeg,.webp,image/svg+xml"
          wanted={["mark", "picture"]}
          onUploaded={take}
        />
        <button type="button" className="chip" aria-pressed={compared} onClick={() => setCompared(!compared)}>
          {compared ? "Hide the comparison" : "Compare with one optical size"}
        </button>
        {compared && (
          <button type="button" className="chip" disabled={equalise.isPending} onClick={() => equalise.mutate()}>
            {equalise.isPending ? "Preparing …" : "Match all"}
          </button>
        )}
      </div>
    </section>
  );
}

/** The main colours of a mark; one that the house does not have yet is entered with a press, and the mark follows it. */
function MarkColours({ mark, house, edit }: Pick<SectionProps, "house" | "edit"> & { mark: Mark }) {
  const adopt = (hex: string) =>
    edit((draft) => {
      const known = draft.colours.find((colour) => colour.hex === hex);
      const role = known?.role ?? addColour(draft, `${mark.name} ${hex.slice(1, 7)}`, hex);
      const own = draft.marks.find(({ id }) => id === mark.id);
      for (const shape of own?.drawing?.shapes ?? []) if (shape.colour === hex) shape.colour = `house:${role}`;
    });
  return (
    <span className="mark-colours d-flex gap-4 my-4 mx-0">
      {(mark.drawing ? mainColours(mark.drawing) : []).slice(0, 5).map((reference) => {
        const colour = house.colours.find(({ role }) => reference === `house:${role}`);
        return colour ? (
          <i key={reference} className="swatch" title={colour.name} style={{ background: colour.hex }} />
        ) : (
          <button
            key={reference}
            type="button"
            className="swatch"
            style={{ background: reference }}
            title={`Enter ${reference} in the house colours`}
            onClick={() => adopt(reference)}
          >
            <span className="visually-hidden">Enter {reference} in the house colours</span>
          </button>
        );
      })}
    </span>
  );
}
