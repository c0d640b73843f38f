/** A folder whose files are entries of one kind, each of which exports the same name. */
export interface Registry {
  readonly folder: string;
  /** What every entry exports. */
  readonly entry: string;
  /** What the index calls all of them, by the names of their files. */
  readonly table: string;
  /** What the index calls the schemas of all of them, where they have one. */
  readonly schemas?: string;
  /** What the table must be: an entry that is missing there is a compile error. */
  readonly satisfies?: { readonly type: string; readonly from: string; readonly as?: string };
}

/** Everything that multiplies. */
export const registries: readonly Registry[] = [
  { folder: "core/outputs", entry: "output", table: "outputKinds", schemas: "outputSchemas" },
  {
    folder: "render/outputs",
    entry: "encoder",
    table: "encoders",
    satisfies: { type: "EncoderOf", from: "./define" },
  },
  { folder: "core/fields", entry: "field", table: "fieldKinds", schemas: "fieldSchemas" },
  {
    folder: "ui/fields",
    entry: "control",
    table: "controlKinds",
    satisfies: { type: "ControlOf", from: "./define" },
  },
  { folder: "core/shapes", entry: "shape", table: "shapeKinds", schemas: "shapeSchemas" },
  {
    folder: "ui/shapes",
    entry: "rows",
    table: "shapeRows",
    satisfies: { type: "RowsOf", from: "./define" },
  },
  { folder: "core/checks", entry: "check", table: "checkKinds" },
  {
    folder: "core/sample/steps",
    entry: "step",
    table: "stepKinds",
    satisfies: { type: "StepFactsOf", from: "./define" },
  },
  {
    folder: "core/paint/steps",
    entry: "painter",
    table: "stepPainters",
    satisfies: { type: "StepPainterOf", from: "./define" },
  },
  { folder: "worker/jobs", entry: "job", table: "jobKinds" },
];
