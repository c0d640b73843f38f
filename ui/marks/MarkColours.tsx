"use client";
import { Button } from "react-bootstrap";
import { formatHex8 } from "culori";
import { contrast, parseHex } from "@/core/bind/colour";
import type { House } from "@/core/document/house";
import { addColour } from "@/core/edit/house-edit";
import { nearestColour } from "@/core/fields/nearest-colour";
import { Notice } from "@/ui/parts/Notice";

interface MarkColoursProps {
  readonly house: House;
  readonly name: string;
  readonly markId: string;
  /** Its main colours, `#rrggbbaa`, the one that counts most first. */
  readonly colours: readonly { readonly hex: string; readonly share: number }[];
  readonly edit: (change: (house: House) => void) => void;
}

const same = (a: string, b: string): boolean => formatHex8(a) === formatHex8(b);

/** The main colours of a mark: each goes into the house style, or to the accounts that show it, with a press. */
export function MarkColours({ house, name, markId, colours, edit }: MarkColoursProps) {
  const accounts = house.accounts.filter(({ mark }) => mark === markId);
  const roles = house.colours.map(({ role }) => role);
  return (
    <section aria-label="Colours">
      <h2 className="rubric">Colours</h2>
      {colours.length === 0 && <p className="quiet">No colour covers enough of the mark.</p>}
      <ul className="list-unstyled d-grid gap-8 m-0">
        {colours.map(({ hex, share }) => {
          const known = house.colours.find((colour) => same(colour.hex, hex));
          const near = house.colours.find(({ role }) => role === nearestColour(hex, roles, house));
          const [white, black] = ["#ffffffff", "#000000ff"].map((ink) => contrast(parseHex(ink), parseHex(hex)));
          return (
            <li key={hex} className="fs-13">
              <span className="align-items-center d-flex gap-8">
                <i className="swatch" style={{ background: hex }} aria-hidden />
                <b className="figures">{hex.slice(0, 7)}</b>
                <span className="quiet">
                  {Math.round(share * 100)} %, white on it {white!.toFixed(1)}, black {black!.toFixed(1)}
                </span>
              </span>
              <span className="d-flex flex-wrap gap-8">
                {known ? (
                  <span className="quiet">is {known.name}</span>
                ) : (
                  <>
                    <Button
                      variant="link"
                      size="sm"
                      onClick={() => edit((draft) => void addColour(draft, `${name} ${hex.slice(1, 7)}`, hex))}
                    >
                      Add to house style
                    </Button>
                    {near && <span className="quiet">nearest: {near.name}</span>}
                  </>
                )}
                {accounts.map(({ id, handle, ground }) => (
                  <Button
                    key={id}
                    variant="link"
                    size="sm"
                    disabled={known !== undefined && known.role === ground}
                    onClick={() =>
                      edit((draft) => {
                        const role = known?.role ?? addColour(draft, `${name} ${hex.slice(1, 7)}`, hex);
                        const account = draft.accounts.find((one) => one.id === id);
                        if (account) account.ground = role;
                      })
                    }
                  >
                    Ground of {handle}
                  </Button>
                ))}
              </span>
            </li>
          );
        })}
      </ul>
      {colours.length === 1 && (
        <Notice weight="note">It has one colour, so it can be painted in any house colour.</Notice>
      )}
    </section>
  );
}
