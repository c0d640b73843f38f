"use client";
import { isWritten, type Field } from "@/core/document/field";
import { useBench, useBenchStore } from "../store";
import { CueSettings, NumberSettings, OptionSettings, PatternSetting } from "./field-kinds";

/** Everything that can be said about one field. */
export function FieldSettings({ field }: { field: Field }) {
  const store = useBenchStore();
  const house = useBench((state) => state.house);
  const change = (part: object) =>
    store.getState().edit(
      `Field ${field.label}`,
      (draft) => {
        const own = draft.fields.find(({ id }) => id === field.id);
        if (own) Object.assign(own, part);
      },
      `field ${field.id} ${Object.keys(part).join()}`,
    );
  const text = (key: "label" | "help" | "group" | "sample", label: string, most: number) => (
    <label className="setting">
      {label}
      <input
        type="text"
        className="form-control form-control-sm"
        maxLength={most}
        value={String((field as Record<string, unknown>)[key] ?? "")}
        onChange={(event) =>
          (key !== "label" || event.target.value.trim() !== "") && change({ [key]: event.target.value })
        }
      />
    </label>
  );
  const names = new Map<string, string>([
    ...house.colours.map(({ role, name }) => [`colour ${role}`, name] as const),
    ...house.marks.map(({ id, name }) => [`mark ${id}`, name] as const),
    ...house.pictures.map(({ id, name }) => [`picture ${id}`, name] as const),
    ...house.videos.map(({ id, name }) => [`video ${id}`, name] as const),
    ...house.accounts.map(({ id, network, handle }) => [`account ${id}`, `${network} ${handle}`] as const),
  ]);
  const offered = !("choices" in field)
    ? []
    : [...names]
        .filter(([key]) => key.startsWith(`${field.kind} `))
        .map(([key, name]) => [key.slice(field.kind.length + 1), name] as const);
  const toggleChoice = (id: string, on: boolean) => {
    if (!("choices" in field)) return;
    const choices = offered
      .map(([other]) => other)
      .filter((other) => (other === id ? on : field.choices.includes(other)));
    if (choices.length === 0) return;
    const kept = choices.includes(field.default) || field.default === "" ? {} : { default: choices[0] };
    change({ choices, ...kept });
  };
  return (
    <section className="fields-dialog__settings" aria-label={`Settings of ${field.label}`}>
      <h3 className="rubric">{field.label}</h3>
      {text("label", "Label", 80)}
      {text("help", "Help", 300)}
      {text("group", "Group", 60)}
      {isWritten(field) && (
        <>
          {text("sample", "Sample, shown until it is filled", 500)}
          <label className="setting">
            Filled at the start with
            <input
              type="text"
              className="form-control form-control-sm"
              maxLength={500}
              value={field.default}
              onChange={(e) => change({ default: e.target.value })}
            />
          </label>
          <span className="setting setting--pair">
            Characters, from
            <input
              type="number"
              className="form-control form-control-sm figures"
              min={0}
              max={field.max}
              aria-label="Fewest characters"
              value={field.min}
              onChange={(e) => change({ min: Math.min(field.max, Math.max(0, Math.round(Number(e.target.value)))) })}
            />
            to
            <input
              type="number"
              className="form-control form-control-sm figures"
              min={1}
              max={500}
              aria-label="Most characters"
              value={field.max}
              onChange={(e) =>
                change({ max: Math.min(500, Math.max(1, field.min, Math.round(Number(e.target.value)))) })
              }
            />
          </span>
          {field.kind === "text" && (
            <label className="setting">
              Most lines
              <input
                type="number"
                className="form-control form-control-sm figures"
                min={1}
                max={12}
                value={field.lines}
                onChange={(e) => change({ lines: Math.min(12, Math.max(1, Math.round(Number(e.target.value)))) })}
              />
            </label>
          )}
          {field.kind === "line" && <PatternSetting key={field.id} pattern={field.pattern} change={change} />}
        </>
      )}
      {field.kind === "cue" && <CueSettings field={field} change={change} />}
      {"required" in field && (
        <label className="tick">
          <input type="checkbox" checked={field.required} onChange={(e) => change({ required: e.target.checked })} />{" "}
          Must be filled in
        </label>
      )}
      {"choices" in field && (
        <fieldset className="setting">
          <legend>On offer</legend>
          <span className="chips">
            {offered.map(([id, name]) => (
              <label key={id} className="tick">
                <input
                  type="checkbox"
                  checked={field.choices.includes(id)}
                  onChange={(e) => toggleChoice(id, e.target.checked)}
                />
                {name}
              </label>
            ))}
          </span>
          <label className="setting">
            At the start
            <select
              className="form-select form-select-sm"
              value={field.default}
              onChange={(e) => change({ default: e.target.value })}
            >
              {(field.kind === "picture" || field.kind === "video") && <option value="">nothing yet</option>}
              {field.choices.map((id) => (
                <option key={id} value={id}>
                  {names.get(`${field.kind} ${id}`) ?? id}
                </option>
              ))}
            </select>
          </label>
        </fieldset>
      )}
      {field.kind === "number" && <NumberSettings field={field} change={change} />}
      {field.kind === "toggle" && (
        <label className="tick">
          <input type="checkbox" checked={field.default} onChange={(e) => change({ default: e.target.checked })} /> On
          at the start
        </label>
      )}
      {field.kind === "choice" && <OptionSettings field={field} change={change} />}
      <DrivesList field={field} />
    </section>
  );
}

function DrivesList({ field }: { field: Field }) {
  const store = useBenchStore();
  const layers = useBench((state) => state.document.layers);
  const edit = (recipe: (drives: Field["drives"]) => void) =>
    store.getState().edit(`Field ${field.label}`, (draft) => {
      const own = draft.fields.find(({ id }) => id === field.id);
      if (own) recipe(own.drives);
    });
  return (
    <fieldset className="setting">
      <legend>Fills</legend>
      <ul className="leaf__list">
        {field.drives.map((drive, i) => (
          <li key={`${drive.layer} ${drive.property}`}>
            {layers.find(({ id }) => id === drive.layer)?.name ?? drive.layer}: {drive.property}{" "}
            {field.kind === "account" && (
              <select
                className="form-select form-select-sm"
                aria-label="Which part of the account"
                value={drive.part ?? "handle"}
                onChange={(event) => edit((drives) => void (drives[i]!.part = event.target.value as never))}
              >
                <option value="handle">its handle</option>
                <option value="network">its network</option>
                <option value="mark">its mark</option>
                <option value="ground">its ground colour</option>
                <option value="ink">its text colour</option>
              </select>
            )}
            <button type="button" className="chip" onClick={() => edit((drives) => void drives.splice(i, 1))}>
              no longer
            </button>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
