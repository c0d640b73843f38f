import type { Design } from "../document/design";
import { isWritten } from "../fields/field";
import { sampleValues, type Values } from "../document/values";

export interface Trial {
  readonly id: string;
  readonly name: string;
  readonly values: Values;
}

const nasty: readonly (readonly [id: string, name: string, text: string])[] = [
  ["arabic", "Right to left", "ليلى عبد الرحمن الحدّاد"],
  ["devanagari", "Stacked marks", "श्रीमती कृष्णमूर्ति"],
  ["double", "Double-barrelled", "Ngozi Fairweather-Castellanos-Oyelaran"],
  ["capitals", "Wide capitals", "WOLFGANG MÜMMELMANN"],
  ["short", "Two letters", "Yi"],
];

/** Values that a design must stand: the longest and the emptiest, other scripts, no picture. */
export function trialsOf(design: Design): Trial[] {
  const samples = sampleValues(design);
  const lines = design.fields.filter(isWritten);
  const fill = (text: (field: (typeof lines)[number]) => string): Values => ({
    ...samples,
    fields: { ...samples.fields, ...Object.fromEntries(lines.map((field) => [field.id, text(field)])) },
  });
  const cut = (text: string, most: number) => [...text].slice(0, most).join("");
  const slots = design.fields.filter((field) => field.kind === "picture" || field.kind === "video");
  return [
    { id: "samples", name: "The samples", values: samples },
    { id: "empty", name: "Empty where it may be", values: fill((field) => (field.required ? field.sample : "")) },
    {
      id: "longest",
      name: "As long as allowed",
      values: fill((field) =>
        cut("Maximilian Quartermaine of the Upper Orchard and Lower Meadow ".repeat(9), field.max).trim(),
      ),
    },
    ...nasty.map(([id, name, text]) => ({ id, name, values: fill((field) => cut(text, field.max)) })),
    ...(slots.length > 0
      ? [
          {
            id: "no-picture",
            name: "No picture",
            values: {
              ...samples,
              fields: { ...samples.fields, ...Object.fromEntries(slots.map(({ id }) => [id, ""])) },
            },
          },
        ]
      : []),
  ];
}
