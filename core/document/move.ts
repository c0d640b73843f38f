import { z } from "zod";
import { Id, Share, SignedSeconds } from "./units";

const unit = z.number().min(0).max(1);
const pull = z.number().min(-5).max(5);

/** How progress runs: a CSS named curve or a cubic-bezier. */
export const Ease = z
  .union([
    z.enum(["linear", "ease", "ease-in", "ease-out", "ease-in-out"]),
    z.strictObject({ kind: z.literal("cubic-bezier"), x1: unit, y1: pull, x2: unit, y2: pull }),
  ])
  .describe("Easing");
export type Ease = z.infer<typeof Ease>;

/** `from` says where a move comes from (arriving) or goes to (leaving): a side, or the degrees it travels towards. */
export const From = z.union([z.enum(["left", "right", "top", "bottom"]), z.number().min(-360).max(360)]);
export type From = z.infer<typeof From>;

export const Start = z
  .strictObject({
    to: z
      .union([z.literal("phase"), Id])
      .default("phase")
      .describe("The phase, or the id of another move in it"),
    edge: z.enum(["start", "settle"]).default("start"),
    gap: SignedSeconds.default(0),
  })
  .describe("When a move starts");

const base = {
  id: Id,
  phase: z.enum(["arrive", "leave"]),
  start: Start.default({ to: "phase", edge: "start", gap: 0 }),
  length: z.number().min(0.01).max(60).describe("Seconds").optional(),
  ease: Ease.optional(),
};

const Distance = z
  .strictObject({
    value: z.number().min(-20).max(20),
    of: z.enum(["own", "format", "u"]).default("own").describe("Own side, the format's side, or u"),
  })
  .describe("How far it travels");

export const Move = z
  .discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("fade"), ...base }).describe("Appears by opacity"),
    z
      .strictObject({ kind: z.literal("slide"), ...base, from: From.optional(), distance: Distance.optional() })
      .describe("Travels in from a side"),
    z
      .strictObject({
        kind: z.literal("rise"),
        ...base,
        from: From.optional(),
        behind: Id.optional().describe("The layer whose edge hides it; its own box unless said"),
      })
      .describe("Rises from behind an edge"),
    z.strictObject({ kind: z.literal("uncover"), ...base, from: From.optional() }).describe("Is uncovered from a side"),
    z
      .strictObject({ kind: z.literal("unroll"), ...base, from: From.optional() })
      .describe("Grows from a side, corners kept"),
    z
      .strictObject({
        kind: z.literal("pop"),
        ...base,
        overshoot: Share.max(0.5).optional().describe("How far it grows beyond its size before it settles"),
        turn: z.number().min(-360).max(360).optional().describe("Degrees it turns on the way"),
      })
      .describe("Pops up from nothing with a small overshoot"),
  ])
  .describe("One animation of one layer in one phase");
export type Move = z.infer<typeof Move>;
export type MoveKind = Move["kind"];
