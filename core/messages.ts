import { assertNever } from "./assert-never";
import type { Issue } from "./issue";

/** One sentence for people: what is wrong and what to do. `nameOf` turns a layer id into its name. */
export function messageOf(issue: Issue, nameOf: (layerId: string) => string = (id) => id): string {
  switch (issue.code) {
    case "reference_unknown":
      return `“${nameOf(issue.layer)}” is tied to “${issue.reference}”, which is not in this design.`;
    case "group_missing":
      return `“${nameOf(issue.layer)}” is measured by its group, but is in none. Put it into a group, or tie it to something else.`;
    case "group_wrong":
      return `“${nameOf(issue.layer)}” is said to be inside “${nameOf(issue.group)}”, which is no group.`;
    case "group_loop":
      return `These groups are inside each other, in a circle: ${issue.layers.map(nameOf).join(" → ")}. Take one of them out.`;
    case "drive_unknown":
      return `The field “${issue.field}” fills “${issue.layer}”, a layer that is not in this design. Let it fill another one.`;
    case "condition_unknown":
      return `“${nameOf(issue.layer)}” shows by the field “${issue.field}”, which is not in this design.`;
    case "colour_untold":
      return `“${nameOf(issue.layer)}” takes its colour from “${nameOf(issue.from)}”, which has none to give. Choose a colour for one of them.`;
    case "layout_loop":
      return `These layers depend on each other in a circle: ${issue.layers.map(nameOf).join(" → ")}. Untie one of them.`;
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
      return `“${nameOf(issue.layer)}” goes by the video “${issue.video}”, which is not there.`;
    case "sound_unknown":
      return `The sound “${issue.sound}” under this design is not in the house style any more. Choose another one, or none.`;
    case "account_unknown":
      return `“${nameOf(issue.layer)}” shows the account “${issue.account}”, which the house style does not have.`;
    case "path_broken":
      return `The outline of “${nameOf(issue.layer)}” cannot be read: ${issue.reason}.`;
    case "matte_loop":
      return `These layers show only inside each other, in a circle: ${issue.layers.map(nameOf).join(" → ")}. Free one of them.`;
    case "sum_broken":
      return `The sum for “${issue.property}” of “${nameOf(issue.layer)}” is wrong: ${issue.reason}.`;
    case "property_unknown":
      return `“${nameOf(issue.layer)}” has no property “${issue.property}”.`;
    case "value_refused":
      return `“${nameOf(issue.layer)}” cannot take this for “${issue.property}”: ${issue.reason}.`;
    case "glyph_missing":
      return `No font here can draw ${issue.characters.map((c) => `“${c}”`).join(", ")}. Leave it out or write it differently.`;
    case "family_missing":
      return `The font “${issue.family}” of “${nameOf(issue.layer)}” is not here; ${issue.standIn} stands in for it. Upload it to the house style, or choose another.`;
    case "text_cut":
      return `The text of “${nameOf(issue.layer)}” does not fit and is cut. Shorten it.`;
    case "outside_safe":
      return `The text of “${nameOf(issue.layer)}” reaches outside the safe area. Shorten it.`;
    case "in_keep_clear":
      return `The text of “${nameOf(issue.layer)}” stands where an app shows its own things (${issue.zone}). Shorten it.`;
    case "contrast_low":
      return `“${nameOf(issue.layer)}” is hard to read on what is behind it: contrast ${issue.ratio.toFixed(1)}, ${issue.needed} is needed. Choose another colour.`;
    case "media_small":
      return `The picture in “${nameOf(issue.layer)}” is enlarged ${issue.times.toFixed(1)} times and will look soft. Use a larger one.`;
    case "contrast_finish":
      return `Grain or glow makes “${nameOf(issue.layer)}” hard to read: contrast ${issue.ratio.toFixed(1)} where it is worst, ${issue.needed} is needed. Make the finish weaker or the text plainer.`;
    case "sample_left":
      return `The field “${issue.field}” starts with its own sample, so it may go out unchanged. Let it start empty, or with something true.`;
    case "read_short":
      return `“${nameOf(issue.layer)}” stands still for ${issue.seconds.toFixed(1)} s; reading it takes ${issue.needed.toFixed(1)} s. Make the clip longer, or let it come sooner.`;
    case "loop_idle":
      return `The stay is too short for a single turn of what “${nameOf(issue.layer)}” does in it, which takes ${issue.seconds.toFixed(1)} s. Make the clip longer or the turn shorter.`;
    case "loop_seam":
      return `The video in “${nameOf(issue.layer)}” jumps when it starts again. Let it stand still at its end, or use one that closes.`;
    case "flashes":
      return `The picture flashes ${issue.count} times within a second, at ${issue.atS.toFixed(1)} s; more than three can harm people. Make it slower or weaker.`;
    case "cue_late":
      return `“${nameOf(issue.layer)}” waits for a cue at ${issue.atS.toFixed(1)} s; the clip ends at ${issue.lengthS.toFixed(1)} s. Move the cue or make the clip longer.`;
    case "leave_before_cue":
      return `“${nameOf(issue.layer)}” would have to leave before its own cue, so it stays until the clip ends. Give it a leave of its own, or let its cue come sooner.`;
    case "clip_too_short":
      return `The clip is too short for arriving and leaving; both run ${(1 / issue.factor).toFixed(1)} times faster. Make it longer.`;
    case "pictures_heavy":
      return `The pictures in it are too large together: more than ${issue.megapixels} million pixels. Use fewer, or smaller ones.`;
    case "format_unknown":
      return `The format “${issue.format}” is not one of this design's.`;
    case "format_gone":
      return `The house style has no format “${issue.format}” any more. Take it out of this design, or put it back into the house style.`;
    default:
      return assertNever(issue);
  }
}
