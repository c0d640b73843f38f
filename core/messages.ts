import { assertNever } from "./assert-never";
import { checkOf, type CheckCode } from "./checks/codes";
import { propertyLabel } from "./edit/property-facts";
import type { Issue } from "./issue";

type NameOf = (layerId: string) => string;
/** What no check looks for: a stage can't go on with it. */
type StageIssue = Exclude<Issue, { code: CheckCode }>;

/** One sentence for people: what is wrong and what to do. `nameOf` turns a layer id into its name. */
export function messageOf(issue: Issue, nameOf: NameOf = (id) => id): string {
  // The facts are those of its check, which the table can't say.
  return checkOf(issue.code)?.words(issue as never, nameOf) ?? stageWords(issue as StageIssue, nameOf);
}

/** A property as a sentence has it: “fill colour”. */
const wordsOf = (property: string): string => propertyLabel({ kind: "group" }, property).toLowerCase();

function stageWords(issue: StageIssue, nameOf: NameOf): string {
  switch (issue.code) {
    case "reference_unknown":
      return `“${nameOf(issue.layer)}” is anchored to “${issue.reference}”, which is not in this design.`;
    case "group_missing":
      return `“${nameOf(issue.layer)}” is measured by its group, but is in none. Put it into a group, or anchor it to something else.`;
    case "group_wrong":
      return `“${nameOf(issue.layer)}” should be inside “${nameOf(issue.group)}”, which is not a group.`;
    case "group_loop":
      return `These groups are inside each other, in a circle: ${issue.layers.map(nameOf).join(" → ")}. Remove one of them.`;
    case "drive_unknown":
      return `The field “${issue.field}” fills “${issue.layer}”, a layer that is not in this design. Connect it to another layer.`;
    case "condition_unknown":
      return `“${nameOf(issue.layer)}” depends on the field “${issue.field}”, which is not in this design.`;
    case "colour_untold":
      return `“${nameOf(issue.layer)}” takes its colour from “${nameOf(issue.from)}”, which has none to give. Choose a colour for one of them.`;
    case "layout_loop":
      return `These layers depend on each other in a circle: ${issue.layers.map(nameOf).join(" → ")}. Remove the anchor or link of one of them.`;
    case "schedule_loop":
      return `These moves wait for each other in a circle: ${issue.moves.join(" → ")}. Start one of them with the phase.`;
    case "cue_unknown":
      return `“${nameOf(issue.layer)}” waits for the cue “${issue.cue}”, which is not in this design.`;
    case "start_unknown":
      return `A move of “${nameOf(issue.layer)}” waits for the move “${issue.to}”, which does not exist in that phase.`;
    case "colour_unknown":
      return `“${nameOf(issue.layer)}” uses the colour “${issue.role}”, which the house style does not have.`;
    case "type_unknown":
      return `“${nameOf(issue.layer)}” uses the type style “${issue.type}”, which the house style does not have.`;
    case "mark_unknown":
      return `“${nameOf(issue.layer)}” shows the mark “${issue.mark}”, which the house style does not have.`;
    case "picture_unknown":
      return `“${nameOf(issue.layer)}” shows the picture “${issue.picture}”, which the house style does not have.`;
    case "video_unknown":
      return `“${nameOf(issue.layer)}” depends on the video “${issue.video}”, which is missing.`;
    case "account_unknown":
      return `“${nameOf(issue.layer)}” shows the account “${issue.account}”, which the house style does not have.`;
    case "path_broken":
      return `The outline of “${nameOf(issue.layer)}” cannot be read: ${issue.reason}.`;
    case "matte_loop":
      return `These layers mask each other in a circle: ${issue.layers.map(nameOf).join(" → ")}. Remove one of the masks.`;
    case "sum_broken":
      return `The formula for “${issue.property}” of “${nameOf(issue.layer)}” is wrong: ${issue.reason}.`;
    case "property_unknown":
      return issue.field === undefined
        ? `“${nameOf(issue.layer)}” has no ${wordsOf(issue.property)} that could be set.`
        : `The field “${issue.field}” fills the ${wordsOf(issue.property)} of “${nameOf(issue.layer)}”, which has none now.`;
    case "value_refused":
      return issue.field === undefined
        ? `“${nameOf(issue.layer)}” can't take this as its ${wordsOf(issue.property)}: ${issue.reason}.`
        : `“${nameOf(issue.layer)}” can't take what the field “${issue.field}” fills into its ${wordsOf(issue.property)}: ${issue.reason}.`;
    case "pictures_many":
      return `Its moving frames take more than ${issue.gigabytes} GB before they are coded. Make the clip shorter or smaller, or choose a kind of file that is coded in one go.`;
    case "limit_unreachable":
      return `It does not fit into ${issue.limitKb} kB: the smallest usable size is ${issue.leastKb} kB. Raise the limit of the output, or make the clip shorter.`;
    case "pictures_heavy":
      return `The pictures in it are too large together: more than ${issue.megapixels} million pixels. Use fewer, or smaller ones.`;
    case "format_unknown":
      return `The format “${issue.format}” is not one of this design's.`;
    case "format_gone":
      return `The house style has no format “${issue.format}” any more. Remove it from this design, or add it to the house style again.`;
    default:
      return assertNever(issue);
  }
}
