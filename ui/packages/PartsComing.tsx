"use client";
import { Fragment } from "react";
import { Button, Table } from "react-bootstrap";
import type { House } from "@/core/document/house";
import type { PartChoice } from "@/core/package/adopt";
import { partsIn, type Arrival, type PackagePartKind, type Part } from "@/core/package/parts";
import { MarkPicture } from "@/ui/parts/MarkPicture";
import type { Review, useChoices } from "./use-package";

const kindNames: Readonly<Record<PackagePartKind, string>> = {
  colour: "Colours",
  font: "Fonts",
  type: "Type styles",
  mark: "Marks",
  account: "Accounts",
  picture: "Pictures",
  video: "Videos",
  sound: "Sounds",
  format: "Formats",
  "saved-move": "Saved moves",
};

/** Every part that comes and is not here already, and what becomes of it. */
export function PartsComing({ review, chosen }: { review: Review; chosen: ReturnType<typeof useChoices> }) {
  const { arrivals, here, pack } = review;
  const open = arrivals.filter(({ state }) => state !== "same");
  if (open.length === 0) {
    return <p className="mt-16">All parts of the house style that it shows are here already, and are the same.</p>;
  }
  const ours = partsIn(here);
  const kinds = (Object.keys(kindNames) as PackagePartKind[]).filter((kind) => open.some((one) => one.kind === kind));
  return (
    <section className="mt-16" aria-label="Parts of the house style">
      <div className="align-items-baseline d-flex flex-wrap gap-12">
        <h2 className="me-auto">Parts of the package’s house style</h2>
        <Button size="sm" variant="outline-secondary" onClick={chosen.keepOwn}>
          Use the package’s
        </Button>
        <Button size="sm" variant="outline-secondary" onClick={chosen.takeOurs}>
          Use ours
        </Button>
      </div>
      <p className="text-secondary fs-13">
        The package’s parts keep its look. Ours make it look like this house. Or choose one by one below.
      </p>
      <Table size="sm" className="package__parts">
        <tbody>
          {kinds.map((kind) => (
            <Fragment key={kind}>
              <tr>
                <th colSpan={3} scope="colgroup" className="rubric-small">
                  {kindNames[kind]}
                </th>
              </tr>
              {open
                .filter((one) => one.kind === kind)
                .map((one) => (
                  <PartRow
                    key={one.id}
                    arrival={one}
                    look={<PartLook kind={kind} id={one.id} house={pack.house} />}
                    ours={ours.filter((part) => part.kind === kind)}
                    oursLook={(id) => <PartLook kind={kind} id={id} house={here.house} />}
                    choice={chosen.choices[`${kind}:${one.id}`] ?? "own"}
                    onChange={(choice) => chosen.setChoice(`${kind}:${one.id}`, choice)}
                  />
                ))}
            </Fragment>
          ))}
        </tbody>
      </Table>
    </section>
  );
}

const says = { same: "the same is here", differs: "same name, different here", new: "not here" } as const;

function PartRow(props: {
  arrival: Arrival;
  look: React.ReactNode;
  ours: readonly Part[];
  oursLook: (id: string) => React.ReactNode;
  choice: PartChoice;
  onChange: (choice: PartChoice) => void;
}) {
  const { arrival, look, ours, oursLook, choice, onChange } = props;
  const value = typeof choice === "string" ? choice : `ours:${choice.ours}`;
  const read = (text: string): PartChoice =>
    text.startsWith("ours:") ? { ours: text.slice("ours:".length) } : (text as "own" | "leave");
  return (
    <tr>
      <td>
        {look} {arrival.name}
      </td>
      <td className="text-secondary fs-13">
        {arrival.because.length > 0
          ? `the same, but it uses ${arrival.because.slice(0, 3).join(", ")}, which differs here`
          : says[arrival.state]}
      </td>
      <td>
        <span className="align-items-center d-flex gap-8">
          <select
            className="form-select form-select-sm"
            aria-label={`What to do with ${arrival.name}`}
            value={value}
            onChange={(event) => onChange(read(event.target.value))}
          >
            <option value="own">Import it</option>
            {!arrival.needed && <option value="leave">Skip</option>}
            {ours.length > 0 && (
              <optgroup label="Use ours">
                {ours.map(({ id, name }) => (
                  <option key={id} value={`ours:${id}`}>
                    {name}
                  </option>
                ))}
              </optgroup>
            )}
          </select>
          {typeof choice !== "string" && oursLook(choice.ours)}
        </span>
      </td>
    </tr>
  );
}

/** What a part looks like, small. */
function PartLook({ kind, id, house }: { kind: PackagePartKind; id: string; house: House }) {
  switch (kind) {
    case "colour": {
      const hex = house.colours.find(({ role }) => role === id)?.hex;
      return <i className="package__ink d-inline-block" style={{ background: hex }} aria-hidden />;
    }
    case "type": {
      const style = house.types.find((type) => type.id === id)?.style;
      return style ? (
        <small className="text-secondary">{`${style.family} ${style.weight}, ${style.size} u`}</small>
      ) : null;
    }
    case "mark": {
      const mark = house.marks.find((one) => one.id === id);
      return mark ? (
        <span className="package__mark d-inline-block">
          <MarkPicture mark={mark} house={house} />
        </span>
      ) : null;
    }
    case "account": {
      const account = house.accounts.find((one) => one.id === id);
      return account ? <small className="text-secondary">{account.network}</small> : null;
    }
    case "picture": {
      const picture = house.pictures.find((one) => one.id === id);
      // eslint-disable-next-line @next/next/no-img-element -- a stored file, by its hash
      return picture ? <img className="package__photo" src={`/api/media/${picture.hash}`} alt="" /> : null;
    }
    case "format": {
      const format = house.formats.find((one) => one.id === id);
      return format ? <small className="text-secondary figures">{`${format.width} × ${format.height}`}</small> : null;
    }
    default:
      return null;
  }
}
