import type { Fill, Stroke } from "../document/colour";
import type { House } from "../document/house";
import type { Layer } from "../document/layer";
import { IssueError } from "../issue";
import { contrast, parseHex } from "./colour";
import type { BoundFill, BoundStroke, Coloured, Rgba } from "./types";

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
    if (reference.startsWith("same:")) return this.colour(this.groundOf(reference.slice(5), layer), layer);
    return parseHex(this.role(reference.slice(6), layer).hex);
  }

  fill(fill: Fill, layer: string): BoundFill {
    if (fill.kind === "plain") return { kind: "plain", colour: this.colour(fill.colour, layer) };
    const stops = fill.stops
      .map((stop) => ({ at: stop.at, colour: this.colour(stop.colour, layer) }))
      .sort((a, b) => a.at - b.at);
    return { ...fill, stops };
  }

  stroke(stroke: Stroke | undefined, layer: string): BoundStroke | undefined {
    return stroke && { ...stroke, fill: this.fill(stroke.fill, layer) };
  }

  /** The same facts with their colour made real. */
  tinted<T extends { colour: string }>(facts: T | undefined, layer: string): Coloured<T> | undefined {
    return facts && { ...facts, colour: this.colour(facts.colour, layer) };
  }

  private role(role: string, layer: string) {
    const found = this.byRole.get(role);
    if (!found) throw new IssueError({ code: "colour_unknown", layer, role });
    return found;
  }

  /**
   * The first colour of another layer's fill, as written; of its line where it has no fill. One that takes its own from
   * a third layer is refused: such chains could go round.
   */
  private groundOf(other: string, layer: string): string {
    const target = this.layers.get(other);
    if (!target) throw new IssueError({ code: "reference_unknown", layer, reference: other });
    const fill = ("fill" in target ? target.fill : undefined) ?? ("stroke" in target ? target.stroke?.fill : undefined);
    const colour = fill && (fill.kind === "plain" ? fill.colour : fill.stops[0]!.colour);
    if (!colour || /^(pair|same):/.test(colour)) throw new IssueError({ code: "colour_untold", layer, from: other });
    return colour;
  }

  /** The house's first text colour on the other layer's fill; without one, the house colour of highest contrast. */
  private paired(other: string, layer: string): Rgba {
    const under = this.groundOf(other, layer);
    if (under.startsWith("house:")) {
      const pair = this.role(under.slice(6), other).on[0];
      if (pair) return parseHex(this.role(pair, layer).hex);
    }
    const ground = this.colour(under, other);
    const candidates = this.house.colours.map((colour) => parseHex(colour.hex));
    return candidates.reduce((best, next) => (contrast(next, ground) > contrast(best, ground) ? next : best));
  }
}
