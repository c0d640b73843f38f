"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useMemo, useState, type ReactNode } from "react";
import { Outputs } from "@/contract/outputs";
import type { House } from "@/core/document/house";
import type { Mark, MarkPicture as Picture } from "@/core/document/vector";
import type { HousePart } from "@/core/edit/house-remove";
import { withParts } from "@/core/edit/house-edit";
import { refreshPieces } from "@/core/edit/mark-pieces";
import { equalMark, trimMark } from "@/core/media/prepare-mark";
import { RemoveDialog, type Removed } from "@/ui/house/RemoveDialog";
import { RemovedLine } from "@/ui/house/RemovedLine";
import { TextCell } from "@/ui/house/TextCell";
import type { Plate } from "@/ui/stage/FormatStage";
import { useHouse, type HouseEditor } from "@/ui/house/use-house";
import { call } from "@/ui/parts/api";
import { MarkPicture } from "@/ui/parts/MarkPicture";
import { Notice } from "@/ui/parts/Notice";
import { CutLines, CutStep } from "./CutStep";
import { MarkColours } from "./MarkColours";
import { Plates, RasterPicture, type Share } from "./Plates";
import { RecipeSteps, TintChoice } from "./RecipeSteps";
import { coloursOfDrawing, coloursOfRaster } from "./use-mark-colours";
import { VersionChoice } from "./VersionChoice";
import { useCutting, type Cutting } from "./use-cutting";
import { useRecipe } from "./use-recipe";

/** One mark, large on four grounds, and what makes it: its recipe, its colours, its pieces. */
export function MarkBench({ id }: { id: string }) {
  const editor = useHouse();
  const { house, fault, saving } = editor;
  const [leaving, setLeaving] = useState<{ part: HousePart; name: string }>();
  const [removed, setRemoved] = useState<Removed>();
  const mark = house?.marks.find((one) => one.id === id);
  if (!house || !mark) {
    return (
      <main className="page">
        {fault && <Notice weight="stop">{fault}</Notice>}
        {house && <Notice weight="stop">This mark is no longer in the house style.</Notice>}
        {!house && !fault && <p className="quiet">Loading the mark …</p>}
        <Link href="/house">House style</Link>
      </main>
    );
  }
  const whole = mark.piece && house.marks.find((one) => one.id === mark.piece!.of && one !== mark);
  const bench = {
    mark,
    house,
    edit: editor.edit,
    remove: (part: HousePart, name: string) => setLeaving({ part, name }),
  };
  return (
    <main className="page">
      <div className="page__head">
        <h1>
          <TextCell
            value={mark.name}
            label="Name of the mark"
            onChange={(name) =>
              editor.edit((draft) => void (draft.marks.find((one) => one.id === id)!.name = name.slice(0, 80)))
            }
          />
        </h1>
        <p>
          <Link href="/house">House style</Link>{" "}
          <span data-save={saving ? "saving" : "saved"}>{saving ? "Saving …" : "Saved."}</span>
        </p>
      </div>
      {fault && <Notice weight="stop">{fault}</Notice>}
      {removed && <RemovedLine removed={removed} onDone={() => setRemoved(undefined)} />}
      {whole ? (
        <Notice weight="note">
          A piece of <Link href={`/house/marks/${whole.id}`}>{whole.name}</Link>, where its lines are drawn.
        </Notice>
      ) : mark.piece ? (
        <Notice weight="note">A piece of a mark that was removed. It stays as it was cut.</Notice>
      ) : mark.picture ? (
        <PictureBench key={mark.picture.from.hash} {...bench} picture={mark.picture} />
      ) : (
        <DrawingBench {...bench} />
      )}
      {leaving && (
        <RemoveDialog {...leaving} house={house} onRemoved={setRemoved} onClose={() => setLeaving(undefined)} />
      )}
    </main>
  );
}

interface BenchProps {
  readonly mark: Mark;
  readonly house: House;
  readonly edit: HouseEditor["edit"];
  readonly remove: (part: HousePart, name: string) => void;
}

const tintOf = (edit: BenchProps["edit"], id: string) => (tint: string | undefined) =>
  edit((draft) => {
    const own = draft.marks.find((one) => one.id === id);
    if (!own) return;
    if (tint === undefined) delete own.tint;
    else own.tint = tint;
    refreshPieces(draft, id);
  });

/** A mark made of a picture. */
function PictureBench({ mark, house, edit, remove, picture }: BenchProps & { picture: Picture }) {
  const { recipe, setRecipe, source, shown, making, fault } = useRecipe(mark.id, picture, edit);
  const [pressing, setPressing] = useState(false);
  const cutting = useCutting(mark, edit);
  const colours = useMemo(() => (shown ? coloursOfRaster(shown.raster) : []), [shown]);
  const press = (at: Share) => {
    if (!shown || !source || !recipe.clear) return;
    // From the finished picture to the one that was brought.
    const x = (shown.x + at.x * shown.raster.width) / source.raster.width;
    const y = (shown.y + at.y * shown.raster.height) / source.raster.height;
    if (Math.min(x, y) < 0 || Math.max(x, y) > 1) return;
    setRecipe({ ...recipe, clear: { ...recipe.clear, points: [...recipe.clear.points, { x, y }] } });
  };
  const ratio = shown ? shown.raster.width / shown.raster.height : picture.width / picture.height;
  return (
    <Desk
      mark={mark}
      house={house}
      ratio={ratio}
      cutting={cutting}
      onPress={pressing ? press : undefined}
      picture={
        shown &&
        (mark.tint ? (
          <MarkPicture mark={mark} house={house} />
        ) : (
          <RasterPicture raster={shown.raster} label={mark.name} />
        ))
      }
    >
      {fault && <Notice weight="stop">{fault.message}</Notice>}
      {making.isPending && <p className="quiet m-0">Preparing the picture …</p>}
      <RecipeSteps
        {...{ recipe, pressing }}
        onChange={setRecipe}
        onPressing={setPressing}
        fault={shown?.fault}
        halo={making.data?.halo}
      />
      <TintChoice house={house} tint={mark.tint} onChange={tintOf(edit, mark.id)} />
      <VersionChoice {...{ house, mark, colours }} onChange={withVersions(edit, mark.id)} />
      <MarkColours {...{ house, colours, edit }} name={mark.name} markId={mark.id} />
      <CutStep {...{ mark, house, cutting, edit, remove }} />
    </Desk>
  );
}

/** A mark that is a drawing. */
function DrawingBench({ mark, house, edit, remove }: BenchProps) {
  const drawing = mark.drawing!;
  const cutting = useCutting(mark, edit);
  const colours = coloursOfDrawing(drawing, house);
  const change = (made: NonNullable<Mark["drawing"]>) =>
    edit((draft) => {
      const own = draft.marks.find((one) => one.id === mark.id);
      if (own) own.drawing = made;
      refreshPieces(draft, mark.id);
    });
  return (
    <Desk
      mark={mark}
      house={house}
      ratio={drawing.width / drawing.height}
      cutting={cutting}
      picture={<MarkPicture mark={mark} house={house} />}
    >
      <section aria-label="Size">
        <h2 className="rubric">Size</h2>
        <div className="d-flex gap-8">
          <button type="button" className="chip" disabled={!!mark.cuts} onClick={() => change(trimMark(drawing))}>
            Trim
          </button>
          <button type="button" className="chip" disabled={!!mark.cuts} onClick={() => change(equalMark(drawing))}>
            Match optical size
          </button>
        </div>
        {mark.cuts && <p className="quiet fs-13">It is cut into pieces. Change its size before cutting.</p>}
      </section>
      <TintChoice house={house} tint={mark.tint} onChange={tintOf(edit, mark.id)} />
      <VersionChoice {...{ house, mark, colours }} onChange={withVersions(edit, mark.id)} />
      <MarkColours {...{ house, colours, edit }} name={mark.name} markId={mark.id} />
      <CutStep {...{ mark, house, cutting, edit, remove }} />
    </Desk>
  );
}

interface DeskProps extends Pick<BenchProps, "mark" | "house"> {
  readonly ratio: number;
  readonly picture: ReactNode;
  readonly cutting: Cutting;
  readonly onPress?: ((at: Share) => void) | undefined;
  readonly children: ReactNode;
}

/** What the mark is shown as on a ground that has a version of its own. */
function versionOn(plate: Plate, mark: Mark, house: House): ReactNode {
  const version = plate === "light" ? mark.onLight : plate === "dark" ? mark.onDark : undefined;
  if (!version) return undefined;
  const other = "ink" in version ? { ...mark, tint: version.ink } : house.marks.find(({ id }) => id === version.mark);
  return other && <MarkPicture mark={other} house={house} />;
}

const withVersions =
  (edit: BenchProps["edit"], id: string) =>
  ({ onLight, onDark }: Pick<Mark, "onLight" | "onDark">) =>
    edit((draft) => {
      const own = draft.marks.find((one) => one.id === id);
      if (!own) return;
      withParts(own, { onLight, onDark });
      refreshPieces(draft, id);
    });

/** The four grounds, and the steps beside them. */
function Desk({ mark, house, ratio, picture, cutting, onPress, children }: DeskProps) {
  const outputs = useQuery({ queryKey: ["outputs"], queryFn: () => call("/api/outputs", Outputs) });
  const drawing = cutting.kind !== undefined;
  return (
    <div className="mark-bench d-grid">
      <Plates
        ratio={ratio}
        footage={outputs.data?.footage[0]?.hash}
        over={<CutLines lines={cutting.lines} open={cutting.open} />}
        onPress={drawing ? cutting.press : onPress}
        onPull={drawing ? cutting.pull : undefined}
        onRelease={drawing ? cutting.release : undefined}
        picture={(plate) => versionOn(plate, mark, house) ?? picture}
      />
      <div className="mark-bench__steps d-grid gap-16">{children}</div>
    </div>
  );
}
