"use client";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { shapeKindNames, type LayerKind } from "@/core/document/layer";
import { shapeKinds } from "@/core/shapes/kinds";
import { addLayer, kindName } from "@/core/edit/layers";
import { addTimeThing, timeThingNames, timeThings, type TimeThing } from "@/core/edit/time-things";
import { useBench, useBenchStore } from "../store";

const shapes = shapeKindNames.map((kind) => [kind, shapeKinds[kind].about] as const);
/** What is wanted most often comes first. */
const kinds: readonly (readonly [LayerKind, string])[] = [
  ["text", "Words in a type style of the house"],
  ...shapes.filter(([kind]) => kind === "rectangle"),
  ["picture", "A mark, a picture or a video"],
  ...shapes.filter(([kind]) => kind !== "rectangle"),
  ["group", "An empty group to put layers in"],
];

/** Chooses what the new layer is. Letters and arrows work as well as the mouse. */
export function NewLayerDialog({ onClose }: { onClose: () => void }) {
  const store = useBenchStore();
  const house = useBench((state) => state.house);
  const add = (kind: LayerKind) => {
    const { edit, choose, document, chosen } = store.getState();
    const last = document.layers.find(({ id }) => id === chosen[chosen.length - 1]);
    const into = last?.kind === "group" ? last.id : undefined;
    let id = "";
    edit(`New ${kindName(kind).toLowerCase()}`, (draft) => void (id = addLayer(draft, kind, house, into)));
    choose([id]);
    onClose();
  };
  const addThing = (thing: TimeThing) => {
    const { edit, choose } = store.getState();
    let ids: string[] = [];
    edit(`New: ${timeThingNames[thing].name.toLowerCase()}`, (draft) => void (ids = addTimeThing(draft, thing, house)));
    choose(ids.slice(-1));
    onClose();
  };
  return (
    <PaperDialog title="New layer" onClose={onClose} size="lg" restoreFocus={false}>
      <Modal.Body>
        <div className="kinds d-grid gap-4">
          {kinds.map(([kind, about], i) => (
            <button key={kind} type="button" autoFocus={i === 0} onClick={() => add(kind)}>
              <b>{kindName(kind)}</b> {about}
            </button>
          ))}
        </div>
        <h3 className="rubric">What shows the time</h3>
        <div className="kinds d-grid gap-4">
          {timeThings.map((thing) => (
            <button key={thing} type="button" onClick={() => addThing(thing)}>
              <b>{timeThingNames[thing].name}</b> {timeThingNames[thing].about}
            </button>
          ))}
        </div>
      </Modal.Body>
    </PaperDialog>
  );
}
