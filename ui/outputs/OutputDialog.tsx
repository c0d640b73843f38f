"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import type { OutputView } from "@/contract/outputs";
import { frameRates, rateName } from "@/core/document/fps";
import { outputFacts } from "@/core/facts/output";
import { patternFaults } from "@/core/naming/pattern";
import { purposes } from "@/core/outputs/define";
import { outputKinds } from "@/core/outputs/kinds";
import { Output, type OutputKind } from "@/core/outputs/output";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { has, KindOptions, type Footage, type Recipe } from "./options";
import { NamePattern, plainExample } from "./NamePattern";
import { purposeWords } from "./words";

const kinds = Object.keys(outputKinds) as OutputKind[];

/** The same recipe for another kind: what that kind knows nothing of falls away. */
const asKind = (recipe: Recipe, kind: OutputKind): Recipe => ({
  ...Object.fromEntries(Object.entries(recipe).filter(([key]) => has(kind, key))),
  kind,
});

function outputOf(recipe: Recipe) {
  const backing = has(recipe.kind, "backing")
    ? { backing: recipe.backing ?? { kind: "colour", colour: "#000000" } }
    : {};
  return Output.safeParse({ id: "new", ...recipe, ...backing });
}

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
  const [recipe, setRecipe] = useState<Recipe>(() => view?.output ?? { kind: "vp9-alpha", name: "" });
  const put = (part: Readonly<Record<string, unknown>>) => setRecipe({ ...recipe, ...part });
  const read = outputOf(recipe);
  const named = String(recipe.name ?? "").trim() !== "";
  const good = read.success && named && patternFaults(String(recipe.pattern ?? "")).length === 0;
  const changed = JSON.stringify(recipe) !== JSON.stringify(view?.output);
  return (
    <PaperDialog title={view ? `Change ${view.output.name}` : "New output"} onClose={onClose} size="lg">
      <Modal.Body>
        <div className="outputs__form">
          <div>
            <Form.Group className="mb-12" controlId="output-name" data-help={outputFacts.name.help}>
              <Form.Label>{outputFacts.name.label}</Form.Label>
              <Form.Control
                autoFocus
                maxLength={80}
                placeholder="Ready to post, 25 a second"
                value={String(recipe.name ?? "")}
                onChange={(event) => put({ name: event.target.value })}
              />
            </Form.Group>
            <Form.Group className="mb-12" controlId="output-kind" data-help={outputFacts.kind.help}>
              <Form.Label>{outputFacts.kind.label}</Form.Label>
              <Form.Select
                value={recipe.kind}
                disabled={view !== undefined}
                onChange={(event) => setRecipe(asKind(recipe, event.target.value as OutputKind))}
              >
                {purposes.map((purpose) => (
                  <optgroup key={purpose} label={purposeWords[purpose]}>
                    {kinds
                      .filter((kind) => outputKinds[kind].purpose === purpose)
                      .map((kind) => (
                        <option key={kind} value={kind}>
                          {outputKinds[kind].label}
                        </option>
                      ))}
                  </optgroup>
                ))}
              </Form.Select>
              <Form.Text>{outputKinds[recipe.kind].technical}</Form.Text>
            </Form.Group>
            <RateAndSize recipe={recipe} put={put} />
            <NamePattern recipe={recipe} example={plainExample} put={put} />
          </div>
          <div>
            <KindOptions recipe={recipe} footage={footage} put={put} />
          </div>
        </div>
        {view && changed && view.files > 0 && (
          <Notice weight="warn">
            {view.files === 1 ? "One file of a sheet was" : `${view.files} files of sheets were`} exported with the old
            settings and will be out of date, unless only names have changed.
          </Notice>
        )}
        {fault && <Notice weight="stop">{fault}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        <Button disabled={busy || !good || !changed} onClick={() => read.success && onPut(read.data)}>
          {view ? "Save" : "Create"}
        </Button>
      </Modal.Footer>
    </PaperDialog>
  );
}

const scales = [1, 0.75, 0.5, 0.25];
const ownRate = "own";

function RateAndSize({ recipe, put }: { recipe: Recipe; put: (part: Record<string, unknown>) => void }) {
  const { rate, scale } = outputKinds[recipe.kind].choices;
  const fps = recipe.fps as { num: number; den: number } | undefined;
  return (
    <div className="d-flex gap-12">
      {rate && (
        <Form.Group className="mb-12 flex-fill" controlId="output-rate" data-help={outputFacts.fps.help}>
          <Form.Label>{outputFacts.fps.label}</Form.Label>
          <Form.Select
            value={fps ? rateName(`${fps.num}/${fps.den}`) : ownRate}
            onChange={(event) => put({ fps: frameRates[event.target.value] })}
          >
            <option value={ownRate}>as each design says</option>
            {Object.keys(frameRates).map((name) => (
              <option key={name}>{name}</option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
      {scale && (
        <Form.Group className="mb-12 flex-fill" controlId="output-scale" data-help={outputFacts.scale.help}>
          <Form.Label>{outputFacts.scale.label}</Form.Label>
          <Form.Select
            value={String(recipe.scale ?? 1)}
            onChange={(event) => put({ scale: event.target.value === "1" ? undefined : Number(event.target.value) })}
          >
            {[...new Set([...scales, Number(recipe.scale ?? 1)])].map((share) => (
              <option key={share} value={share}>
                {share === 1 ? "that of the format" : `${Math.round(share * 100)} % of the format`}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
    </div>
  );
}
