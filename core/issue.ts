/** Facts of everything that can be wrong with a design or its values, by code. Checks add their own. */
export interface Issues {
  reference_unknown: { layer: string; reference: string };
  group_missing: { layer: string };
  group_wrong: { layer: string; group: string };
  group_loop: { layers: readonly string[] };
  drive_unknown: { field: string; layer: string };
  condition_unknown: { layer: string; field: string };
  colour_untold: { layer: string; from: string };
  layout_loop: { layers: readonly string[] };
  schedule_loop: { moves: readonly string[] };
  cue_unknown: { layer: string; cue: string };
  start_unknown: { layer: string; move: string; to: string };
  colour_unknown: { layer: string; role: string };
  type_unknown: { layer: string; type: string };
  mark_unknown: { layer: string; mark: string };
  picture_unknown: { layer: string; picture: string };
  video_unknown: { layer: string; video: string };
  account_unknown: { layer: string; account: string };
  path_broken: { layer: string; reason: string };
  matte_loop: { layers: readonly string[] };
  sum_broken: { layer: string; property: string; reason: string };
  /** `field`: the label of the field that fills it, where one does. */
  property_unknown: { layer: string; property: string; field?: string };
  value_refused: { layer: string; property: string; reason: string; field?: string };
  pictures_heavy: { megapixels: number };
  pictures_many: { gigabytes: number };
  limit_unreachable: { limitKb: number; leastKb: number };
  format_unknown: { format: string };
  format_gone: { format: string };
}

/** Facts of one thing that is wrong. */
export type IssueFacts<C extends keyof Issues> = C extends keyof Issues ? { code: C } & Issues[C] : never;
/** Something wrong with a design or its values; the words are in `messages.ts`, and at the checks. */
export type Issue = IssueFacts<keyof Issues>;

/** Thrown where a stage cannot go on; carries the issue for whoever words it. */
export class IssueError extends Error {
  constructor(readonly issue: Issue) {
    super(`${issue.code}: ${JSON.stringify(issue)}`);
    this.name = "IssueError";
  }
}
