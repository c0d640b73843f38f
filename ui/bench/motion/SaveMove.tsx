"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { useId, useRef, useState } from "react";
import { Overlay, Popover } from "react-bootstrap";
import { Bookmark, BookmarkFill } from "react-bootstrap-icons";
import { useForm } from "react-hook-form";
import { z } from "zod";
import type { Layer } from "@/core/document/layer";
import type { Move } from "@/core/document/move";
import type { SavedMove } from "@/core/document/saved-move";
import { Name } from "@/core/document/units";
import { changedBy, detachMoves, findOfSaved, keepMoves, refreshSaved } from "@/core/edit/saved-moves";
import { motionDeeds } from "@/core/facts/inspector-deeds";
import { kindWords } from "@/core/motion/words";
import { Labelled } from "@/ui/parts/Labelled";
import { readTags } from "@/ui/moves/tags";
import { useMoves } from "@/ui/moves/use-moves";
import { useBenchStore } from "../store";

/** Keeps moves under a name; for those that came from one, changes that everywhere or goes its own way. */
export function SaveMove({ layer, moves }: { layer: Layer; moves: readonly Move[] }) {
  const [open, setOpen] = useState(false);
  const target = useRef<HTMLButtonElement>(null);
  const id = useId();
  const saved = findOfSaved(moves);
  const close = () => setOpen(false);
  return (
    <>
      <button
        ref={target}
        type="button"
        className="small-button"
        aria-haspopup="dialog"
        aria-expanded={open}
        title={saved ? "Follows a saved move" : moves.length > 1 ? "Save these moves" : "Save this move"}
        onClick={() => setOpen(!open)}
      >
        {saved ? <BookmarkFill aria-hidden /> : <Bookmark aria-hidden />}{" "}
        <span className="visually-hidden">{moves.length > 1 ? "Save these moves" : "Save this move"}</span>
      </button>
      <Overlay target={target} show={open} placement="left" rootClose onHide={close}>
        <Popover id={id} className="keep-pop" role="dialog" aria-label="Saved move">
          {saved ? (
            <Follows layer={layer} moves={moves} saved={saved} onDone={close} />
          ) : (
            <Keep
              suggestion={moves.length > 1 ? `Motion of ${layer.name}` : kindWords[moves[0]!.kind].name}
              make={(name, tags) =>
                keepMoves(
                  name,
                  tags,
                  layer,
                  moves.map((move) => move.id),
                )
              }
              marks={moves.map((move) => move.id)}
              onDone={close}
            />
          )}
        </Popover>
      </Overlay>
    </>
  );
}

const Keeping = z.strictObject({ name: Name, tags: z.string().max(200) });

/** Asks for a name and tags, and saves. `marks` are the moves that follow what is saved from then on. */
export function Keep(props: {
  suggestion: string;
  make: (name: string, tags: readonly string[]) => SavedMove | undefined;
  marks: readonly string[];
  onDone: () => void;
}) {
  const { suggestion, make, marks, onDone } = props;
  const store = useBenchStore();
  const { save } = useMoves();
  const { register, handleSubmit, setError, formState } = useForm({
    resolver: zodResolver(Keeping),
    defaultValues: { name: suggestion, tags: "" },
  });
  const { errors } = formState;
  const keep = handleSubmit(async ({ name, tags }) => {
    const made = make(name, readTags(tags));
    if (!made) return setError("name", { message: "There is nothing to save." });
    try {
      const id = await save(made);
      store.getState().edit("Save the move", (draft) => {
        for (const layer of draft.layers) {
          for (const move of layer.moves) if (marks.includes(move.id)) move.saved = id;
        }
      });
      onDone();
    } catch (error) {
      setError("root", { message: (error as Error).message });
    }
  });
  return (
    <form noValidate onSubmit={(event) => void keep(event)} className="keep d-grid gap-6">
      <h3 className="rubric">Save as …</h3>
      <Labelled label="Name" autoFocus maxLength={80} box={register("name")} fault={errors.name && "Give it a name."} />
      <Labelled label="Tags" maxLength={200} box={register("tags")} fault={errors.tags?.message} />
      {errors.root && <p role="alert">{errors.root.message}</p>}
      <button data-help={motionDeeds.saveMove.help} type="submit" className="chip">
        {" "}
        Save
      </button>
    </form>
  );
}

function Follows({
  layer,
  moves,
  saved,
  onDone,
}: {
  layer: Layer;
  moves: readonly Move[];
  saved: string;
  onDone: () => void;
}) {
  const store = useBenchStore();
  const { moves: all, change } = useMoves();
  const [said, setSaid] = useState<string>();
  const known = all.find(({ id }) => id === saved);
  const everywhere = async () => {
    const document = known && changedBy(store.getState().document, layer.id, saved, known.document);
    if (!document) return;
    try {
      store.getState().edit(`Change ${document.name} everywhere`, (draft) => void refreshSaved(draft, saved, document));
      const { id } = store.getState();
      const changed = await change(saved, document, { everywhere: true, except: id });
      setSaid(
        changed.designs === 0
          ? "Changed here; no other design uses it."
          : `Changed in ${changed.designs} other designs.`,
      );
    } catch (error) {
      setSaid((error as Error).message);
    }
  };
  const uses = known?.uses ?? [];
  return (
    <div className="keep d-grid gap-6">
      <h3 className="rubric">{known?.document.name ?? "A saved move"}</h3>
      {uses.length > 0 && (
        <ul className="leaf__list list-none m-0 p-0">
          {uses.map(({ designId, name, layers }) => (
            <li key={designId}>
              {name}: {layers === 1 ? "one layer" : `${layers} layers`}
            </li>
          ))}
        </ul>
      )}
      <p className="put-on">
        <button
          data-help={motionDeeds.updateMove.help}
          type="button"
          className="chip"
          disabled={!known}
          onClick={everywhere}
        >
          {motionDeeds.updateMove.label}
        </button>
        <button
          data-help={motionDeeds.detachMove.help}
          type="button"
          className="chip"
          onClick={() => {
            const ids = moves.map(({ id }) => id);
            store.getState().edit("Detach from the saved move", (draft) => detachMoves(draft, ids));
            onDone();
          }}
        >
          {motionDeeds.detachMove.label}
        </button>
      </p>
      {said && <p role="status">{said}</p>}
    </div>
  );
}
