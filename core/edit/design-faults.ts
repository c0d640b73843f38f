import type { Design } from "../document/design";
import type { House } from "../document/house";
import type { Issue } from "../issue";
import { removeLayers } from "./layers";
import { lookPartsOf } from "./look-parts";
import { removeMoves } from "./moves";
import { clearOverride } from "./property";

/*
 * What is done about a design that can't be shown as it is: what cures it, and what is left out meanwhile so that the
 * rest of it is seen.
 */

/** Something that cures a fault, in one press. */
export interface Remedy {
  readonly label: string;
  readonly apply: (draft: Design) => void;
}

const phase = { to: "phase", edge: "start", gap: 0 } as const;

/** Whether a drive or an override puts something where a fault was found, or into a part of it. */
const isAt = (path: string, property: string): boolean => path === property || path.startsWith(`${property}.`);

/** The fields that fill a property. */
const fillersOf = (design: Design, layer: string, property: string) =>
  design.fields.filter(({ drives }) => drives.some((drive) => drive.layer === layer && isAt(drive.property, property)));

function disconnect(draft: Design, layer: string, property: string): void {
  for (const field of draft.fields)
    field.drives = field.drives.filter((drive) => drive.layer !== layer || !isAt(drive.property, property));
}

/** What would cure a fault, the way that keeps most first. `format` is the one that is shown. */
export function remediesOf(design: Design, house: House, issue: Issue): Remedy[] {
  switch (issue.code) {
    case "property_unknown":
    case "value_refused": {
      const { layer: id, property } = issue;
      const layer = design.layers.find((one) => one.id === id);
      const part = layer && lookPartsOf(layer, house).find(({ path }) => isAt(property, path));
      const lost = part && (layer as Record<string, unknown>)[part.path] === undefined;
      const formats = Object.keys(layer?.overrides ?? {}).filter((format) =>
        Object.keys(layer!.overrides[format]!).some((path) => isAt(path, property)),
      );
      return [
        ...(lost
          ? [
              {
                label: `Add the ${part.name.toLowerCase()} again`,
                apply: (draft: Design) => {
                  const own = draft.layers.find((one) => one.id === id);
                  if (own) Object.assign(own, { [part.path]: structuredClone(part.start) });
                },
              },
            ]
          : []),
        ...fillersOf(design, id, property).map((field) => ({
          label: `Disconnect the field “${field.label}”`,
          apply: (draft: Design) => disconnect(draft, id, property),
        })),
        ...formats.map((format) => ({
          label: `Remove the setting for ${house.formats.find((one) => one.id === format)?.name ?? format}`,
          apply: (draft: Design) => {
            for (const path of Object.keys(layer!.overrides[format]!))
              if (isAt(path, property)) clearOverride(draft, id, path, format);
          },
        })),
      ];
    }
    case "drive_unknown":
      return [
        {
          label: `Disconnect the field “${issue.field}”`,
          apply: (draft) => disconnectLayer(draft, issue.layer),
        },
      ];
    case "condition_unknown":
      return [{ label: "Show the layer always", apply: (draft) => showAlways(draft, issue.layer) }];
    case "start_unknown":
      return [{ label: "Start the move with its phase", apply: (draft) => startWithPhase(draft, [issue.move]) }];
    case "schedule_loop":
      return [
        { label: "Start the first with its phase", apply: (draft) => startWithPhase(draft, issue.moves.slice(0, 1)) },
      ];
    case "layout_loop":
    case "matte_loop":
    case "group_loop":
      return [];
    default:
      return [];
  }
}

function disconnectLayer(draft: Design, layer: string): void {
  for (const field of draft.fields) field.drives = field.drives.filter((drive) => drive.layer !== layer);
}

function showAlways(draft: Design, id: string): void {
  const layer = draft.layers.find((one) => one.id === id);
  if (layer) delete layer.showIf;
}

function startWithPhase(draft: Design, moves: readonly string[]): void {
  for (const layer of draft.layers)
    for (const move of layer.moves) if (moves.includes(move.id)) move.start = { ...phase };
}

/**
 * A design without what a fault names, so that the rest of it can be shown; undefined where there is nothing to leave
 * out. The design itself is not changed.
 */
export function withoutFault(design: Design, issue: Issue): Design | undefined {
  const draft = structuredClone(design);
  switch (issue.code) {
    case "property_unknown":
    case "value_refused": {
      const { layer: id, property } = issue;
      disconnect(draft, id, property);
      const layer = draft.layers.find((one) => one.id === id);
      for (const own of Object.values(layer?.overrides ?? {}))
        for (const path of Object.keys(own)) if (isAt(path, property)) delete own[path];
      if (!isChanged(draft, design)) removeLayers(draft, [id]);
      break;
    }
    case "drive_unknown":
      disconnectLayer(draft, issue.layer);
      break;
    case "condition_unknown":
      showAlways(draft, issue.layer);
      break;
    case "start_unknown":
      removeMoves(draft, new Set([issue.move]));
      break;
    case "schedule_loop":
      startWithPhase(draft, issue.moves.slice(0, 1));
      break;
    default: {
      const named = "layer" in issue ? [issue.layer] : "layers" in issue ? issue.layers.slice(0, 1) : [];
      removeLayers(draft, named);
    }
  }
  return isChanged(draft, design) ? draft : undefined;
}

const isChanged = (one: Design, other: Design): boolean => JSON.stringify(one) !== JSON.stringify(other);
