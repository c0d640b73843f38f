import type { Fill } from "../document/colour";
import type { House } from "../document/house";
import type { Layer } from "../document/layer";
import { IssueError } from "../issue";
import { contrast, parseHex } from "./colour";
import type { BoundFill, Rgba } from "./types";

/** Turns colour references into colours, for the layers of one design. */
export class ColourBinder {
  private readonly byRole: ReadonlyMap<string, House["colours"][number]>;

  constructor(
    private readonly house: House,
    private readonly layers: ReadonlyMap<string, Layer>,
  ) {
    this.byRole = new Map(house.colours.map((colour) => [colour.role, colour]));
  }

  colour(reference: string, layer: string): Rgba {
    if (reference.startsWith("#")) return parseHex(reference);
    if (reference.startsWith("pair:")) return this.paired(reference.slice(5), layer);
    return parseHex(this.role(reference.slice(6), layer).hex);
  }

  fill(fill: Fill, layer: string): BoundFill {
    if (fill.kind === "plain") return { kind: "plain", colour: this.colour(fill.colour, layer) };
    const stops = fill.stops.map((stop) => ({ at: stop.at, colour: this.colour(stop.colour, layer) }));
    return { kind: "linear", angle: fill.angle, stops: stops.sort((a, b) => a.at - b.at) };
  }

  private role(role: string, layer: string) {
    const found = this.byRole.get(role);
    if (!found) throw new IssueError({ code: "colour_unknown", layer, role });
    return found;
  }

  /** The house's first text colour on the other layer's fill; without one, the house colour of highest contrast. */
  private paired(other: string, layer: string): Rgba {
    const target = this.layers.get(other);
    if (!target || !("fill" in target)) throw new IssueError({ code: "reference_unknown", layer, reference: other });
    const under = target.fill.kind === "plain" ? target.fill.colour : target.fill.stops[0]!.colour;
    if (under.startsWith("pair:")) throw new IssueError({ code: "reference_unknown", layer, reference: under });
    if (under.startsWith("house:")) {
      const pair = this.role(under.slice(6), other).on[0];
      if (pair) return parseHex(this.role(pair, layer).hex);
    }
    const ground = this.colour(under, other);
    const candidates = this.house.colours.map((colour) => parseHex(colour.hex));
    return candidates.reduce((best, next) => (contrast(next, ground) > contrast(best, ground) ? next : best));
  }
}
