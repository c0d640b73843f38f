"use client";
import { useMemo } from "react";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { addBeginning, beginningIds, beginnings, designFrom, type BeginningId } from "@/core/beginnings/beginnings";
import type { Design } from "@/core/document/design";
import { shapeKindNames, type Layer, type LayerKind } from "@/core/document/layer";
import { shapeKinds } from "@/core/shapes/kinds";
import { addBadge, addBarBehind, addPicture, addText } from "@/core/edit/fresh-layer";
import { addLayer, kindName } from "@/core/edit/layers";
import { backLines, panelAround, panelBehind } from "@/core/edit/panels";
import { addTimeThing, timeThingNames, timeThings, type TimeThing } from "@/core/edit/time-things";
import { dialogDeeds } from "@/core/facts/bench-deeds";
import { PicturedPlate } from "@/ui/parts/PicturedPlate";
import { usePictures } from "@/ui/stage/use-pictures";
import { useBench, useBenchStore, type BenchStore } from "../store";

const shapes = shapeKindNames.map((kind) => [kind, shapeKinds[kind].about] as const);
/** What is wanted most often comes first. */
const kinds: readonly (readonly [LayerKind, string])[] = [
  ["text", "Words in a type style of the house"],
  ...shapes.filter(([kind]) => kind === "rectangle"),
  ["picture", "A mark, a picture or a video"],
  ...shapes.filter(([kind]) => kind !== "rectangle"),
  ["group", "An empty group to put layers in"],
];
const pictureHeightPx = 84;

/** Adds to the draft, and chooses what came last of it. */
function put(store: BenchStore, label: string, recipe: (draft: Design) => readonly string[]): void {
  const { edit, choose } = store.getState();
  let ids: readonly string[] = [];
  edit(label, (draft) => void (ids = recipe(draft)));
  if (ids.length > 0) choose(ids.slice(-1));
}

/** A new layer where it belongs: on, below or behind what is chosen. */
function addKind(store: BenchStore, kind: LayerKind): void {
  const { document, chosen, house } = store.getState();
  const last = document.layers.find(({ id }) => id === chosen[chosen.length - 1]);
  const free = freeTexts(document, chosen);
  put(store, `New ${kindName(kind).toLowerCase()}`, (draft) => {
    if (last?.kind === "group") return [addLayer(draft, kind, house, last.id)];
    if (kind === "text") return [addText(draft, house, last?.id)];
    if (kind === "picture") return [addPicture(draft, house, last?.id)];
    if (kind === "rectangle" && free.length > 0) return panelBehind(draft, house, free);
    return [addLayer(draft, kind, house)];
  });
}

/** Of the chosen layers, texts that have no panel yet. */
const freeTexts = ({ layers }: Design, chosen: readonly string[]): string[] =>
  layers
    .filter(({ id, kind }) => kind === "text" && chosen.includes(id) && !panelAround({ layers } as Design, id))
    .map(({ id }) => id);

/** Chooses what the new layer is. Letters and arrows work as well as the mouse. */
export function NewLayerDialog({ onClose }: { onClose: () => void }) {
  const store = useBenchStore();
  const house = useBench((state) => state.house);
  const done = (act: () => void) => () => {
    act();
    onClose();
  };
  const addThing = (thing: TimeThing) =>
    put(store, `New: ${timeThingNames[thing].name.toLowerCase()}`, (draft) => addTimeThing(draft, thing, house));
  return (
    <PaperDialog title="New layer" onClose={onClose} size="lg" restoreFocus={false}>
      <Modal.Body>
        <div className="kinds d-grid gap-4">
          {kinds.map(([kind, about], i) => (
            <button key={kind} type="button" autoFocus={i === 0} onClick={done(() => addKind(store, kind))}>
              <b>{kindName(kind)}</b> <Said kind={kind} about={about} />
            </button>
          ))}
          <button
            type="button"
            onClick={done(() =>
              put(store, "New badge", (draft) => addBadge(draft, house, store.getState().chosen.at(-1))),
            )}
          >
            <b>Badge</b> A mark on a round background
          </button>
          <ForChosen done={done} />
        </div>
        <h3 className="rubric">Progress and timers</h3>
        <div className="kinds d-grid gap-4">
          {timeThings.map((thing) => (
            <button key={thing} type="button" onClick={done(() => addThing(thing))}>
              <b>{timeThingNames[thing].name}</b> {timeThingNames[thing].about}
            </button>
          ))}
        </div>
        <h3 className="rubric">Whole graphics</h3>
        <WholeGraphics
          onTake={(id) =>
            done(() => put(store, `New: ${beginnings[id].name}`, (draft) => addBeginning(draft, house, id)))()
          }
        />
      </Modal.Body>
    </PaperDialog>
  );
}

/** What a kind does for what is chosen. */
function Said({ kind, about }: { kind: LayerKind; about: string }) {
  const last = useBench((state) => state.document.layers.find(({ id }) => id === state.chosen.at(-1)));
  const document = useBench((state) => state.document);
  const chosen = useBench((state) => state.chosen);
  if (kind === "rectangle" && freeTexts(document, chosen).length > 0)
    return `Behind ${last?.name ?? "the words"}, fitted to them`;
  if (kind === "text" && last?.kind === "text") return `Below ${last.name}, in the next smaller style`;
  return about;
}

/** What is only there for the layers that are chosen. */
function ForChosen({ done }: { done: (act: () => void) => () => void }) {
  const store = useBenchStore();
  const house = useBench((state) => state.house);
  const document = useBench((state) => state.document);
  const chosen = useBench((state) => state.chosen);
  const texts = document.layers.filter(({ id, kind }) => kind === "text" && chosen.includes(id)).map(({ id }) => id);
  const badge = document.layers.find((layer) => layer.id === chosen.at(-1) && carriesMark(document, layer));
  const free = freeTexts(document, chosen);
  return (
    <>
      {free.length > 1 && (
        <button
          data-help={dialogDeeds.panelForAll.help}
          type="button"
          onClick={done(() => put(store, "Background panel for all", (d) => panelBehind(d, house, free, true)))}
        >
          <b>One panel behind all</b> Around all that is chosen
        </button>
      )}
      {texts.length > 0 && (
        <button
          data-help={dialogDeeds.lineBackgrounds.help}
          type="button"
          onClick={done(() => store.getState().edit("Line backgrounds", (draft) => backLines(draft, house, texts)))}
        >
          <b>Line backgrounds</b> A background behind every line
        </button>
      )}
      {badge && (
        <button
          data-help={dialogDeeds.barBehind.help}
          type="button"
          onClick={done(() => put(store, "Bar behind", (draft) => [addBarBehind(draft, house, badge.id)]))}
        >
          <b>Bar from behind it</b> Grows out from behind {badge.name}
        </button>
      )}
    </>
  );
}

/** A picture, or the disc that it stands on. */
const carriesMark = ({ layers }: Design, layer: Layer): boolean =>
  layer.kind === "picture" ||
  (layer.kind === "ellipse" && layers.some((other) => other.kind === "picture" && other.place.on === layer.id));

function WholeGraphics({ onTake }: { onTake: (id: BeginningId) => void }) {
  const house = useBench((state) => state.house);
  const designs = useMemo(
    () => new Map<string, Design>(beginningIds.map((id) => [id, designFrom(id, "begun", "Begun", house)])),
    [house],
  );
  const pictures = usePictures(designs, house, pictureHeightPx);
  return (
    <div className="beginnings">
      {beginningIds.map((id) => (
        <button data-help={dialogDeeds.startFrom.help} key={id} type="button" onClick={() => onTake(id)}>
          <PicturedPlate picture={pictures.get(id)} name={beginnings[id].name} about={beginnings[id].about} />
        </button>
      ))}
    </div>
  );
}
