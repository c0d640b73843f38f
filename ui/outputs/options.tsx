"use client";
import { Form } from "react-bootstrap";
import { outputFacts } from "@/core/facts/output";
import type { OutputKind } from "@/core/outputs/output";
import { outputKinds } from "@/core/outputs/kinds";

export type Footage = readonly { readonly hash: string; readonly name: string }[];
/** An output that is being written: its kind, and what was said of it so far. */
export type Recipe = Readonly<Record<string, unknown>> & { readonly kind: OutputKind };
export type PutRecipe = (part: Readonly<Record<string, unknown>>) => void;

interface OptionProps {
  readonly recipe: Recipe;
  readonly footage: Footage;
  readonly put: PutRecipe;
}

/** Whether outputs of a kind say this of themselves. */
export const has = (kind: OutputKind, key: string): boolean => Object.hasOwn(outputKinds[kind].schema.shape, key);

/** What can be said of some kinds and not of others, in this order. */
export function KindOptions(props: OptionProps) {
  const { kind } = props.recipe;
  const shown = (Object.keys(controls) as (keyof typeof controls)[]).filter((key) => has(kind, key));
  return shown.map((key) => {
    const Control = controls[key];
    return <Control key={key} {...props} />;
  });
}

function Choice<T extends string>(props: {
  id: "chroma" | "palette" | "dither";
  value: T;
  options: Readonly<Record<T, string>>;
  onChange: (value: T) => void;
  note?: string;
}) {
  const { id, value, options, onChange, note } = props;
  return (
    <Form.Group className="mb-12" controlId={`output-${id}`} data-help={outputFacts[id].help}>
      <Form.Label>{outputFacts[id].label}</Form.Label>
      <Form.Select value={value} onChange={(event) => onChange(event.target.value as T)}>
        {(Object.entries(options) as [T, string][]).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </Form.Select>
      {note !== undefined && <Form.Text>{note}</Form.Text>}
    </Form.Group>
  );
}

const black = "#000000";

/** What a finished clip lies over: a colour, footage, or the row's own. Black is for those who add the light of it. */
function Backing({ recipe, footage, put }: OptionProps) {
  const backing = (recipe.backing ?? { kind: "colour", colour: black }) as {
    kind: string;
    colour?: string;
    media?: string;
  };
  const value = backing.kind === "footage" ? backing.media!.slice("media:".length) : backing.kind;
  const choose = (next: string) => {
    if (next === "colour") return put({ backing: { kind: "colour", colour: black } });
    put({ backing: next === "own" ? { kind: "own" } : { kind: "footage", media: `media:${next}` } });
  };
  return (
    <Form.Group className="mb-12" controlId="output-backing" data-help={outputFacts.backing.help}>
      <Form.Label>{outputFacts.backing.label}</Form.Label>
      <div className="d-flex gap-8">
        <Form.Select value={value} onChange={(event) => choose(event.target.value)}>
          <option value="colour">a colour</option>
          <option value="own">the footage uploaded with each clip</option>
          {footage.map(({ hash, name }) => (
            <option key={hash} value={hash}>
              {name}
            </option>
          ))}
        </Form.Select>
        {backing.kind === "colour" && (
          <Form.Control
            type="color"
            aria-label="The colour"
            value={backing.colour}
            onChange={(event) => put({ backing: { kind: "colour", colour: event.target.value } })}
          />
        )}
      </div>
      {backing.kind === "colour" && backing.colour === black && (
        <Form.Text>Use black for programs that blend clips additively.</Form.Text>
      )}
    </Form.Group>
  );
}

/** A limit in kilobytes, or none. */
function Limit({ recipe, put }: OptionProps) {
  const limit = recipe.limitKb as number | undefined;
  return (
    <Form.Group className="mb-12" controlId="output-limit" data-help={outputFacts.limitKb.help}>
      <Form.Label>{outputFacts.limitKb.label}</Form.Label>
      <div className="d-flex align-items-center gap-8">
        <Form.Control
          type="number"
          min={10}
          max={2_000_000}
          placeholder="no limit"
          value={limit ?? ""}
          onChange={(event) => put({ limitKb: event.target.value === "" ? undefined : Number(event.target.value) })}
        />
        <span>kB</span>
      </div>
      <Form.Text>Each file says what was reduced to fit.</Form.Text>
    </Form.Group>
  );
}

function Repeats({ recipe, put }: OptionProps) {
  return (
    <Form.Group className="mb-12" controlId="output-repeats" data-help={outputFacts.repeats.help}>
      <Form.Label>{outputFacts.repeats.label}</Form.Label>
      <Form.Control
        type="number"
        min={0}
        max={100}
        value={String(recipe.repeats ?? 0)}
        onChange={(event) => put({ repeats: Number(event.target.value) })}
      />
      <Form.Text>0 repeats without end.</Form.Text>
    </Form.Group>
  );
}

function Matte({ recipe, put }: OptionProps) {
  return (
    <Form.Group className="mb-12" controlId="output-matte" data-help={outputFacts.matte.help}>
      <Form.Label>{outputFacts.matte.label}</Form.Label>
      <div className="d-flex align-items-center gap-12">
        <Form.Control
          type="color"
          value={String(recipe.matte ?? "#ffffff")}
          onChange={(event) => put({ matte: event.target.value })}
        />
        <label className="tick m-0">
          <input
            type="checkbox"
            checked={recipe.ground === true}
            onChange={(event) => put({ ground: event.target.checked })}
          />{" "}
          it fills the picture
        </label>
      </div>
      <Form.Text>GIF has no partial transparency: choose the colour that it will be shown on.</Form.Text>
    </Form.Group>
  );
}

function Key({ recipe, put }: OptionProps) {
  const key = String(recipe.key ?? "best");
  return (
    <Form.Group className="mb-12" controlId="output-key" data-help={outputFacts.key.help}>
      <Form.Label>{outputFacts.key.label}</Form.Label>
      <div className="d-flex gap-8">
        <Form.Select
          value={key === "best" ? "best" : "own"}
          onChange={(event) => put({ key: event.target.value === "best" ? "best" : "#00ff00" })}
        >
          <option value="best">the one farthest from all that is shown</option>
          <option value="own">this one</option>
        </Form.Select>
        {key !== "best" && (
          <Form.Control
            type="color"
            aria-label="Quality of the key"
            value={key}
            onChange={(event) => put({ key: event.target.value })}
          />
        )}
      </div>
    </Form.Group>
  );
}

/** The instant of a still, and whether its words are left out. */
function At({ recipe, put }: OptionProps) {
  const at = recipe.at === undefined || recipe.at === "poster" ? "poster" : String(recipe.at);
  return (
    <Form.Group className="mb-12" controlId="output-at" data-help={outputFacts.at.help}>
      <Form.Label>{outputFacts.at.label}</Form.Label>
      <div className="d-flex align-items-center gap-8">
        <Form.Select
          value={at === "poster" ? "poster" : "share"}
          onChange={(event) => put({ at: event.target.value === "poster" ? "poster" : 0.5 })}
        >
          <option value="poster">the poster’s</option>
          <option value="share">at a share of the length</option>
        </Form.Select>
        {at !== "poster" && (
          <>
            <Form.Control
              type="number"
              min={0}
              max={100}
              aria-label="Share of the length in per cent"
              value={Math.round(Number(at) * 100)}
              onChange={(event) => put({ at: Number(event.target.value) / 100 })}
            />
            <span>%</span>
          </>
        )}
      </div>
      <label className="tick mt-8">
        <input
          type="checkbox"
          checked={recipe.words === false}
          onChange={(event) => put({ words: !event.target.checked })}
        />{" "}
        Blank plate: without text
      </label>
    </Form.Group>
  );
}

const controls = {
  backing: Backing,
  key: Key,
  chroma: ({ recipe, put }: OptionProps) => (
    <Choice
      id="chroma"
      value={(recipe.chroma ?? "420") as "420" | "444"}
      options={{
        "420": "4:2:0, plays everywhere",
        "444": "4:4:4, the cleaner key; phones, browsers and many editors can’t open it",
      }}
      onChange={(chroma) => put({ chroma })}
    />
  ),
  at: At,
  palette: ({ recipe, put }: OptionProps) => (
    <Choice
      id="palette"
      value={(recipe.palette ?? "clip") as "clip" | "frame"}
      options={{ clip: "the same 256 for all pictures", frame: "256 of its own for each picture" }}
      onChange={(palette) => put({ palette })}
    />
  ),
  dither: ({ recipe, put }: OptionProps) => (
    <Choice
      id="dither"
      value={(recipe.dither ?? "pattern") as "none" | "pattern" | "diffusion"}
      options={{
        pattern: "mixed by an even pattern",
        diffusion: "mixed by fine noise",
        none: "use the nearest",
      }}
      onChange={(dither) => put({ dither })}
    />
  ),
  matte: Matte,
  repeats: Repeats,
  limitKb: Limit,
} as const;
