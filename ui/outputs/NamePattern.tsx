"use client";
import { useRef } from "react";
import { Button, Form } from "react-bootstrap";
import { outputFacts } from "@/core/facts/output";
import { fileName } from "@/core/naming/file-name";
import { patternFaults, patternWords, plainPattern, type NameFacts } from "@/core/naming/pattern";
import type { Recipe } from "./options";

export type Example = Pick<NameFacts, "design" | "title" | "account" | "fields" | "release" | "format">;

/** What files are called where a clip of the demo's kind is made. */
export const plainExample: Example = {
  ...{ design: "Name strap", title: "Ngozi Fairweather", account: "quillmere", release: 3, format: "wide" },
  fields: { name: "Ngozi Fairweather", role: "Head of living collections" },
};

export const exampleName = (example: Example, output: Pick<NameFacts["output"], "kind" | "name" | "pattern">): string =>
  fileName({ ...example, output, row: 7, date: new Date().toISOString().slice(0, 10), counter: 1 }, () => false);

/** The pattern of an output's file names, with a name as it comes out. */
export function NamePattern(props: { recipe: Recipe; example: Example; put: (part: Record<string, unknown>) => void }) {
  const { recipe, example, put } = props;
  const box = useRef<HTMLInputElement>(null);
  const pattern = String(recipe.pattern ?? "");
  const faults = patternFaults(pattern);
  const insert = (word: string) => {
    const at = box.current?.selectionStart ?? pattern.length;
    const to = box.current?.selectionEnd ?? at;
    put({ pattern: `${pattern.slice(0, at)}{${word}}${pattern.slice(to)}` });
    box.current?.focus();
  };
  const shown = { kind: recipe.kind, name: String(recipe.name ?? ""), pattern: pattern === "" ? undefined : pattern };
  return (
    <>
      <Form.Group controlId="output-pattern" data-help={outputFacts.pattern.help}>
        <Form.Label>{outputFacts.pattern.label}</Form.Label>
        <Form.Control
          ref={box}
          maxLength={200}
          placeholder={plainPattern}
          value={pattern}
          isInvalid={faults.length > 0}
          aria-describedby="output-pattern-example"
          onChange={(event) => put({ pattern: event.target.value === "" ? undefined : event.target.value })}
        />
        <div id="output-pattern-example" className="form-text text-break" role="status">
          {faults[0] ?? exampleName(example, shown)}
        </div>
        <div className="d-flex flex-wrap gap-4 mt-4" role="group" aria-label="Insert">
          {Object.entries(patternWords).map(([word, meaning]) => (
            <Button key={word} size="sm" variant="outline-secondary" title={meaning} onClick={() => insert(word)}>
              {word}
            </Button>
          ))}
        </div>
      </Form.Group>
      <Form.Select
        className="mt-8 mb-12"
        data-help={outputFacts.taken.help}
        aria-label={outputFacts.taken.label}
        value={String(recipe.taken ?? "number")}
        onChange={(event) => put({ taken: event.target.value === "number" ? undefined : event.target.value })}
      >
        <option value="number">If a file of that name exists, add a number</option>
        <option value="skip">If a file of that name exists, keep it and skip the export</option>
        <option value="replace">If a file of that name exists, replace it</option>
      </Form.Select>
    </>
  );
}
