"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import type { OutputView } from "@/contract/outputs";
import { frameRates, rateName } from "@/core/document/fps";
import { outputKinds } from "@/core/outputs/kinds";
import { Output, type OutputKind } from "@/core/outputs/output";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";

type Footage = readonly { readonly hash: string; readonly name: string }[];

interface Recipe {
  readonly kind: OutputKind;
  readonly name: string;
  readonly rate: string;
  /** A colour, or the hash of footage; for kinds that lie over something. */
  readonly ground: string;
}

const kinds = Object.keys(outputKinds) as OutputKind[];
const liesOver = (kind: OutputKind): boolean => "backing" in outputKinds[kind].schema.shape;

function recipeOf(output: Output | undefined): Recipe {
  if (!output) return { kind: "vp9-alpha", name: "", rate: "25", ground: "#000000" };
  const { kind, name, fps } = output;
  const backing = "backing" in output ? output.backing : undefined;
  const ground = backing?.kind === "footage" ? backing.media.slice("media:".length) : (backing?.colour ?? "#000000");
  return { kind, name, rate: rateName(`${fps.num}/${fps.den}`), ground };
}

const outputOf = ({ kind, name, rate, ground }: Recipe, id: string) =>
  Output.safeParse({
    id,
    name,
    kind,
    fps: frameRates[rate],
    ...(liesOver(kind) && {
      backing: ground.startsWith("#")
        ? { kind: "colour", colour: ground }
        : { kind: "footage", media: `media:${ground}` },
    }),
  });

/** A new output, or one that is changed: what it makes out of date is said before. */
export function OutputDialog(props: {
  view: OutputView | undefined;
  footage: Footage;
  fault: string | undefined;
  busy: boolean;
  onPut: (output: Output) => void;
  onClose: () => void;
}) {
  const { view, footage, fault, busy, onPut, onClose } = props;
  const [recipe, setRecipe] = useState(() => recipeOf(view?.output));
  const put = (part: Partial<Recipe>) => setRecipe({ ...recipe, ...part });
  const read = outputOf(recipe, view?.output.id ?? "new");
  const changed = JSON.stringify(recipe) !== JSON.stringify(recipeOf(view?.output));
  return (
    <PaperDialog title={view ? `Change ${view.output.name}` : "New output"} onClose={onClose}>
      <Modal.Body>
        <Form.Group className="mb-12" controlId="output-name">
          <Form.Label>Name</Form.Label>
          <Form.Control
            autoFocus
            maxLength={80}
            placeholder="Ready to post, 25 a second"
            value={recipe.name}
            onChange={(event) => put({ name: event.target.value })}
          />
        </Form.Group>
        <Form.Group className="mb-12" controlId="output-kind">
          <Form.Label>Kind of file</Form.Label>
          <Form.Select
            value={recipe.kind}
            disabled={view !== undefined}
            onChange={(event) => put({ kind: event.target.value as OutputKind })}
          >
            {kinds.map((kind) => (
              <option key={kind} value={kind}>
                {outputKinds[kind].label}
              </option>
            ))}
          </Form.Select>
          <Form.Text>{outputKinds[recipe.kind].technical}</Form.Text>
        </Form.Group>
        <Form.Group className="mb-12" controlId="output-rate">
          <Form.Label>Frames a second</Form.Label>
          <Form.Select value={recipe.rate} onChange={(event) => put({ rate: event.target.value })}>
            {Object.keys(frameRates).map((rate) => (
              <option key={rate}>{rate}</option>
            ))}
          </Form.Select>
        </Form.Group>
        {liesOver(recipe.kind) && <Ground recipe={recipe} footage={footage} put={put} />}
        {view && changed && view.files > 0 && (
          <Notice weight="warn">
            {view.files === 1 ? "One file of a sheet was" : `${view.files} files of sheets were`} made with it as it was
            and will be out of date.
          </Notice>
        )}
        {fault && <Notice weight="stop">{fault}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        <Button disabled={busy || !read.success || !changed} onClick={() => read.success && onPut(read.data)}>
          {view ? "Keep the changes" : "Make it"}
        </Button>
      </Modal.Footer>
    </PaperDialog>
  );
}

/** What a finished clip lies over: a colour, or footage. Black is for those who add the light of it. */
function Ground(props: { recipe: Recipe; footage: Footage; put: (part: Partial<Recipe>) => void }) {
  const { recipe, footage, put } = props;
  const isColour = recipe.ground.startsWith("#");
  return (
    <Form.Group className="mb-12" controlId="output-ground">
      <Form.Label>Laid over</Form.Label>
      <div className="d-flex gap-8">
        <Form.Select
          value={isColour ? "colour" : recipe.ground}
          onChange={(event) => put({ ground: event.target.value === "colour" ? "#000000" : event.target.value })}
        >
          <option value="colour">a colour</option>
          {footage.map(({ hash, name }) => (
            <option key={hash} value={hash}>
              {name}
            </option>
          ))}
        </Form.Select>
        {isColour && (
          <Form.Control
            type="color"
            aria-label="The colour"
            value={recipe.ground}
            onChange={(event) => put({ ground: event.target.value })}
          />
        )}
      </div>
    </Form.Group>
  );
}
