/** Facts about something wrong with a design or its values; the words are in `messages.ts`. */
export type Issue =
  | { code: "reference_unknown"; layer: string; reference: string }
  | { code: "group_missing"; layer: string }
  | { code: "group_wrong"; layer: string; group: string }
  | { code: "group_loop"; layers: readonly string[] }
  | { code: "drive_unknown"; field: string; layer: string }
  | { code: "condition_unknown"; layer: string; field: string }
  | { code: "colour_untold"; layer: string; from: string }
  | { code: "layout_loop"; layers: readonly string[] }
  | { code: "schedule_loop"; moves: readonly string[] }
  | { code: "cue_unknown"; layer: string; cue: string }
  | { code: "start_unknown"; layer: string; move: string; to: string }
  | { code: "colour_unknown"; layer: string; role: string }
  | { code: "type_unknown"; layer: string; type: string }
  | { code: "mark_unknown"; layer: string; mark: string }
  | { code: "picture_unknown"; layer: string; picture: string }
  | { code: "video_unknown"; layer: string; video: string }
  | { code: "sound_unknown"; sound: string }
  | { code: "account_unknown"; layer: string; account: string }
  | { code: "path_broken"; layer: string; reason: string }
  | { code: "matte_loop"; layers: readonly string[] }
  | { code: "sum_broken"; layer: string; property: string; reason: string }
  | { code: "property_unknown"; layer: string; property: string }
  | { code: "value_refused"; layer: string; property: string; reason: string }
  | { code: "glyph_missing"; layer: string; characters: readonly string[] }
  | { code: "family_missing"; layer: string; family: string; standIn: string }
  | { code: "text_cut"; layer: string }
  | { code: "outside_safe"; layer: string }
  | { code: "in_keep_clear"; layer: string; zone: string }
  | { code: "contrast_low"; layer: string; ratio: number; needed: number }
  | { code: "media_small"; layer: string; times: number }
  | { code: "contrast_finish"; layer: string; ratio: number; needed: number }
  | { code: "sample_left"; field: string }
  | { code: "read_short"; layer: string; seconds: number; needed: number }
  | { code: "loop_idle"; layer: string; seconds: number }
  | { code: "loop_seam"; layer: string }
  | { code: "flashes"; count: number; atS: number }
  | { code: "cue_late"; layer: string; atS: number; lengthS: number }
  | { code: "leave_before_cue"; layer: string }
  | { code: "clip_too_short"; factor: number }
  | { code: "pictures_heavy"; megapixels: number }
  | { code: "format_unknown"; format: string }
  | { code: "format_gone"; format: string };

/** Thrown where a stage cannot go on; carries the issue for whoever words it. */
export class IssueError extends Error {
  constructor(readonly issue: Issue) {
    super(`${issue.code}: ${JSON.stringify(issue)}`);
    this.name = "IssueError";
  }
}
