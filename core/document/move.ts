import { z } from "zod";
import { Ease } from "./ease";
import { refTo, spelled } from "./references";
import { Anchor, Id, PositiveU, Share, SignedSeconds } from "./units";

/** `from` says where a move comes from (arriving) or goes to (leaving): a side, or the degrees it travels towards. */
export const From = z.union([z.enum(["left", "right", "top", "bottom"]), z.number().min(-360).max(360)]);
export type From = z.infer<typeof From>;

export const Start = z
  .strictObject({
    to: spelled(z.string().regex(/^(phase|(cue:)?[a-z0-9][a-z0-9-]{0,39})$/, "phase, a move's id or cue:<id>"), {
      gone: "phase",
      read: (to) =>
        to === "phase"
          ? undefined
          : to.startsWith("cue:")
            ? { kind: "cue", id: to.slice(4) }
            : { kind: "move", id: to },
      write: ({ kind, id }) => (kind === "cue" ? `cue:${id}` : id),
    })
      .default("phase")
      .describe("The phase, the id of another move in it, or cue:<id>"),
    edge: z.enum(["start", "settle"]).default("start"),
    gap: SignedSeconds.default(0),
  })
  .describe("When a move starts");
export type Start = z.infer<typeof Start>;

export const orders = ["forward", "reverse", "centre", "edges", "random"] as const;

export const Split = z
  .strictObject({
    by: z.enum(["line", "word", "letter"]).describe("Letters are grapheme clusters"),
    order: z
      .enum(orders)
      .default("forward")
      .describe("By reading order; centre begins in the middle, edges at both ends"),
    overlap: Share.max(0.98).default(0.6).describe("How much of a part's time the next one shares"),
    cues: z
      .array(refTo("cue"))
      .min(1)
      .max(200)
      .optional()
      .describe("Parts start on these cues in turn, not one after the other"),
  })
  .describe("A text's parts move one after the other");
export type Split = z.infer<typeof Split>;

/** How far a move may travel: in u, or in sides of the layer or the format. */
export const mostDistance = { u: 400, own: 20, format: 20 } as const;

export const Distance = z
  .strictObject({
    value: z.number().min(-mostDistance.u).max(mostDistance.u),
    of: z.enum(["own", "format", "u"]).default("own").describe("Own side, the format's side, or u"),
  })
  .refine(({ value, of }) => Math.abs(value) <= mostDistance[of], "at most 20 sides, or 400 u")
  .describe("How far it travels");

export const Loop = z
  .strictObject({
    count: z.number().int().min(1).max(1000).optional().describe("How often; fills the stay unless given"),
    pause: z.number().min(0).max(60).default(0).describe("Seconds between two turns"),
  })
  .describe("How a move repeats while the layer stays");

/** Every kind of move, and the parameters of its own that it takes. Moves that come back to rest may loop in stay. */
export const moveKinds = {
  fade: { takes: [], returns: false },
  slide: { takes: ["from", "distance", "solid"], returns: false },
  push: { takes: ["from", "distance"], returns: false },
  rise: { takes: ["from", "behind"], returns: false },
  uncover: { takes: ["from", "soft"], returns: false },
  unroll: { takes: ["from"], returns: false },
  grow: { takes: ["pivot", "solid"], returns: false },
  pop: { takes: ["overshoot", "turn", "pivot"], returns: false },
  "spin-in": { takes: ["turn", "pivot", "solid"], returns: false },
  drop: { takes: ["from", "distance", "solid"], returns: false },
  "blur-in": { takes: ["strength", "solid"], returns: false },
  "type-on": { takes: [], returns: false },
  strew: { takes: ["strength", "turn", "solid"], returns: false },
  "draw-on": { takes: [], returns: false },
  swing: { takes: ["turn", "pivot", "solid"], returns: false },
  "level-rise": { takes: [], returns: false },
  swell: { takes: ["strength"], returns: true },
  breathe: { takes: ["strength", "pivot"], returns: true },
  sway: { takes: ["turn", "pivot"], returns: true },
  bob: { takes: ["from", "distance"], returns: true },
  gleam: { takes: ["strength"], returns: true },
  glitch: { takes: ["strength"], returns: true },
  flicker: { takes: ["strength"], returns: true },
} as const satisfies Record<string, { takes: readonly Parameter[]; returns: boolean }>;
export type MoveKind = keyof typeof moveKinds;
type Parameter = "from" | "distance" | "behind" | "soft" | "overshoot" | "turn" | "strength" | "pivot" | "solid";

/** Every parameter that some kind of move takes. */
export const moveParameters: readonly Parameter[] = [
  ...(["from", "distance", "behind", "soft", "overshoot", "turn", "strength", "pivot", "solid"] as const),
];

const kindNames = Object.keys(moveKinds) as [MoveKind, ...MoveKind[]];

export const Move = z
  .strictObject({
    id: Id,
    kind: z.enum(kindNames),
    phase: z.enum(["arrive", "stay", "leave"]),
    start: Start.default({ to: "phase", edge: "start", gap: 0 }),
    length: z.number().min(0.01).max(300).optional().describe("Seconds; the kind's own unless given"),
    ease: Ease.optional(),
    from: From.optional(),
    distance: Distance.optional(),
    behind: refTo("layer").optional().describe("The layer whose edge hides it; its own box unless said"),
    soft: PositiveU.max(100).optional().describe("Width of the soft edge in u"),
    overshoot: Share.max(0.5).optional().describe("How far it grows beyond its size before it settles"),
    turn: z.number().min(-1080).max(1080).optional().describe("Degrees"),
    strength: z.number().min(0).max(100).optional().describe("Of the kind: u of blur, share of size, of light …"),
    pivot: Anchor.optional().describe("What it turns and scales about; the layer's own unless given"),
    solid: z.literal(true).optional().describe("Without the fade that the kind brings along"),
    split: Split.optional(),
    loop: Loop.optional(),
    saved: refTo("saved-move").optional().describe("The saved move it follows"),
  })
  .superRefine((move, context) => {
    const { takes, returns } = moveKinds[move.kind];
    for (const name of moveParameters) {
      if (move[name] === undefined || (takes as readonly string[]).includes(name)) continue;
      context.addIssue({ code: "custom", path: [name], message: `the move “${move.kind}” has no ${name}` });
    }
    if (move.phase === "stay" && !returns) {
      const message = `“${move.kind}” does not come back to rest, so it cannot loop`;
      context.addIssue({ code: "custom", path: ["phase"], message });
    }
    if (move.loop && move.phase !== "stay") {
      context.addIssue({ code: "custom", path: ["loop"], message: "only a move of the stay repeats" });
    }
  })
  .describe("One animation of one layer in one phase");
export type Move = z.infer<typeof Move>;
