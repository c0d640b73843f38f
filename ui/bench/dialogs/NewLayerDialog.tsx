"use client";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import type { LayerKind } from "@/core/document/layer";
import { addLayer, kindNames } from "@/core/edit/layers";
import { addTimeThing, timeThingNames, timeThings, type TimeThing } from "@/core/edit/time-things";
import { useBench, useBenchStore } from "../store";

const about: Readonly<Record<LayerKind, string>> = {
  text: "Words in a type style of the house",
  rectangle: "A panel with four corners, to fit around words",
  picture: "A mark, a picture or a video",
  ellipse: "A disc or oval",
  ring: "A ring, part of one, or a sector",
  line: "Through two points or more",
  polygon: "With equal sides",
  star: "With points",
  path: "Any outline, from path data",
  group: "An empty group to put layers in",
};
const order = Object.keys(about) as LayerKind[];

/** Chooses what the new layer is. Letters and arrows work as well as the mouse. */
export function NewLayerDialog({ onClose }: { onClose: () => void }) {
  const store = useBenchStore();
  const house = useBench((state) => state.house);
  const add = (kind: LayerKind) => {
    const { edit, choose, document, chosen } = store.getState();
    const last = document.layers.find(({ id }) => id === chosen[chosen.length - 1]);
    const into = last?.kind === "group" ? last.id : undefined;
    let id = "";
    edit(`New ${kindNames[kind].toLowerCase()}`, (draft) => void (id = addLayer(draft, kind, house, into)));
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
        <div className="kinds">
          {order.map((kind, i) => (
            <button key={kind} type="button" autoFocus={i === 0} onClick={() => add(kind)}>
              <b>{kindNames[kind]}</b> {about[kind]}
            </button>
          ))}
        </div>
        <h3 className="rubric">What shows the time</h3>
        <div className="kinds">
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
