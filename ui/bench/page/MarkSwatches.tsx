"use client";
import { contrast, parseHex } from "@/core/bind/colour";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { nearestColour } from "@/core/fields/nearest-colour";
import { useMarkColours } from "@/ui/marks/use-mark-colours";
import { useBench } from "../store";

const mostShown = 12;

/** The main colours of the marks that the design shows, each beside the house colour that is most like it. */
export function MarkSwatches({ choose }: { choose: (colour: string) => void }) {
  const house = useBench((state) => state.house);
  const layers = useBench((state) => state.document.layers);
  const shown = new Set(layers.flatMap((layer) => (layer.kind === "picture" ? layer.media.replace("mark:", "") : [])));
  // Of a design without marks those of the accounts, which a field may put there.
  const ofAccounts = new Set(house.accounts.map(({ mark }) => mark));
  const marks = house.marks.filter(({ id }) => shown.has(id));
  const colours = useMarkColours(
    marks.length > 0 ? marks : house.marks.filter(({ id }) => ofAccounts.has(id)),
    house,
  ).slice(0, mostShown);
  if (colours.length === 0) return null;
  const roles = house.colours.map(({ role }) => role);
  const rows = colours.map((hex) => {
    const known = house.colours.find((colour) => colour.hex === hex);
    return { hex, known, near: known ?? house.colours.find(({ role }) => role === nearestColour(hex, roles, house)) };
  });
  // One house colour is offered once, at the first colour that it is like.
  const isFirst = (i: number) => rows.findIndex(({ near }) => near === rows[i]!.near) === i;
  return (
    <>
      <h3 className="rubric">From marks</h3>
      <ul className="palette__marks list-unstyled d-grid m-0">
        {rows.map(({ hex, known, near }, i) => {
          const onWhite = contrast(parseHex(hex), parseHex("#ffffffff")).toFixed(1);
          return (
            <li key={hex} className="align-items-center d-flex fs-13 gap-6">
              {!known && (
                <button
                  type="button"
                  aria-label={`${hex.slice(0, 7)} as in the mark`}
                  title={`As in the mark; ${onWhite} to 1 against white`}
                  onClick={() => choose(hex)}
                >
                  <i className="swatch" style={{ background: hex }} aria-hidden /> {hex.slice(0, 7)}
                </button>
              )}
              {near && isFirst(i) && (
                <button
                  data-help={inspectorDeeds.nearestColour.help}
                  type="button"
                  onClick={() => choose(`house:${near.role}`)}
                >
                  {!known && "or "}
                  <i className="swatch" style={{ background: near.hex }} aria-hidden /> {near.name}
                </button>
              )}
            </li>
          );
        })}
      </ul>
    </>
  );
}
